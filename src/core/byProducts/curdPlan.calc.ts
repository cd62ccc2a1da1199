import * as v from 'valibot';
import { calculation, positiveFraction, positiveMass } from '../calculation';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { curdPlan } from './curdPlan';

const curdInput = v.strictObject({
  milkMass: positiveMass,
  milkFat: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0, 'milk fat from 0 to 12 % is allowed (0.12).'),
      v.maxValue(0.12, 'milk fat from 0 to 12 % is allowed (0.12).'),
    ),
    0.001,
  ),
  /** Strength of the vinegar, as acetic acid. */
  vinegar: v.optional(positiveFraction, 0.05),
});

export const curdPlanCalculation = calculation({
  name: 'curd.plan',
  says: 'Curd from skim by heat and acid: how much vinegar, how much curd.',
  input: curdInput,
  output: v.object({
    heatTo: v.number(),
    vinegar: estimateSchema,
    curd: estimateSchema,
    wheyMass: v.number(),
    ...predictedEntries,
  }),
  run: curdPlan,
});
export type CurdInput = v.InferOutput<typeof curdInput>;
