import * as v from 'valibot';
import type { CostPerKilogram } from './costPerKilogram';
import { costPerKilogram } from './costPerKilogram';

const price = v.optional(
  v.pipe(v.number(), v.minValue(0, 'an amount of zero or more.'), v.maxValue(1e6, 'an amount of at most a million.')),
); // prettier-ignore

/** What things cost and are worth here, in whatever money: a litre, a kilogram, an hour, a batch. */
export const pricesSaid = v.strictObject({
  /** How the money is written. */
  money: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(6, 'at most six letters.'))),
  /** A litre of one’s own milk: what it costs in feed, or would fetch. */
  milkLitre: price,
  /** A litre of bought cream. */
  creamLitre: price,
  /** What a litre of one’s own cream would fetch. */
  creamFetches: price,
  hour: price,
  /** Salt, a kilogram; culture, fuel and power, a batch; wrapping, a kilogram of butter. */
  saltKilogram: price,
  cultureBatch: price,
  fuelBatch: price,
  packingKilogram: price,
  /** What a litre of skim and of buttermilk is worth, where somebody or something drank it. */
  skimLitre: price,
  buttermilkLitre: price,
  /** To keep an animal for a year: feed, bedding, vet, service; a cow or buffalo, and a goat or ewe. */
  cowYear: price,
  goatYear: price,
  /** Butter like it in the shop, a kilogram. */
  shopKilogram: price,
});
export type Prices = v.InferOutput<typeof pricesSaid>;

/** Prices as they were kept; none for what is none. */
export function pricesKept(kept: unknown): Prices {
  const read = v.safeParse(pricesSaid, kept);
  return read.success ? read.output : {};
}

/** What a year’s books say, masses g. */
export interface YearBooks {
  butter: number;
  batches: number;
  /** Fat that went into churned cream: of milk of one’s own, and of cream that was bought. */
  milkFat: number;
  boughtFat: number;
  /** The milk that its cream was skimmed off. */
  milk: number;
  /** From begun to packed, h, in all. */
  hours: number;
  salt: number;
  /** Skim and buttermilk that were put to some use. */
  skim: number;
  buttermilk: number;
  /** Batches whose cream was soured. */
  soured: number;
}

export interface YearMoney extends CostPerKilogram {
  /** Litres of one’s own milk whose fat was churned, and of cream that was bought (36 % fat). */
  milkLitres: number;
  boughtLitres: number;
}

/** g of a litre of milk and of heavy cream, and the fat of that (handbook §6.1). */
const milkDense = 1030;
const creamDense = 994;
const boughtFat = 0.36;

/** A year’s butter in money: what a kilogram cost by the books and the prices of the house, against the shop and against selling the cream. Nothing where no butter was made. */
export function yearMoney(books: YearBooks, prices: Prices): YearMoney | undefined {
  if (books.butter <= 0) return undefined;
  const milkLitres = books.milk / milkDense;
  const boughtLitres = books.boughtFat / boughtFat / creamDense;
  const ownCream = books.milkFat / boughtFat / creamDense;
  const kilograms = books.butter / 1000;
  const of = (given: number | undefined, many: number) => (given ?? 0) * many;
  const credits = [
    { name: 'Skim', mass: books.skim, perKilogram: of(prices.skimLitre, 1000 / milkDense) },
    { name: 'Buttermilk', mass: books.buttermilk, perKilogram: of(prices.buttermilkLitre, 1000 / milkDense) },
  ].filter(({ perKilogram }) => perKilogram > 0);
  const cost = costPerKilogram({
    butterMass: books.butter,
    creamCost: of(prices.milkLitre, milkLitres) + of(prices.creamLitre, boughtLitres),
    saltCost: of(prices.saltKilogram, books.salt / 1000),
    cultureCost: of(prices.cultureBatch, books.soured),
    fuelCost: of(prices.fuelBatch, books.batches),
    packingCost: of(prices.packingKilogram, kilograms),
    hours: books.hours,
    hourlyRate: prices.hour ?? 0,
    credits,
    ...(prices.shopKilogram === undefined ? {} : { shopPrice: prices.shopKilogram }),
    ...(prices.creamFetches === undefined
      ? {}
      : { creamWouldFetch: prices.creamFetches * ownCream + of(prices.creamLitre, boughtLitres) }),
  });
  return { ...cost, milkLitres, boughtLitres };
}

/** Whether enough was said for a cost to mean anything: what the cream cost. */
export const costKnown = ({ milkFat, boughtFat: fat }: YearBooks, { milkLitre, creamLitre }: Prices): boolean =>
  (milkFat <= fat || milkLitre !== undefined) && (fat < 0.05 * (milkFat + fat) || creamLitre !== undefined); // prettier-ignore
