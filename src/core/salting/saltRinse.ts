import { CalculationError } from '../calculationError';

/**
 * Water for one rinse that brings too-salty butter down: new = old·w0/(w0 + e·W), w0 the butter's own water, its mass
 * taken as unchanged (handbook §6.11). Masses in g.
 * @throws {CalculationError} when the target is not below what is there, or is nothing at all
 */
export function saltRinse(input: {
  butterMass: number;
  saltFraction: number;
  targetFraction: number;
  moisture: number;
  efficiency: number;
}) {
  const { butterMass, saltFraction, targetFraction, moisture, efficiency } = input;
  if (targetFraction >= saltFraction) {
    throw new CalculationError(
      `targetFraction: ${targetFraction} was given; a rinse only lowers the salt, now ${saltFraction}.`,
      'targetFraction',
    );
  }
  if (targetFraction <= 0)
    throw new CalculationError(
      'targetFraction: 0 was given; no rinse takes out the last grain.',
      'targetFraction',
    );
  return { waterMass: (butterMass * moisture * (saltFraction / targetFraction - 1)) / efficiency };
}
