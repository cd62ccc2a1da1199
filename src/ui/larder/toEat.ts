import { daysBetween } from '@/core/keeping/civilDate';
import type { ButterShown } from '@/server/larder/views';

/** Not for people, or past its day: a thing to take out of the way. */
export const isOut = (pat: ButterShown, today: string): boolean =>
  pat.blockedReason !== null || pat.despite !== undefined || daysBetween(today, pat.keepUntil) < 0;

/** The order in which to eat it: what must go first, then by its day. */
export const toEat = (butter: readonly ButterShown[], today: string): ButterShown[] =>
  butter.toSorted(
    (a, b) =>
      Number(isOut(b, today)) - Number(isOut(a, today)) ||
      (a.keepUntil < b.keepUntil ? -1 : a.keepUntil > b.keepUntil ? 1 : a.code < b.code ? -1 : 1),
  );
