import * as v from 'valibot';
import { between, calculation } from '../calculation';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { acidity } from './acidity';

const amount = (most: number, unit: string) =>
  v.pipe(v.number(), v.gtValue(0, `above zero, in ${unit}.`), v.maxValue(most, `at most ${most} ${unit}.`));

const acidityInput = v.strictObject({
  given: v.variant('in', [
    v.strictObject({ in: v.literal('sh'), value: amount(80, '°SH') }),
    v.strictObject({ in: v.literal('dornic'), value: amount(180, '°D') }),
    v.strictObject({ in: v.literal('thorner'), value: amount(200, '°Th') }),
    v.strictObject({ in: v.literal('lacticPercent'), value: amount(2, '% lactic acid') }),
    v.strictObject({
      in: v.literal('ph'),
      value: between(3.5, 7, 'a pH from 3.5 to 7 is allowed.'),
    }),
  ]),
  fat: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0, 'a fraction from 0 to 0.8 is allowed.'),
      v.maxValue(0.8, 'a fraction from 0 to 0.8 is allowed (38 % is 0.38).'),
    ),
    0.38,
  ),
});
export type AcidityInput = v.InferOutput<typeof acidityInput>;

export const acidityCalculation = calculation({
  name: 'acidity.convert',
  says: 'Acidity of cream in every measure, its pH with spread, and whether to churn by it.',
  input: acidityInput,
  output: v.object({
    sh: v.number(),
    dornic: v.number(),
    thorner: v.number(),
    lacticAcid: v.number(),
    serumSh: v.number(),
    ph: estimateSchema,
    when: v.picklist(['sweet', 'souring', 'churn', 'sharp']),
    ...predictedEntries,
  }),
  run: acidity,
});
