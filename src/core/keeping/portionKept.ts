import type { BatchFacts } from '../churning/batchEvents';
import type { StoryPortion } from '../churning/batchStory';
import { isPerishable } from '../working/mix';
import { saltWays } from '../salting/saltWays';
import { gheeDate } from './gheeDate';
import type { KeepingDate } from './keepingDate';
import { keepingDate } from './keepingDate';
import type { Stay } from './keptThrough';
import { keptThrough } from './keptThrough';

/**
 * How long a portion of a batch keeps where it is put, and why: what was done to the cream and the butter decides.
 * @param washed the butter was washed at least once
 * @param made ISO date of the day it was packed
 * @param moves where it was moved to since, and when, in order
 */
export function portionKept(
  facts: Pick<BatchFacts, 'treatment' | 'ripened' | 'creamVolume' | 'despite'>,
  washed: boolean,
  portion: Pick<StoryPortion, 'mass' | 'saltMass' | 'storage' | 'additions' | 'ghee'>,
  made: string,
  moves: readonly Stay[] = [],
): KeepingDate {
  // No kind of keeping mends cream that should have been thrown away.
  if (facts.despite !== undefined)
    return { until: made, days: 0, reasons: [`churned although it should not have been: ${facts.despite}`] };
  const first = { storage: portion.storage, on: made };
  if (portion.ghee) return keptThrough((storage, from) => gheeDate(from, storage), [first, ...moves], false);
  const ways = saltWays(
    { way: 'mass', grams: portion.saltMass, kind: 'fine' },
    portion.mass - portion.saltMass,
    facts.creamVolume,
  );
  const butter = {
    washed,
    salted: ways.keeps,
    littleSalt: portion.saltMass > 0 && !ways.keeps,
    cultured: facts.ripened,
    rawOrigin: facts.treatment === 'raw',
    freshHerbsOrGarlic: portion.additions.some(isPerishable),
  };
  return keptThrough((storage, from) => keepingDate({ ...butter, made: from, storage }), [first, ...moves]);
}

const letters = 26;

/**
 * Codes of a batch's portions as they stand on their labels: B and its number, and a letter where there are several. A
 * portion keeps the code it once had; a new one takes the next that no portion of the batch ever had, so that a label
 * printed before a packing was taken back never names other butter.
 * @param ids of the portions, in their order
 * @param given codes given before, by portion
 */
export function portionCodes(
  batch: number,
  ids: readonly string[],
  given: ReadonlyMap<string, string> = new Map(),
): string[] {
  const alone = ids.length === 1 && given.size === 0;
  const taken = new Set(given.values());
  let place = 0;
  const next = (): string => {
    const code = alone ? `B${batch}` : lettered(batch, place);
    place += 1;
    return taken.has(code) ? next() : code;
  };
  return ids.map((id) => {
    const code = given.get(id) ?? next();
    taken.add(code);
    return code;
  });
}

function lettered(batch: number, place: number): string {
  const round = Math.floor(place / letters);
  return `B${batch}${String.fromCharCode(97 + (place % letters))}${round > 0 ? round : ''}`;
}
