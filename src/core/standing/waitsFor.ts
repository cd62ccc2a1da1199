import { keepsUntil } from '../keeping/keepsUntil';
import { cultureState } from '../ripening/cultureLine';
import type { LotStory, ToldLot } from './lotStory';
import { discardAfterHours } from './lotStory';

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

/** What a lot waits for now, from its story, its age in hours, and how far it has soured if it does. */
export function waitsFor(
  lot: Pick<ToldLot, 'kind' | 'treatment'> & {
    blocked: boolean;
    ageHours: number;
    cut?: string | undefined;
    souring?: 'souring' | 'ready' | 'discard' | undefined;
  },
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
  if (story?.souring && !story.soured) {
    if (lot.souring === 'discard') return { word: 'not sour in time', tone: 'danger' };
    return lot.souring === 'ready' ? { word: 'ripe? look', tone: 'now' } : { word: 'souring', tone: 'calm' };
  }
  const sour = story?.soured ?? false;
  if (left < 0 && !sour) return { word: 'too old', tone: 'danger' };
  if (story?.tempering)
    return { word: story.tempering.to > story.tempering.from ? 'warming' : 'chilling', tone: 'soon' };
  if (lot.kind === 'milk') {
    if (story && story.celsius > cold) {
      // A top-up warms it again: the hours count from the last milk poured in.
      const hours = sinceLastPour(story);
      return hours > discardAfterHours && story.celsius > 10
        ? { word: 'still warm', tone: 'danger' }
        : { word: 'cooling', tone: hours > 2 ? 'now' : 'soon' };
    }
    if (lot.ageHours >= standsAtMost) return { word: 'skim at once', tone: 'now' };
    return lot.ageHours >= standsFrom
      ? { word: 'ready to skim', tone: 'now' }
      : { word: 'cream rising', tone: 'calm' };
  }
  if (story?.warmTooLong && !sour) return { word: 'warm too long', tone: 'danger' };
  if (sour && story && story.celsius > 10) return { word: 'chill it', tone: 'now' };
  if (!sour && story && story.celsius > cold && story.warmHours > useWithin)
    return {
      word: story.warmHours > discardAfterHours ? 'warm too long' : 'chill or churn',
      tone: story.warmHours > discardAfterHours ? 'danger' : 'now',
    };
  if (lot.kind === 'culture')
    return {
      lively: { word: 'culture', tone: 'calm' } as const,
      useSoon: { word: 'use or renew', tone: 'soon' } as const,
      tooOld: { word: 'begin it anew', tone: 'danger' } as const,
    }[cultureState(lot.ageHours)];
  if (lot.kind === 'cream') {
    if (lot.cut === 'top') return { word: 'to whip', tone: left < 24 ? 'now' : 'calm' };
    if (sour) return { word: 'ripe, to churn', tone: 'soon' };
    return left < 24 ? { word: 'churn today', tone: 'now' } : { word: 'to churn', tone: 'calm' };
  }
  return left < 24 ? { word: 'use today', tone: 'now' } : { word: 'to use', tone: 'calm' };
}

const sinceLastPour = ({ curve, firstSeconds, happenings }: LotStory): number =>
  (curve.at(-1)!.atSeconds - firstSeconds) / 3600 -
  (happenings.findLast(({ kind }) => kind === 'topUp')?.atHours ?? 0);
