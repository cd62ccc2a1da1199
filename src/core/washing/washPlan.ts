import * as v from 'valibot';
import { calculation, fraction, positiveFraction, positiveMass } from '../calculation';
import { CalculationError } from '../calculationError';

/** Washes past which a plan is refused: more water, not more washes, is what is missing (engineering estimate). */
const mostWashes = 200;

/**
 * How many washes until the wash liquid is clear: each leaves r·m/(r·m + e·W) of the loose milk solids (handbook §6.10).
 * Grain and wash masses in g; `heldSerum` g per g of grains; `clearAt` as a share of the first strength.
 * @returns the smallest number of washes, and what is left after each
 * @throws {CalculationError} when no sensible number of washes gets there
 */
export function washPlan(input: {
  grainMass: number;
  heldSerum: number;
  washMass: number;
  efficiency: number;
  clearAt: number;
}) {
  const held = input.heldSerum * input.grainMass;
  const left = held / (held + input.efficiency * input.washMass);
  const residual: number[] = [];
  let strength = 1;
  while (strength > input.clearAt) {
    if (residual.length === mostWashes) {
      throw new CalculationError(
        `washMass: ${input.washMass} g a wash is too little; more than ${mostWashes} washes would be needed.`,
        'washMass',
      );
    }
    strength *= left;
    residual.push(strength);
  }
  return { washes: residual.length, residual };
}

export const washPlanCalculation = calculation({
  name: 'wash.plan',
  says: 'Number of washes until the water runs clear.',
  input: v.strictObject({
    grainMass: positiveMass,
    heldSerum: v.pipe(
      v.number(),
      v.gtValue(0, 'grams of serum per gram of grains, above 0.'),
      v.maxValue(5, 'at most 5 g of serum per gram of grains.'),
    ),
    washMass: positiveMass,
    efficiency: positiveFraction,
    clearAt: v.pipe(
      fraction,
      v.gtValue(0, 'a share above 0 is needed: washing never takes out the last trace.'),
    ),
  }),
  output: v.object({ washes: v.number(), residual: v.array(v.number()) }),
  run: washPlan,
});
