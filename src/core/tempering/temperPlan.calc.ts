import * as v from 'valibot';
import { calculation, fraction, positive, positiveVolume, temperature } from '../calculation';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { methodKeys, temperPlan } from './temperPlan';

const planInput = v.strictObject({
  volume: positiveVolume,
  fat: fraction,
  from: temperature,
  to: temperature,
  /** Minutes from now at which it is wanted. */
  readyInMinutes: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0, 'minutes, zero or more.'),
      v.maxValue(10_080, 'at most a week, in minutes.'),
    ),
  ),
  /** mm, inside. */
  diameter: positive,
  filledHeight: positive,
  topExposed: v.optional(v.boolean(), true),
  /** Soured and set: it only conducts. */
  set: v.optional(v.boolean(), false),
  soured: v.optional(v.boolean(), false),
  hardness: v.optional(
    v.pipe(
      v.number(),
      v.minValue(-8, 'a shift of −8 to 8 °C is allowed.'),
      v.maxValue(8, 'a shift of −8 to 8 °C is allowed.'),
    ),
    0,
  ),
  methods: v.optional(
    v.pipe(
      v.array(v.strictObject({ method: v.picklist(methodKeys), celsius: v.optional(temperature) })),
      v.maxLength(20, 'at most 20 methods.'),
    ),
    [{ method: 'roomAir' }, { method: 'fridge' }, { method: 'bath' }, { method: 'iceWater' }],
  ),
  /** How this vessel passed heat before, against the table: 1.2 is a fifth quicker. */
  vesselFactors: v.optional(
    v.pipe(v.array(v.pipe(positive, v.maxValue(20, 'at most 20 times.'))), v.maxLength(500, 'at most 500.')),
    [],
  ),
  /** Hours it has been over 5 °C already. */
  warmHours: v.optional(
    v.pipe(v.number(), v.minValue(0, 'hours, zero or more.'), v.maxValue(400, 'at most 400 hours.')),
    0,
  ),
  /** Under way: which method, and what a probe read after how many minutes. */
  reading: v.optional(
    v.strictObject({
      method: v.picklist(methodKeys),
      celsius: v.optional(temperature),
      minutes: v.pipe(positive, v.maxValue(10_080, 'at most a week, in minutes.')),
      probe: temperature,
    }),
  ),
});
export type TemperPlanInput = v.InferOutput<typeof planInput>;

const waySchema = v.object({
  method: v.picklist(methodKeys),
  celsius: v.number(),
  says: v.string(),
  probeMinutes: v.optional(estimateSchema),
  crystallisedMinutes: v.optional(v.number()),
  inTime: v.optional(v.boolean()),
  cold: v.picklist(['kept', 'tight', 'over']),
  minds: v.string(),
});

export const temperPlanCalculation = calculation({
  name: 'temper.plan',
  says: 'How to bring cream to a temperature by a time, with what the probe and the fat do, and corrections.',
  input: planInput,
  output: v.object({
    best: v.optional(waySchema),
    ways: v.array(waySchema),
    vesselFactor: v.number(),
    correction: v.optional(v.object({ says: v.string(), minutes: v.number(), expected: v.number() })),
    warmHoursLeft: v.optional(v.number()),
    ...predictedEntries,
  }),
  run: temperPlan,
});
