import { keepsUntil } from '../planning/todayRank';
import type { LotStory, ToldLot } from './lotStory';

/** What a vessel at rest waits for, in a word or three, and how it presses. */
export interface Waiting {
  word: string;
  tone: 'calm' | 'soon' | 'now' | 'danger';
}

/** Milk stands this long before its cream is worth the ladle, and this long at most (engineering estimates), h. */
const standsFrom = 12;
const standsAtMost = 44;
/** Cold enough to stand, °C; warmest for unsoured cream and skim; hours it may be warmer (handbook §7). */
const cold = 7;
const useWithin = 2;
const discardAfter = 4;

/** What a lot waits for now, from its story and its age in hours. */
export function waitsFor(
  lot: Pick<ToldLot, 'kind' | 'treatment'> & { blocked: boolean; ageHours: number; cut?: string | undefined },
  story: LotStory | undefined,
): Waiting {
  if (story?.spoiled) return { word: 'throw it out', tone: 'danger' };
  if (lot.blocked) return { word: 'not for people', tone: 'danger' };
  if (story?.frozen === 'frozen') return { word: 'frozen', tone: 'calm' };
  if (story?.frozen === 'thawing') return { word: 'thawing', tone: 'soon' };
  const left =
    keepsUntil({
      kind: lot.kind === 'culture' || lot.kind === 'ghee' ? 'butter' : lot.kind,
      raw: lot.treatment === 'raw',
    }) - lot.ageHours;
  if (story?.souring && !story.soured) return { word: 'souring', tone: 'calm' };
  const sour = story?.soured ?? false;
  if (left < 0 && !sour) return { word: 'too old', tone: 'danger' };
  if (story?.tempering)
    return { word: story.tempering.to > story.tempering.from ? 'warming' : 'chilling', tone: 'soon' };
  if (lot.kind === 'milk') {
    if (story && story.celsius > cold)
      return lot.ageHours > discardAfter && story.celsius > 10
        ? { word: 'still warm', tone: 'danger' }
        : { word: 'cooling', tone: lot.ageHours > 2 ? 'now' : 'soon' };
    if (lot.ageHours >= standsAtMost) return { word: 'skim at once', tone: 'now' };
    return lot.ageHours >= standsFrom
      ? { word: 'ready to skim', tone: 'now' }
      : { word: 'cream rising', tone: 'calm' };
  }
  if (sour && story && story.celsius > 10) return { word: 'chill it', tone: 'now' };
  if (!sour && story && story.celsius > cold && story.warmHours > useWithin)
    return {
      word: story.warmHours > discardAfter ? 'warm too long' : 'chill or churn',
      tone: story.warmHours > discardAfter ? 'danger' : 'now',
    };
  if (lot.kind === 'culture') return { word: 'culture', tone: 'calm' };
  if (lot.kind === 'cream') {
    if (lot.cut === 'top') return { word: 'to whip', tone: left < 24 ? 'now' : 'calm' };
    if (sour) return { word: 'ripe, to churn', tone: 'soon' };
    return left < 24 ? { word: 'churn today', tone: 'now' } : { word: 'to churn', tone: 'calm' };
  }
  return left < 24 ? { word: 'use today', tone: 'now' } : { word: 'to use', tone: 'calm' };
}
