import * as v from 'valibot';
import { calculation, positiveFraction, positiveMass } from '../calculation';
import { milkNeeded } from './milkNeeded';

export const milkNeededCalculation = calculation({
  name: 'milk.needed',
  says: 'Milk for a wanted amount of butter.',
  input: v.strictObject({
    butterMass: positiveMass,
    butterFat: positiveFraction,
    milkFat: positiveFraction,
    recovery: positiveFraction,
    churnEfficiency: positiveFraction,
  }),
  output: v.object({ milkMass: v.number() }),
  run: milkNeeded,
});
