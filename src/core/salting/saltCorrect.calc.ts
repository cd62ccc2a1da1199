import * as v from 'valibot';
import { calculation, fraction, mass, positiveFraction, positiveMass } from '../calculation';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { saltCorrect } from './saltCorrect';

const correctInput = v.strictObject({
  butterMass: positiveMass,
  saltFraction: fraction,
  targetFraction: v.pipe(positiveFraction, v.maxValue(0.15, 'salt up to 15 % is butter; more is brine.')),
  moisture: v.optional(positiveFraction, 0.16),
  /** Unsalted butter at hand to blend with, g. */
  unsaltedAtHand: v.optional(mass, 0),
});

export const saltCorrectCalculation = calculation({
  name: 'salt.correct',
  says: 'Too salty or too fresh: rinse, blend or add, in numbers.',
  input: correctInput,
  output: v.object({
    act: v.picklist(['none', 'rinse', 'blend', 'add']),
    rinse: v.optional(v.object({ waterMass: v.number(), minutes: v.number(), saltFraction: estimateSchema })),
    blend: v.optional(
      v.object({
        unsaltedMass: v.number(),
        totalMass: v.number(),
        enoughAtHand: v.boolean(),
        saltFraction: estimateSchema,
      }),
    ),
    add: v.optional(v.object({ salt: v.number(), gritty: v.boolean(), saltFraction: estimateSchema })),
    ...predictedEntries,
  }),
  run: saltCorrect,
});
export type CorrectInput = v.InferOutput<typeof correctInput>;
