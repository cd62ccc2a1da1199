import * as v from 'valibot';
import { calculation, positiveFraction, positiveMass } from '../calculation';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { curdPlan } from './curdPlan';
import { curdWays } from './curdWays';

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
  /** By heat and acid, or soured and drained. */
  way: v.optional(v.picklist(curdWays), 'heatAcid'),
  /** Strength of the vinegar, as acetic acid. */
  vinegar: v.optional(positiveFraction, 0.05),
});

export const curdPlanCalculation = calculation({
  name: 'curd.plan',
  says: 'Curd from skim or milk, by heat and acid or soured: how much vinegar, how much curd.',
  input: curdInput,
  output: v.object({
    heatTo: v.optional(v.number()),
    vinegar: v.optional(estimateSchema),
    curd: estimateSchema,
    wheyMass: v.number(),
    ...predictedEntries,
  }),
  run: curdPlan,
});
export type CurdInput = v.InferOutput<typeof curdInput>;
