import * as v from 'valibot';
import { calculation, fraction, positiveMass } from '../calculation';
import { CalculationError } from '../calculationError';

/**
 * Pools lots of cream and says how much diluent (skim, milk or water) brings them down to a target fat: Pearson's
 * square by mass, with any number of lots (handbook §6.3). Masses in g, fats as mass fractions.
 * @throws {CalculationError} when the diluent is not leaner than the target
 */
export function standardise(input: {
  lots: { mass: number; fat: number }[];
  targetFat: number;
  diluentFat: number;
}) {
  const { lots, targetFat, diluentFat } = input;
  if (diluentFat >= targetFat) {
    throw new CalculationError(
      `diluentFat: ${diluentFat} was given; it must be below the target, ${targetFat}.`,
      'diluentFat',
    );
  }
  const pooledMass = lots.reduce((sum, lot) => sum + lot.mass, 0);
  const pooledFat = lots.reduce((sum, lot) => sum + lot.mass * lot.fat, 0) / pooledMass;
  if (pooledFat <= targetFat) {
    return {
      pooledMass,
      pooledFat,
      diluentMass: 0,
      totalMass: pooledMass,
      reachable: Math.abs(pooledFat - targetFat) < 1e-12,
    };
  }
  const diluentMass = (pooledMass * (pooledFat - targetFat)) / (targetFat - diluentFat);
  return { pooledMass, pooledFat, diluentMass, totalMass: pooledMass + diluentMass, reachable: true };
}

export const standardiseCalculation = calculation({
  name: 'cream.standardise',
  says: 'Pools cream and thins it to a target fat.',
  input: v.strictObject({
    lots: v.pipe(
      v.array(v.strictObject({ mass: positiveMass, fat: fraction })),
      v.minLength(1, 'at least one lot is needed.'),
    ),
    targetFat: fraction,
    diluentFat: fraction,
  }),
  output: v.object({
    pooledMass: v.number(),
    pooledFat: v.number(),
    diluentMass: v.number(),
    totalMass: v.number(),
    reachable: v.boolean(),
  }),
  run: standardise,
});
