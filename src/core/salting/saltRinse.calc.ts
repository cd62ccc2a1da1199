import * as v from 'valibot';
import { calculation, fraction, positiveFraction, positiveMass } from '../calculation';
import { saltRinse } from './saltRinse';

export const saltRinseCalculation = calculation({
  name: 'salt.rinse',
  says: 'Water for one rinse that brings over-salted butter down.',
  input: v.strictObject({
    butterMass: positiveMass,
    saltFraction: fraction,
    targetFraction: fraction,
    moisture: positiveFraction,
    efficiency: positiveFraction,
  }),
  output: v.object({ waterMass: v.number() }),
  run: saltRinse,
});
