import * as v from 'valibot';
import { calculation, positiveFraction, positiveMass } from '../calculation';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { gheeButter, gheeYield } from './gheeYield';

const gheeInput = v.strictObject({
  butterMass: positiveMass,
  butterFat: v.optional(positiveFraction, gheeButter.butterFat),
  butterFatSd: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0, 'a spread, as a fraction.'),
      v.maxValue(0.2, 'a spread of at most 0.2.'),
    ),
    gheeButter.butterFatSd,
  ),
});

export const gheeYieldCalculation = calculation({
  name: 'ghee.yield',
  says: 'Ghee from butter: how much, how long, and when to stop.',
  input: gheeInput,
  output: v.object({
    ghee: estimateSchema,
    volume: v.number(),
    waterMass: v.number(),
    solidsMass: v.number(),
    minutes: estimateSchema,
    endsAt: estimateSchema,
    ...predictedEntries,
  }),
  run: gheeYield,
});
export type GheeInput = v.InferOutput<typeof gheeInput>;
