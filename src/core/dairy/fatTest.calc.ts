import * as v from 'valibot';
import { between, calculation, positive, temperature } from '../calculation';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { fatTest } from './fatTest';

const percentOf = (most: number) =>
  v.pipe(
    v.number(),
    v.gtValue(0, 'a reading above zero, in percent.'),
    v.maxValue(most, `at most ${most} %.`),
  );

const fatTestInput = v.strictObject({
  of: v.optional(v.picklist(['milk', 'cream']), 'milk'),
  reading: v.variant('kind', [
    v.strictObject({ kind: v.literal('babcock'), percent: percentOf(70) }),
    v.strictObject({ kind: v.literal('gerber'), percent: percentOf(70) }),
    /** Fat column of a spun capillary, percent of the filled length. */
    v.strictObject({ kind: v.literal('capillary'), columnPercent: percentOf(40) }),
    /** In a straight jar, mm, after so many hours cold. */
    v.strictObject({
      kind: v.literal('creamLine'),
      height: positive,
      creamHeight: positive,
      hours: v.pipe(v.number(), v.minValue(0, 'hours, zero or more.'), v.maxValue(96, 'at most four days.')),
    }),
  ]),
  /** Degrees of a Quevenne lactometer, and the milk's temperature. */
  lactometer: v.optional(between(10, 45, '10 to 45 degrees.')),
  celsius: v.optional(temperature, 15.5),
});
export type FatTestInput = v.InferOutput<typeof fatTestInput>;

export const fatTestCalculation = calculation({
  name: 'milk.fatTest',
  says: 'Fat from a Babcock, Gerber, capillary or cream-line reading, and solids from a lactometer.',
  input: fatTestInput,
  output: v.object({
    fat: estimateSchema,
    solids: v.optional(v.object({ total: v.number(), notFat: v.number() })),
    ...predictedEntries,
  }),
  run: fatTest,
});
