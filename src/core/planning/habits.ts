import type { Act, ActKind } from './acts';

/** What somebody answered when an act stood first: not now, or something else instead. */
export interface Answered {
  act: ActKind;
  answer: 'later' | 'instead';
  /** What was done instead. */
  instead?: ActKind | undefined;
  daysAgo: number;
  /** Hours of the day between that answer and now, at most 12. */
  hourApart: number;
}

/** A habit is of one time of day, and half forgotten after a fortnight; one answer makes an act wait so long behind others, and all
 * of them together at most a day, h (engineering estimates). */
const sameTime = 3;
const halfForgotten = 14;
const behind = 6;
const behindAtMost = 24;

/**
 * Hours by which an act stands behind what it would stand before, by how often it was put off at this time of the day; below
 * zero where it was what was chosen instead.
 */
export function habitHours(act: ActKind, answered: readonly Answered[]): number {
  let often = 0;
  for (const one of answered) {
    if (one.hourApart > sameTime || one.daysAgo < 0) continue;
    const weight = 0.5 ** (one.daysAgo / halfForgotten);
    if (one.act === act) often += weight;
    if (one.answer === 'instead' && one.instead === act) often -= weight;
  }
  return Math.max(-behindAtMost, Math.min(behindAtMost, behind * often));
}

/** What is thrown out or cooled, and a churning under way, is never left for later. */
export const neverWaits = (act: ActKind): boolean => act === 'discard' || act === 'cool' || act === 'goOn';

/** What safety asks, and what has to be done before anybody is here again, no habit moves. */
const movable = ({ act, waiting, untilHours }: Act, nextVisitHours: number): boolean =>
  act !== 'discard' && waiting.kind !== 'safety' && (untilHours === undefined || untilHours > nextVisitHours);

/**
 * Puts acts in order: milk that can still be cooled in time, then what has to be thrown out and what else safety asks, then a
 * churning under way, then what is due by its date and by what waiting costs, with what is mostly put off at this hour behind
 * it; last what is not due yet, the soonest first.
 */
export function inOrder(
  acts: readonly Act[],
  { nextVisitHours, answered = [] }: { nextVisitHours: number; answered?: readonly Answered[] | undefined },
): Act[] {
  const place = (act: Act): number =>
    1e7 * groupOf(act) +
    Math.min(5e5, (byHours(act) + 100) * 10) -
    Math.min(900, Math.abs(act.waiting.grams)) +
    (movable(act, nextVisitHours) ? 10 * habitHours(act.act, answered) : 0);
  return acts
    .map((act) => ({ act, at: place(act) }))
    .toSorted((a, b) => a.at - b.at)
    .map(({ act }) => act);
}

function groupOf({ act, now, waiting, untilHours }: Act): number {
  if (!now) return 5;
  if (act === 'cool' && (untilHours ?? 0) > 0) return 0;
  if (act === 'discard') return 1;
  if (waiting.kind === 'safety') return 2;
  return act === 'goOn' ? 3 : 4;
}

/** What nothing dates comes after what has a date. */
const dateless = 1e4;
const byHours = ({ now, untilHours, inHours }: Act): number =>
  Math.max(-100, (now ? untilHours : (inHours ?? untilHours)) ?? dateless);

/** Due within so long of one another they are one round of work, h (engineering estimate). */
const oneRound = 1;

/** Acts that are one round of work (the jars of one milking, skimmed together) as one: all their lots, the soonest date, what all gain. */
export function rounds(acts: readonly Act[]): Act[] {
  const merged: Act[] = [];
  for (const act of acts) {
    const like = merged.find(
      (one) =>
        (act.act === 'skim' || act.act === 'use') &&
        one.act === act.act &&
        one.now === act.now &&
        Math.abs((one.inHours ?? 0) - (act.inHours ?? 0)) <= oneRound,
    );
    if (!like) merged.push({ ...act });
    else {
      like.lots = [...like.lots, ...act.lots];
      like.waiting = { ...like.waiting, grams: like.waiting.grams + act.waiting.grams };
      if (act.untilHours !== undefined)
        like.untilHours = Math.min(like.untilHours ?? Infinity, act.untilHours);
    }
  }
  return merged;
}

/** So far ahead “later” reaches at most, h (engineering estimate). */
export const laterAtMost = 12;

/**
 * When an act that is put off is shown again, hours from now: at the next visit, and in any case an hour before it is too
 * late. Undefined: it may not be put off.
 */
export function mayWait(act: Act, nextVisitHours: number): number | undefined {
  if (neverWaits(act.act) || act.waiting.kind === 'safety') return undefined;
  const least = Math.min(laterAtMost, nextVisitHours, (act.untilHours ?? Infinity) - 1);
  return least < 0.5 ? undefined : least;
}
