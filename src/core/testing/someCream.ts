import type { CreamInChurn } from '../churning/creamInChurn';

/** Well-known cool cream in a stand mixer, less than a third full: what tests start from. */
export const someCream: CreamInChurn = {
  mass: 1400,
  massSd: 14,
  fat: 0.36,
  fatSd: 0.01,
  temperature: 14,
  temperatureSd: 0.5,
  treatment: 'pasteurised',
  ripened: false,
  homogenised: false,
  hardness: 0,
  tool: 'standMixer',
  load: { mass: 1400, fat: 0.36, capacity: 4670, fill: 0.3 },
};
