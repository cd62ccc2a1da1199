import * as v from 'valibot';
import { calculation, fraction, temperature } from '../calculation';
import { predictedEntries } from '../predictionSchema';
import { heatTreatment } from './heatTreatment';

const minutes = v.pipe(
  v.number(),
  v.minValue(0, 'minutes, zero or more.'),
  v.maxValue(1440, 'at most a day, in minutes.'),
);

const heatTreatmentInput = v.strictObject({
  /** What the thermometer read throughout, and when. */
  readings: v.pipe(
    v.array(v.strictObject({ minutes, celsius: temperature })),
    v.minLength(2, 'two readings at least: when it was reached, and when it ended.'),
    v.maxLength(500, 'at most 500 readings.'),
  ),
  fat: v.optional(fraction, 0.38),
  /** The house's code; by the fat when it is left out. */
  code: v.optional(v.picklist(['milk', 'cream', 'butterCream'])),
  /** What it was cooled to, and how many minutes after it was hot. */
  cooled: v.optional(v.strictObject({ celsius: temperature, minutes })),
});
export type HeatTreatmentInput = v.InferOutput<typeof heatTreatmentInput>;

export const heatTreatmentCalculation = calculation({
  name: 'heat.treatment',
  says: 'Whether a heating pasteurised, by its readings and the code’s figures, and was cooled in time.',
  input: heatTreatmentInput,
  output: v.object({
    share: v.number(),
    meets: v.boolean(),
    minutesMore: v.optional(v.number()),
    log: v.array(
      v.object({ fromMinutes: v.number(), toMinutes: v.number(), celsius: v.number(), share: v.number() }),
    ),
    cooledInTime: v.optional(v.boolean()),
    ...predictedEntries,
  }),
  run: heatTreatment,
});
