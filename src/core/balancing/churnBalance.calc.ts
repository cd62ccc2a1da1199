import * as v from 'valibot';
import { calculation, fraction, mass, positiveFraction, positiveMass } from '../calculation';
import { churnBalance } from './churnBalance';

export const churnBalanceCalculation = calculation({
  name: 'churn.balance',
  says: 'Where the fat of one churning went, and what the butter’s weight means.',
  input: v.strictObject({
    creamMass: positiveMass,
    creamFat: positiveFraction,
    butterMass: positiveMass,
    saltMass: mass,
    buttermilkMass: mass,
    addedWaterMass: mass,
    buttermilkFat: fraction,
    lossFat: mass,
  }),
  output: v.object({
    fatIn: v.number(),
    fatToButter: v.number(),
    churnEfficiency: v.number(),
    impliedButterFat: v.number(),
    overrun: v.number(),
    netButtermilkMass: v.number(),
    verdict: v.picklist(['wet', 'plausible', 'suspect']),
    remarks: v.optional(v.array(v.string())),
  }),
  run: churnBalance,
});
