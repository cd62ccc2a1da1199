import * as v from 'valibot';
import { calculation, mass, positive, positiveFraction, positiveMass } from '../calculation';

/**
 * What “a spoon per churning” comes to as a share of the salted butter (handbook §6.11). Masses in g.
 */
export function saltFromSpoon(input: {
  gramsPerTeaspoon: number;
  teaspoons: number;
  creamMass: number;
  creamFat: number;
  butterFat: number;
  churnEfficiency: number;
}) {
  const salt = input.gramsPerTeaspoon * input.teaspoons;
  const expectedButter = (input.creamMass * input.creamFat * input.churnEfficiency) / input.butterFat;
  return { salt, expectedButter, fraction: salt / (salt + expectedButter) };
}

export const saltFromSpoonCalculation = calculation({
  name: 'salt.fromSpoon',
  says: 'Salt share of the butter from spoons per churning.',
  input: v.strictObject({
    gramsPerTeaspoon: positive,
    teaspoons: mass,
    creamMass: positiveMass,
    creamFat: positiveFraction,
    butterFat: positiveFraction,
    churnEfficiency: positiveFraction,
  }),
  output: v.object({ salt: v.number(), expectedButter: v.number(), fraction: v.number() }),
  run: saltFromSpoon,
});
