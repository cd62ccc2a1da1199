import * as v from 'valibot';
import { calculation, fraction, positive, positiveMass } from '../calculation';
import { saltDose } from './saltDose';

export const saltDoseCalculation = calculation({
  name: 'salt.dose',
  says: 'Salt for a share of the finished butter, in grams and spoons.',
  input: v.strictObject({
    unsaltedMass: positiveMass,
    targetFraction: fraction,
    moisture: fraction,
    gramsPerTeaspoon: positive,
  }),
  output: v.object({
    salt: v.number(),
    saltedMass: v.number(),
    teaspoons: v.number(),
    brine: v.number(),
    gritty: v.boolean(),
  }),
  run: saltDose,
});
