import { addDays, daysBetween } from '../keeping/civilDate';

/** Butter that was eaten with guests, or is wanted for an occasion: its ISO date, and g. */
export interface Feast {
  on: string;
  mass: number;
}

/** Weeks a year ahead is told in. */
const weeks = 52;
/** A feast falls on its day, or in the week beside it. */
const near = 1;

/**
 * What is eaten beside the usual in each of the weeks ahead, g: what was eaten with guests in the last year, on the same days of the next, and what
 * is wanted for an occasion. An occasion in the week of last year’s feast, or beside it, is that feast: the larger of both counts.
 * @param today ISO date
 */
export function feastsAhead(eaten: readonly Feast[], wanted: readonly Feast[], today: string): number[] {
  const ahead = Array.from({ length: weeks }, () => 0);
  const put = (on: string, mass: number, into: number[]) => {
    const inDays = daysBetween(today, on);
    const week = Math.floor(inDays / 7);
    if (inDays >= 0 && into[week] !== undefined) into[week] += mass;
  };
  for (const { on, mass } of eaten) put(yearLater(on), mass, ahead);
  const said = Array.from({ length: weeks }, () => 0);
  for (const { on, mass } of wanted) put(on, mass, said);
  said.forEach((mass, week) => {
    if (mass === 0) return;
    const beside = [0, -near, near].map((step) => week + step).find((at) => (ahead[at] ?? 0) > 0);
    const before = beside === undefined ? 0 : ahead[beside]!;
    if (beside !== undefined) ahead[beside] = 0;
    ahead[week]! += Math.max(mass, before);
  });
  return ahead;
}

/** The same day a year later; the day that comes once in four years is the one before it. */
const yearLater = (on: string): string => {
  const [year, month, day] = on.split('-') as [string, string, string];
  return month === '02' && day === '29' ? `${Number(year) + 1}-02-28` : `${Number(year) + 1}-${month}-${day}`;
};

/** The weeks in which there is more than usual on the table, by their first day. */
export const feastWeeks = (feasts: readonly number[], today: string): Feast[] =>
  feasts.flatMap((mass, week) => (mass > 0 ? [{ on: addDays(today, 7 * week), mass }] : []));
