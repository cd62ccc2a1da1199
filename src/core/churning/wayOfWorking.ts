import type { BatchFacts } from './batchEvents';
import type { BatchStory } from './batchStory';
import type { WayOfWorking } from './wayOfWorking.calc';

/** What is the cream’s and the day’s, and no way of working. */
export const ofTheCream = [
  'creamMass',
  'creamMassSd',
  'creamVolume',
  'amountTyped',
  'creamFatSd',
  'temperatureAssumed',
  'loads',
  'way',
  'despite',
] as const satisfies (keyof BatchFacts)[];
const left: ReadonlySet<string> = new Set(ofTheCream);

/** The way a batch was worked, to be kept under a name. */
export const wayOf = (facts: BatchFacts): WayOfWorking =>
  Object.fromEntries(Object.entries(facts).filter(([key]) => !left.has(key))) as WayOfWorking;

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
