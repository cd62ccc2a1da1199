import * as v from 'valibot';
import { churnBalance } from '../balancing/churnBalance';
import { calculation, fraction, mass, positiveFraction, positiveMass } from '../calculation';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { ninety, together } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { wholeGrams } from '../quantities/whole';
import { logarithmicMean } from './logarithmicMean';

const batch = v.strictObject({
  creamMass: positiveMass,
  creamMassSd: v.optional(mass, 0),
  creamFat: positiveFraction,
  creamFatSd: v.optional(fraction, 0.01),
  buttermilkMass: mass,
  /** Of the liquid as drained. */
  buttermilkFat: fraction,
  /** g of fat lost by washing and smearing. */
  lossFat: mass,
  butterMass: positiveMass,
  butterMassSd: v.optional(mass, 2),
  saltMass: v.optional(mass, 0),
});
type Batch = v.InferOutput<typeof batch>;

const parts = ['fatIn', 'churning', 'washing', 'water', 'salt'] as const;
export type ButterPart = (typeof parts)[number];

export interface Comparison extends Predicted {
  /** Butter of the second batch less that of the first, g. */
  difference: number;
  /** What each thing made of it, g: they add up to the difference exactly. */
  parts: Record<ButterPart, Estimate>;
}

/** What multiplies to a batch's unsalted butter: fat in × share left by churning × share left by washing ÷ fat of the butter. */
function factors(one: Batch) {
  const balance = churnBalance({ ...one, addedWaterMass: 0 });
  const churned = balance.fatIn - one.buttermilkMass * one.buttermilkFat;
  return {
    unsalted: one.butterMass - one.saltMass,
    fatIn: balance.fatIn,
    churning: churned / balance.fatIn,
    washing: balance.fatToButter / churned,
    water: 1 / balance.impliedButterFat,
  };
}

/**
 * The difference in butter between two batches, shared out among fat in, churning, washing, water and salt, so that the
 * parts add up exactly: unsalted butter is a product, and the logarithmic mean divides a difference of products without
 * a remainder (logarithmic mean Divisia index: Ang, Energy Policy 32, 2004). Masses in g.
 * @throws {CalculationError} when one of the batches leaves no fat for its butter
 */
export function compareBatches({ first, second }: { first: Batch; second: Batch }): Comparison {
  const [a, b] = [factors(first), factors(second)];
  const scale = logarithmicMean(b.unsalted, a.unsalted);
  const part = (key: 'fatIn' | 'churning' | 'washing' | 'water') => scale * Math.log(b[key] / a[key]);
  const relative = {
    cream: together(
      ...[first, second].map((one) =>
        together(one.creamMassSd / one.creamMass, one.creamFatSd / one.creamFat),
      ),
    ),
    buttermilk: together(
      ...[first, second].map(
        (one) => (0.35 * one.buttermilkMass * one.buttermilkFat) / (one.creamMass * one.creamFat),
      ),
    ),
    washing: together(...[first, second].map((one) => (0.5 * one.lossFat) / (one.creamMass * one.creamFat))),
    butter: together(...[first, second].map((one) => one.butterMassSd / one.butterMass)),
  };
  const spread = {
    fatIn: relative.cream,
    churning: relative.buttermilk,
    washing: relative.washing,
    // What is called water is all that fat does not explain, so it carries every other error.
    water: together(relative.cream, relative.buttermilk, relative.washing, relative.butter),
  };
  const around = (mid: number, sd: number): Estimate => ({
    low: mid - ninety * sd,
    mid,
    high: mid + ninety * sd,
  });
  const salt = second.saltMass - first.saltMass;
  const shared: Record<ButterPart, Estimate> = {
    fatIn: around(part('fatIn'), scale * spread.fatIn),
    churning: around(part('churning'), scale * spread.churning),
    washing: around(part('washing'), scale * spread.washing),
    water: around(part('water'), scale * spread.water),
    salt: around(salt, 0.1 * Math.abs(salt)),
  };
  return {
    difference: second.butterMass - first.butterMass,
    parts: shared,
    reasons: ranked(parts.map((key) => ({ says: partWords[key](shared[key].mid), weight: shared[key].mid }))),
    cautions: [],
  };
}

const moreOrLess = (grams: number) => `${wholeGrams(Math.abs(grams))} ${grams >= 0 ? 'more' : 'less'}`;
const partWords: Record<ButterPart, (grams: number) => string> = {
  fatIn: (grams) => `Fat in the cream: ${moreOrLess(grams)} butter.`,
  churning: (grams) => `Fat left in the buttermilk: ${moreOrLess(grams)} butter.`,
  washing: (grams) => `Fat lost to wash and smears: ${moreOrLess(grams)} butter.`,
  water: (grams) => `Water, and whatever was weighed wrong: ${moreOrLess(grams)} butter.`,
  salt: (grams) => `Salt: ${moreOrLess(grams)}.`,
};

export const compareBatchesCalculation = calculation({
  name: 'batch.compare',
  says: 'Why one batch made more butter than another: fat in, churning, washing, water, salt, adding up exactly.',
  input: v.strictObject({ first: batch, second: batch }),
  output: v.object({
    difference: v.number(),
    parts: v.record(v.picklist(parts), estimateSchema),
    ...predictedEntries,
  }),
  run: compareBatches,
});
