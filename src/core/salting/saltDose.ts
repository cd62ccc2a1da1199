import { CalculationError } from '../calculationError';
import { saltSolubility } from './salts';

/**
 * Salt for a share of the *salted* butter, and how strong the brine in it becomes (handbook §6.11).
 * `unsaltedMass` g; `moisture` of the unsalted butter as a mass fraction.
 * @throws {CalculationError} when the share asked for is the whole butter
 */
export function saltDose(input: {
  unsaltedMass: number;
  targetFraction: number;
  moisture: number;
  gramsPerTeaspoon: number;
}) {
  const { unsaltedMass, targetFraction, moisture, gramsPerTeaspoon } = input;
  if (targetFraction >= 1)
    throw new CalculationError(
      `targetFraction: ${targetFraction} was given; it must be below 1.`,
      'targetFraction',
    );
  const salt = (unsaltedMass * targetFraction) / (1 - targetFraction);
  const brine = brineStrength(salt, unsaltedMass * moisture);
  return {
    salt,
    saltedMass: unsaltedMass + salt,
    teaspoons: salt / gramsPerTeaspoon,
    brine,
    gritty: brine > saltSolubility,
  };
}

/** Salt in the water phase: salt/(salt + water), both in g; 0 without salt. */
export const brineStrength = (salt: number, water: number): number =>
  salt === 0 ? 0 : salt / (salt + water);
