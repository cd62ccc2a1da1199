import { percent } from '../quantities/formatQuantity';
import { addDays, daysBetween } from './civilDate';
import type { KeepingDate, Storage } from './keepingDate';

/** From an ISO date on butter is kept there. */
export interface Stay {
  storage: Storage;
  on: string;
}

/** Butter out of the freezer keeps half as long in the fridge (docs/handbook.md, keeping). */
const thawedShare = 0.5;

/**
 * How long butter keeps that was moved: each place uses up its share of the time it keeps there, and what is left counts in
 * the next (losses add up whatever their order: van Arsdel, Food Technology 11, 1957, time–temperature tolerance). Nothing
 * that went past its day somewhere is given another elsewhere.
 * @param keeps how long it keeps in a place, from an ISO date on
 * @param stays where it was first, then where it was moved to, in order of their dates
 * @param thaws freezing and thawing costs it time: butter, and not ghee
 */
export function keptThrough(
  keeps: (storage: Storage, from: string) => KeepingDate,
  [first, ...moves]: readonly [Stay, ...Stay[]],
  thaws = true,
): KeepingDate {
  let now = keeps(first.storage, first.on);
  let { storage, on } = first;
  let days = now.days;
  let used = 0;
  let thawed = false;
  for (const move of moves) {
    const stood = Math.max(0, daysBetween(on, move.on));
    // Where it keeps no day at all, a day is more than all of its time.
    if (stood > 0) used += stood / days;
    // Into the freezer and out again on one day froze nothing; another freezer is no thaw, and nothing is halved in one.
    thawed ||= thaws && storage === 'freezer' && stood > 0;
    const fresh = keeps(move.storage, move.on);
    const half = thawed && move.storage === 'fridge';
    days = fresh.days * (half ? thawedShare : 1);
    const left = Math.floor(days * Math.max(0, 1 - used) + 1e-9);
    const until = addDays(move.on, left);
    now =
      used >= 1
        ? {
            until: now.until,
            days: 0,
            reasons: ['past its day before it was moved', ...fresh.reasons],
          }
        : {
            until,
            days: left,
            reasons: [
              ...fresh.reasons,
              ...(half ? ['thawed: half the time in the fridge'] : []),
              ...(used > 0.005 ? [`${percent(used, 0)} of its time was used up where it stood before`] : []),
            ],
          };
    ({ storage, on } = move);
  }
  return now;
}
