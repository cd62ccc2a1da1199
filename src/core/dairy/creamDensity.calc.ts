import * as v from 'valibot';
import { calculation, fraction, temperature } from '../calculation';
import { creamDensity } from './creamDensity';

export const creamDensityCalculation = calculation({
  name: 'cream.density',
  says: 'Density of milk, cream or skim at a temperature, g/mL.',
  input: v.strictObject({
    fat: fraction,
    temperature: v.pipe(
      temperature,
      v.minValue(0, 'the density is known from 0 to 45 °C.'),
      v.maxValue(45, 'the density is known from 0 to 45 °C.'),
    ),
    hardness: v.optional(
      v.pipe(
        v.number(),
        v.minValue(-10, 'a shift of −10 to 10 °C is allowed.'),
        v.maxValue(10, 'a shift of −10 to 10 °C is allowed.'),
      ),
    ),
  }),
  output: v.object({ density: v.number() }),
  run: ({ fat, temperature: celsius, hardness }) => ({ density: creamDensity(fat, celsius, hardness) }),
});
