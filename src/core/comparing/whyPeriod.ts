import { logarithmicMean } from './logarithmicMean';

/** What became of the milk of some days, g and g of fat. */
export interface PeriodOfButter {
  /** Milk whose cream was churned, and fat in it. */
  milkMass: number;
  milkFat: number;
  /** Of cream that came in as cream. */
  boughtFat: number;
  /** Fat that went into the churn, and that reached the butter. */
  fatIn: number;
  fatToButter: number;
  butterMass: number;
}

export type PeriodCause = 'milk' | 'skimming' | 'churning' | 'water';

/** g of butter from 1000 g of milk, before and now, and what each thing made of the difference: the parts add up to it. */
export interface WhyPeriod {
  before: number;
  now: number;
  difference: number;
  /** The largest first. */
  parts: { cause: PeriodCause; grams: number }[];
}

/** More of the fat than this came as cream: then it is no question of the milk (engineering estimate). */
const mostBought = 0.02;

/**
 * Why a litre of milk made more or less butter in some days than in those before: how rich it was, what skimming brought, what churning
 * lost, and how much else the butter held. Butter over milk is their product, so that the parts of the difference add up exactly.
 * @returns undefined where one of the two was not of the house's own milk, or nothing was churned
 */
export function whyPeriod(before: PeriodOfButter, now: PeriodOfButter): WhyPeriod | undefined {
  if (![before, now].every(ownMilk)) return undefined;
  const [then, of] = [factors(before), factors(now)];
  const total = (one: ReturnType<typeof factors>) =>
    1000 * one.milk * one.skimming * one.churning * one.water;
  const [was, is] = [total(then), total(of)];
  const scale = logarithmicMean(is, was);
  const parts = (['milk', 'skimming', 'churning', 'water'] as const)
    .map((cause) => ({ cause, grams: scale * Math.log(of[cause] / then[cause]) }))
    .toSorted((a, b) => Math.abs(b.grams) - Math.abs(a.grams));
  return { before: was, now: is, difference: is - was, parts };
}

const ownMilk = (one: PeriodOfButter): boolean =>
  one.milkMass > 0 &&
  one.milkFat > 0 &&
  one.fatIn > 0 &&
  one.fatToButter > 0 &&
  one.butterMass > 0 &&
  one.boughtFat <= mostBought * one.milkFat;

const factors = (one: PeriodOfButter) => ({
  milk: one.milkFat / one.milkMass,
  skimming: one.fatIn / one.milkFat,
  churning: one.fatToButter / one.fatIn,
  water: one.butterMass / one.fatToButter,
});
