import * as v from 'valibot';
import { calculation, fraction, positiveMass } from '../calculation';
import { separationBalance } from './separationBalance';

export const separationBalanceCalculation = calculation({
  name: 'separation.balance',
  says: 'Parts milk into cream and skim so that mass and fat balance.',
  input: v.strictObject({
    milkMass: positiveMass,
    milkFat: fraction,
    skimFat: fraction,
    creamMass: v.optional(positiveMass),
    creamFat: v.optional(fraction),
  }),
  output: v.object({
    creamMass: v.number(),
    creamFat: v.number(),
    skimMass: v.number(),
    fatRecovered: v.number(),
    recovery: v.number(),
  }),
  run: separationBalance,
});
