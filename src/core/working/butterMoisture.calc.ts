import * as v from 'valibot';
import { calculation, fraction, mass, positiveFraction, positiveMass } from '../calculation';
import { workings } from '../churning/batchWords';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { usualScale, butterMoisture } from './butterMoisture';

export const moistureInput = v.strictObject({
  butterMass: positiveMass,
  butterMassSd: v.optional(mass),
  saltMass: v.optional(mass, 0),
  worked: v.optional(v.picklist(workings), 'worked'),
  washes: v.optional(
    v.pipe(v.number(), v.minValue(0, 'zero washes or more.'), v.maxValue(50, 'at most 50.')),
    2,
  ),
  gathered: v.optional(v.picklist(['grains', 'lumps', 'mass']), 'grains'),
  /** What the fat balance knows, if the cream was measured. */
  balance: v.optional(
    v.strictObject({
      creamMass: positiveMass,
      creamMassSd: mass,
      creamFat: positiveFraction,
      creamFatSd: fraction,
      buttermilkMass: mass,
      buttermilkFat: fraction,
      lossFat: mass,
    }),
  ),
  /** Pan weights of a moisture test, g. */
  test: v.optional(
    v.strictObject({
      tare: mass,
      before: positiveMass,
      after: positiveMass,
      scaleSd: v.optional(positiveMass, usualScale),
    }),
  ),
});
export type MoistureInput = v.InferOutput<typeof moistureInput>;

export const butterMoistureCalculation = calculation({
  name: 'butter.moisture',
  says: 'Water in butter from the balance, the working and a test, each weighed by how sure it is.',
  input: moistureInput,
  output: v.object({
    moisture: estimateSchema,
    fat: estimateSchema,
    sources: v.array(
      v.object({
        source: v.picklist(['balance', 'working', 'test']),
        moisture: v.number(),
        sd: v.number(),
        weight: v.number(),
      }),
    ),
    disagree: v.boolean(),
    ...predictedEntries,
  }),
  run: butterMoisture,
});
