import * as v from 'valibot';
import { calculation, temperature } from '../calculation';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { ripenPredict } from './ripenPredict';

const hours = v.pipe(
  v.number(),
  v.minValue(0, 'hours, zero or more.'),
  v.maxValue(400, 'at most 400 hours.'),
);
const dose = v.pipe(
  v.number(),
  v.gtValue(0, 'a dose above 0 and up to 0.3 of the whole is allowed (2 % is 0.02).'),
  v.maxValue(0.3, 'a dose above 0 and up to 0.3 of the whole is allowed (2 % is 0.02).'),
);

const ripenInput = v.strictObject({
  /** What sours. */
  of: v.optional(v.picklist(['cream', 'milk', 'skim', 'buttermilk']), 'cream'),
  route: v.picklist(['mesophilic', 'yoghurt', 'both', 'natural']),
  /** Share of the whole, by weight; none for natural souring. */
  dose: v.optional(dose),
  treatment: v.picklist(['raw', 'pasteurised', 'boiled']),
  /** What the culture is: live, or buttermilk of sweet cream, which is none. */
  culture: v.optional(
    v.picklist(['bought', 'culturedButtermilk', 'sweetButtermilk', 'liveYoghurt', 'sourCream', 'curd']),
  ),
  /** How many times a line was carried on. */
  generation: v.optional(
    v.pipe(v.number(), v.minValue(0, 'zero or more.'), v.maxValue(200, 'at most 200.')),
    0,
  ),
  /** What earlier sourings taught of this culture: the logarithm of its speed against the book's. */
  own: v.optional(
    v.strictObject({
      logMean: v.pipe(v.number(), v.minValue(-1, '−1 to 1.'), v.maxValue(1, '−1 to 1.')),
      logSd: v.pipe(v.number(), v.gtValue(0, 'above 0, up to 1.'), v.maxValue(1, 'above 0, up to 1.')),
    }),
  ),
  /** Temperature over time; the last goes on. */
  temperatures: v.pipe(
    v.array(
      v.strictObject({ hours: v.pipe(hours, v.gtValue(0, 'some time, in hours.')), celsius: temperature }),
    ),
    v.minLength(1, 'at least one temperature is needed.'),
    v.maxLength(200, 'at most 200 temperatures.'),
  ),
  /** Hours gone by. */
  elapsedHours: v.optional(hours, 0),
  /** pH readings, and whether it was thick and tart, at hours since the start. */
  readings: v.optional(
    v.pipe(
      v.array(
        v.variant('kind', [
          v.strictObject({
            kind: v.literal('ph'),
            atHours: hours,
            ph: v.pipe(
              v.number(),
              v.minValue(3.5, 'a pH from 3.5 to 7 is allowed.'),
              v.maxValue(7, 'a pH from 3.5 to 7 is allowed.'),
            ),
          }),
          v.strictObject({ kind: v.literal('thickAndTart'), atHours: hours, seen: v.boolean() }),
        ]),
      ),
      v.maxLength(100, 'at most 100 readings.'),
    ),
    [],
  ),
  readyPh: v.optional(
    v.pipe(
      v.number(),
      v.minValue(4.3, 'a pH from 4.3 to 6 is allowed.'),
      v.maxValue(6, 'a pH from 4.3 to 6 is allowed.'),
    ),
    5,
  ),
});
export type RipenInput = v.InferOutput<typeof ripenInput>;

export const ripenPredictCalculation = calculation({
  name: 'ripen.predict',
  says: 'When cream, milk, skim or buttermilk has soured: hours until ready, pH now, and when to discard it.',
  input: ripenInput,
  output: v.object({
    readyHours: v.optional(estimateSchema),
    phNow: estimateSchema,
    discardAfterHours: v.number(),
    state: v.picklist(['souring', 'ready', 'discard']),
    curve: v.array(v.object({ hours: v.number(), ph: v.number() })),
    ...predictedEntries,
  }),
  run: ripenPredict,
});
