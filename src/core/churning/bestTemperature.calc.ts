import * as v from 'valibot';
import { between, calculation } from '../calculation';
import { predictedEntries } from '../predictionSchema';
import { bestTemperature } from './bestTemperature';
import { churnInput } from './churnInput.calc';

const bestInput = v.strictObject({
  ...v.omit(churnInput, ['temperature']).entries,
  texture: v.optional(v.picklist(['firm', 'usual', 'soft']), 'usual'),
  /** g of butter a minute at the churn is worth. */
  minutesWorth: v.optional(
    v.pipe(v.number(), v.minValue(0, 'zero or more, in g of butter.'), v.maxValue(100, 'at most 100 g.')),
  ),
  /** How much longer than the tool's usual this churn takes: 1 is usual. */
  pace: v.optional(between(0.05, 20, 'a pace from 0.05 to 20 is allowed.'), 1),
});
export type BestInput = v.InferOutput<typeof bestInput>;

export const bestTemperatureCalculation = calculation({
  name: 'churn.bestTemperature',
  says: 'At what temperature to churn this load, and what each degree costs.',
  input: bestInput,
  output: v.object({
    celsius: v.optional(v.number()),
    good: v.optional(v.object({ from: v.number(), to: v.number() })),
    degrees: v.array(
      v.object({
        celsius: v.number(),
        minutes: v.optional(v.number()),
        fatLost: v.number(),
        costs: v.number(),
      }),
    ),
    ...predictedEntries,
  }),
  run: (input: BestInput) => bestTemperature(input),
});
