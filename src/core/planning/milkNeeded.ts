import * as v from 'valibot';
import { calculation, positiveFraction, positiveMass } from '../calculation';

/** Milk for a wanted mass of butter: butterMass·butterFat/(milkFat·recovery·churnEfficiency). Masses in g. */
export function milkNeeded(input: {
  butterMass: number;
  butterFat: number;
  milkFat: number;
  recovery: number;
  churnEfficiency: number;
}) {
  return {
    milkMass: (input.butterMass * input.butterFat) / (input.milkFat * input.recovery * input.churnEfficiency),
  };
}

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
