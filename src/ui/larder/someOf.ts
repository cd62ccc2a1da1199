import type { UnitSystem } from '@/core/quantities/units';
import type { Understood } from '../quantity/understand';
import { understand } from '../quantity/understand';

/** A scale reads so much more than there is, and it was all of it. */
const scaleOver = 1.06;

/**
 * How much of a piece is meant by what was typed, g: no more than there is, and all of it where nothing is typed.
 * @param sayMass says grams in the farm’s units
 */
export function someOf(
  typed: string,
  there: number,
  system: UnitSystem,
  sayMass: (grams: number) => string,
): { understood: Understood; wrong: boolean; mass: number | undefined } {
  const understood = understand(typed, {
    system,
    kinds: ['mass'],
    bareUnit: system === 'metric' ? 'g' : 'oz',
    check: ({ value }) =>
      value <= 0
        ? 'An amount above zero is needed.'
        : value > there * scaleOver + 1
          ? `There are ${sayMass(there)} of it.`
          : undefined,
  });
  return {
    understood,
    wrong: understood !== undefined && 'wrong' in understood,
    mass: understood && 'quantity' in understood ? Math.min(there, understood.quantity.value) : undefined,
  };
}
