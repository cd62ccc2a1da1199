import { addDays, daysBetween } from './civilDate';

/** Butter that left the larder on a day, g. */
export interface Left {
  on: string;
  mass: number;
}

export interface EatingRate {
  /** g a week, and one standard deviation of that. */
  perWeek: number;
  sd: number;
  /** Whole weeks it was learned from. */
  weeks: number;
  /** The Mondays, or whatever day weeks were counted from, of those that stand out: guests, a feast, or baking. */
  feasts: string[];
}

/** Weeks looked back over, and the fewest that say anything (engineering estimates). */
const most = 12;
const fewest = 2;
/** A week with so many times the usual is a feast: it counts as a usual one. */
const feastFrom = 2;

/**
 * How much butter a household eats in a week, by what left its larder: the mean of the last whole weeks, a feast counted as
 * an ordinary week so that it does not foretell another.
 * @param today the farm’s date; weeks are counted back from yesterday
 * @param since when there was butter to eat first
 * @returns undefined before two whole weeks
 */
export function eatingRate(left: readonly Left[], today: string, since: string): EatingRate | undefined {
  const weeks = Math.min(most, Math.floor(daysBetween(since, today) / 7));
  if (weeks < fewest) return undefined;
  const eaten = Array.from({ length: weeks }, () => 0);
  for (const { on, mass } of left) {
    const week = Math.floor((daysBetween(on, today) - 1) / 7);
    // What left today is of no whole week yet, and what is older than these weeks of none of them.
    if (eaten[week] !== undefined) eaten[week] += mass;
  }
  const sorted = eaten.toSorted((a, b) => a - b);
  const middle = (sorted[Math.floor((weeks - 1) / 2)]! + sorted[Math.ceil((weeks - 1) / 2)]!) / 2;
  const usual = middle > 0 ? middle : sorted.reduce((sum, mass) => sum + mass, 0) / weeks;
  const counted = eaten.map((mass) => Math.min(mass, usual * feastFrom));
  const mean = counted.reduce((sum, mass) => sum + mass, 0) / weeks;
  if (mean <= 0) return undefined;
  const spread = Math.sqrt(counted.reduce((sum, mass) => sum + (mass - mean) ** 2, 0) / (weeks - 1));
  return {
    perWeek: mean,
    sd: spread / Math.sqrt(weeks),
    weeks,
    feasts: eaten
      .flatMap((mass, ago) => (mass > usual * feastFrom ? [addDays(today, -7 * (ago + 1))] : []))
      .toReversed(),
  };
}

/** So many days before the last of it is eaten, the next is churned (engineering estimate). */
export const leadDays = 4;
/** Milk of four per cent, creamed or separated with nine tenths of its fat, per g of butter of 82 %: 23 L a kilogram. */
const milkPerGram = 0.82 / (0.04 * 1.03 * 0.87);

/**
 * How long butter lasts at a rate, by when the next is to be churned, and how much milk a week of it is, mL.
 * @param stock g that may be eaten
 */
export function lasts(
  stock: number,
  { perWeek }: Pick<EatingRate, 'perWeek'>,
  today: string,
): { weeks: number; churnBy: string; milkAWeek: number } {
  const weeks = stock / perWeek;
  return {
    weeks,
    churnBy: addDays(today, Math.max(0, Math.floor(weeks * 7) - leadDays)),
    milkAWeek: perWeek * milkPerGram,
  };
}
