import * as v from 'valibot';
import { calculation, mass, positiveMass } from '../calculation';
import { moistureTest } from './moistureTest';

export const moistureTestCalculation = calculation({
  name: 'butter.moistureTest',
  says: 'Moisture of butter from three weighings of a pan.',
  input: v.strictObject({ tare: mass, before: positiveMass, after: positiveMass }),
  output: v.object({ sample: v.number(), moisture: v.number() }),
  run: moistureTest,
});
