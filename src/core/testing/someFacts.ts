import type { BatchFacts } from '../churning/batchEvents';

/** A litre and a half of good cream in a paddle churn, well known: what tests start from. */
export const someFacts: BatchFacts = {
  creamMass: 1400,
  creamMassSd: 14,
  creamVolume: 1400,
  amountTyped: '1.4 L',
  creamFat: 0.38,
  creamFatSd: 0.01,
  fatMethod: 'label',
  temperature: 14,
  temperatureAssumed: false,
  ripened: false,
  treatment: 'pasteurised',
  homogenised: false,
  hardness: 0,
  tool: 'paddleHand',
  vesselId: null,
  capacity: 4000,
  loads: 1,
  usualSalt: { way: 'none' },
  usualStorage: 'fridge',
};
