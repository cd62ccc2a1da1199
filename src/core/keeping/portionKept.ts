import type { BatchFacts } from '../churning/batchEvents';
import type { StoryPortion } from '../churning/story';
import { saltWays } from '../salting/saltWays';
import { gheeDate } from './gheeDate';
import type { KeepingDate } from './keepingDate';
import { keepingDate } from './keepingDate';

/**
 * How long a portion of a batch keeps where it is put, and why: what was done to the cream and the butter decides.
 * @param washed the butter was washed at least once
 * @param made ISO date of the day it was packed
 */
export function portionKept(
  facts: Pick<BatchFacts, 'treatment' | 'ripened' | 'creamVolume'>,
  washed: boolean,
  portion: Pick<StoryPortion, 'mass' | 'saltMass' | 'storage' | 'additions' | 'ghee'>,
  made: string,
): KeepingDate {
  if (portion.ghee) return gheeDate(made, portion.storage);
  const ways = saltWays(
    { way: 'mass', grams: portion.saltMass, kind: 'fine' },
    portion.mass - portion.saltMass,
    facts.creamVolume,
  );
  return keepingDate({
    made,
    storage: portion.storage,
    washed,
    salted: ways.keeps,
    cultured: facts.ripened,
    rawOrigin: facts.treatment === 'raw',
    freshHerbsOrGarlic: portion.additions.some((addition) => addition === 'herbs' || addition === 'garlic'),
  });
}

const letters = 26;

/**
 * The code on a portion's label: B and the batch's number, and a letter where there are several.
 * @param place from 0
 */
export function portionCode(batch: number, place: number, portions: number): string {
  if (portions < 2) return `B${batch}`;
  const round = Math.floor(place / letters);
  return `B${batch}${String.fromCharCode(97 + (place % letters))}${round > 0 ? round : ''}`;
}
