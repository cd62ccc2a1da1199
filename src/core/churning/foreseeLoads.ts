import { percent } from '../quantities/formatQuantity';
import * as v from 'valibot';
import { calculation, positiveVolume } from '../calculation';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { ninety } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { jugError } from '../quantities/measuring';
import { splitLoads } from './splitLoads';
import { fillLimit, toolKeys, tools } from './tools';
import { wholeMillilitres } from '../quantities/whole';

const splitInput = v.strictObject({
  /** mL */
  volume: positiveVolume,
  volumeSd: v.optional(v.pipe(v.number(), v.minValue(0, 'a spread of zero or more, in mL.'))),
  /** mL, to the brim; a usual one of its kind when it is not said. */
  capacity: v.optional(positiveVolume),
  tool: v.picklist(toolKeys),
});

export interface ForeseenLoads extends Predicted {
  loads: number;
  volumeEach: number;
  /** Share of the vessel each load fills. */
  fillEach: Estimate;
  /** Minutes for all of them one after the other, at the tool's usual. */
  minutes: number;
}

/** How many loads, how big, and how full: no churn more than half, so that whipped cream can fall and fold (handbook §5). */
export function foreseeLoads(input: v.InferOutput<typeof splitInput>): ForeseenLoads {
  const { volume, tool } = input;
  const { usualVolume, medianBreakMinutes, glass, closed } = tools[tool];
  const capacity = input.capacity ?? usualVolume;
  const { loads, volumeEach, fillEach } = splitLoads(volume, capacity);
  const spread = (ninety * (input.volumeSd ?? jugError * volume)) / volume;
  return {
    loads,
    volumeEach,
    fillEach: { low: fillEach * Math.max(0, 1 - spread), mid: fillEach, high: fillEach * (1 + spread) },
    minutes: loads * medianBreakMinutes,
    reasons: ranked([
      {
        says: closed
          ? `Whipped cream swells to nearly twice itself: at most ${percent(fillLimit)} full leaves it room to fall.`
          : `An open bowl splashes and climbs: at most ${percent(fillLimit)} full.`,
        weight: 2,
      },
      {
        says: input.capacity
          ? `It holds ${wholeMillilitres(capacity)}.`
          : `Its size was not given: ${wholeMillilitres(capacity)} is usual.`,
        weight: 1,
      },
    ]),
    cautions: glass
      ? [
          {
            key: 'glass',
            level: 'danger',
            says: 'Glass breaks when shaken hard or with anything in it, and on a shock of hot or cold.',
          },
        ]
      : [],
  };
}

export const foreseeLoadsCalculation = calculation({
  name: 'load.split',
  says: 'How many loads for a churn, and how full each is.',
  input: splitInput,
  output: v.object({
    loads: v.number(),
    volumeEach: v.number(),
    fillEach: estimateSchema,
    minutes: v.number(),
    ...predictedEntries,
  }),
  run: foreseeLoads,
});
