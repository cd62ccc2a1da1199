import * as v from 'valibot';
import type { BatchFacts } from './batchEvents';
import { batchFacts } from './batchEvents';
import type { BatchStory } from './batchStory';

/** How a maker works, whatever the cream: churn, temperature, ripeness, washes, salt, shaping, place. */
export const wayOfWorking = v.omit(batchFacts, [
  'creamMass',
  'creamMassSd',
  'creamVolume',
  'amountTyped',
  'creamFatSd',
  'temperatureAssumed',
  'loads',
  'way',
  'despite',
]);
export type WayOfWorking = v.InferOutput<typeof wayOfWorking>;

/** The way a batch was worked, to be kept under a name. */
export const wayOf = (facts: BatchFacts): WayOfWorking =>
  Object.fromEntries(Object.entries(facts).filter(([key]) => key in wayOfWorking.entries)) as WayOfWorking;

/** Facts with the washes, salt, shaping and place the butter really got. */
export function factsAsDone(facts: BatchFacts, story: Pick<BatchStory, 'portions' | 'washes'>): BatchFacts {
  const [portion] = story.portions;
  if (!portion) return facts;
  const done: BatchFacts = {
    ...facts,
    usualWashes: Math.min(20, story.washes.length),
    usualSalt: portion.salting,
    usualStorage: portion.storage,
  };
  if (portion.pieces) done.usualPieces = portion.pieces;
  else delete done.usualPieces;
  return done;
}
