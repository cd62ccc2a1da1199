import * as v from 'valibot';
import { calculation, positive, positiveMass, positiveVolume } from '../calculation';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import { separatorExpect } from './separatorExpect';

const celsius = v.pipe(
  v.number(),
  v.minValue(0, 'milk from 0 to 60 °C is separated.'),
  v.maxValue(60, 'milk from 0 to 60 °C is separated.'),
);
/** Flow against what the machine is made for, and turns of the cream screw from its middle. */
const flow = v.pipe(positive, v.maxValue(5, 'at most five times the rated flow.'));
const screw = v.pipe(
  v.number(),
  v.minValue(-10, 'from ten turns out to ten turns in.'),
  v.maxValue(10, 'from ten turns out to ten turns in.'),
);
const richness = v.pipe(
  v.number(),
  v.gtValue(0, 'a fraction above 0 and up to 0.8.'),
  v.maxValue(0.8, 'a fraction above 0 and up to 0.8.'),
);

const separatorInput = v.strictObject({
  milkMass: positiveMass,
  milkFat: v.pipe(
    v.number(),
    v.gtValue(0, 'milk fat above 0 and up to 12 % is allowed (0.12).'),
    v.maxValue(0.12, 'milk fat above 0 and up to 12 % is allowed (0.12).'),
  ),
  temperature: celsius,
  flow: v.optional(flow, 1),
  screw: v.optional(screw, 0),
  drive: v.optional(v.picklist(['motor', 'hand']), 'motor'),
  /** Past runs of this machine. */
  runs: v.optional(
    v.pipe(
      v.array(
        v.strictObject({
          temperature: celsius,
          flow: v.optional(flow, 1),
          screw: v.optional(screw, 0),
          creamFat: v.optional(richness),
          skimFat: v.optional(richness),
        }),
      ),
      v.maxLength(1000, 'at most 1000 runs.'),
    ),
    [],
  ),
  /** mL of milk an hour at the rated flow, and what cream can and skim bucket hold. */
  ratedPerHour: v.optional(positiveVolume),
  creamCan: v.optional(positiveVolume),
  skimBucket: v.optional(positiveVolume),
});
export type SeparatorInput = v.InferOutput<typeof separatorInput>;

export const separatorExpectCalculation = calculation({
  name: 'separator.expect',
  says: 'Cream fat, skim loss and time from a separator, by milk temperature, flow and screw, learned from past runs.',
  input: separatorInput,
  output: v.object({
    creamFat: estimateSchema,
    skimFat: estimateSchema,
    creamMass: v.number(),
    skimMass: v.number(),
    creamShare: v.number(),
    recovery: v.number(),
    butterLost: v.number(),
    minutes: v.optional(
      v.object({
        whole: v.number(),
        creamCanFull: v.optional(v.number()),
        skimBucketFull: v.optional(v.number()),
      }),
    ),
    cold: v.boolean(),
    ...predictedEntries,
  }),
  run: separatorExpect,
});
