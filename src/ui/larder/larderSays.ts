import { counted } from '@/core/quantities/counted';
import { daysBetween } from '@/core/keeping/civilDate';
import type { crockWater } from '@/core/keeping/crockWater';
import type { EatingRate } from '@/core/keeping/eatingRate';
import { lasts } from '@/core/keeping/eatingRate';
import { pastItsDay } from '@/core/keeping/pastItsDay';
import type { ButterShown } from '@/server/larder/views';
import type { useSay } from '../frame/FarmContext';
import type { KeptPiece } from './keptPiece';
import { isOut } from './toEat';

type Say = Pick<ReturnType<typeof useSay>, 'mass' | 'about' | 'day'>;

/** The first piece has to be dealt with today or tomorrow. */
export const presses = (first: ButterShown | undefined, today: string): boolean =>
  first !== undefined && (isOut(first, today) || daysBetween(today, first.keepUntil) <= 1);

/** What is in the house, how long it lasts at the household’s own rate, and by when to churn again. */
export function stockWords(
  butter: readonly ButterShown[],
  today: string,
  rate: EatingRate | undefined,
  say: Say,
): string {
  const good = butter.filter((one) => !isOut(one, today));
  const total = good.reduce((sum, { mass }) => sum + mass, 0);
  if (!rate || total <= 0)
    return `${say.mass(butter.reduce((sum, { mass }) => sum + mass, 0))} of butter in the house.`;
  const { weeks, churnBy } = lasts(total, rate, today);
  const long =
    weeks < 1.5 ? counted(Math.max(1, Math.round(weeks * 7)), 'day') : counted(Math.round(weeks), 'week');
  return `${say.mass(total)} is about ${long} at your ${say.about(rate.perWeek)} a week. Churn again by ${say.day(churnBy, today)}.`;
}

/** What to do with a piece past its day, and what it is: the same on the Larder and on Today, the first of it large. */
export function pastWords(pat: ButterShown): string {
  const { discard, what, advice } = pastItsDay(pat);
  const begun = (words: string) => `${words[0]!.toUpperCase()}${words.slice(1)}`;
  return discard ? `${pat.code}: ${advice}. It is ${what}.` : `${pat.code} is ${what}. ${begun(advice)}.`;
}

/** To be thrown out, as far as anybody knows that it is still there. */
export const isDanger = ({ tag, asked }: Pick<KeptPiece, 'tag' | 'asked'>): boolean =>
  !asked && tag?.tone === 'danger';

/**
 * What must go first of what is kept beside the butter, where no butter has to be dealt with before it, and no water unless it
 * is dangerous: the sentence speaks of it, and it is in hand.
 */
export function otherFirst<T extends Pick<KeptPiece, 'tag' | 'asked'>>(
  first: ButterShown | undefined,
  today: string,
  water: ReturnType<typeof crockWater> | undefined,
  kept: readonly T[],
): T | undefined {
  const thrown = kept.find(isDanger);
  if (presses(first, today))
    // What must be thrown out goes before what is only past its day.
    return first!.blockedReason !== null || first!.despite !== undefined ? undefined : thrown;
  const other = kept.find(({ tag, asked }) => !asked && (tag?.tone === 'danger' || tag?.tone === 'now'));
  return water?.waits?.tone === 'now' && other?.tag?.tone !== 'danger' ? undefined : other;
}

/** What the larder opens on: the piece to deal with first, or the crock’s water. */
export function larderSays(
  first: ButterShown | undefined,
  today: string,
  water: ReturnType<typeof crockWater> | undefined,
  say: Say,
  kept: readonly Pick<KeptPiece, 'name' | 'tag' | 'asked'>[] = [],
  keptThings = kept.length,
): string {
  const other = otherFirst(first, today, water, kept);
  if (other) return `${other.name}: ${other.tag!.word}.`;
  if (!first) return keptThings > 0 ? 'No butter in the house.' : 'The larder is empty.';
  if (water?.waits?.tone === 'now' && !presses(first, today)) return 'The crock wants fresh water.';
  const left = daysBetween(today, first.keepUntil);
  if (first.blockedReason !== null || first.despite !== undefined)
    return `${first.code} is not for people: set it apart.`;
  if (isOut(first, today)) return pastWords(first);
  if (left === 0) return `Finish ${first.code} today.`;
  if (left <= 3) return `Finish ${first.code} by ${say.day(first.keepUntil, today)}.`;
  return 'Everything here keeps a while.';
}
