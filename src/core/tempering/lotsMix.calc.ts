import * as v from 'valibot';
import { calculation, fraction, positiveMass, temperature } from '../calculation';
import { lotsMix } from './lotsMix';

export const lotsMixCalculation = calculation({
  name: 'lots.mix',
  says: 'Mass, fat and temperature of lots poured together.',
  input: v.strictObject({
    lots: v.pipe(
      v.array(v.strictObject({ mass: positiveMass, fat: fraction, temperature })),
      v.minLength(1, 'at least one lot is needed.'),
    ),
  }),
  output: v.object({ mass: v.number(), fat: v.number(), temperature: v.number() }),
  run: lotsMix,
});
