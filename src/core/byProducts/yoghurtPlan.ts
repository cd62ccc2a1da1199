import * as v from 'valibot';
import { calculation, positiveMass, temperature } from '../calculation';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { ninety } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { hoursToPh, ripenCream, yoghurt } from '../ripening/ripenCream';
import { cultureHarm } from '../ripening/safetyClock';
import { setPh } from '../standing/souringNow';
import { wholeCelsius } from '../quantities/whole';
import { percent } from '../quantities/formatQuantity';

/** Heat first, then cool to the culture's best (handbook §6.13), °C. */
const heatTo = 85;
const usualWarm = 42;
/** How lively yoghurt is as a culture: standard deviation of the logarithm of its speed (engineering estimate). */
const livelySpread = 0.2;
/** Under this it is not yoghurt's temperature, and other things grow. */
const tooCool = 37;
const mostHours = 48;

const yoghurtInput = v.strictObject({
  milkMass: positiveMass,
  /** Live yoghurt as a share of the milk. */
  dose: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0.005, 'from 0.5 to 20 % of live yoghurt (0.005 to 0.2).'),
      v.maxValue(0.2, 'from 0.5 to 20 % of live yoghurt (0.005 to 0.2).'),
    ),
    0.03,
  ),
  /** Held at, °C. */
  warm: v.optional(temperature, usualWarm),
  heated: v.optional(v.boolean(), true),
});

export interface YoghurtPlan extends Predicted {
  cultureMass: number;
  /** Where it is heated first, °C. */
  heatTo?: number;
  coolTo: number;
  /** Hours until it is set; absent when it would not set in two days. */
  hours?: Estimate;
  yoghurtMass: number;
}

/** Yoghurt from skim or milk: culture, temperatures, and hours to set by the souring model (yoghurt's clock). */
export function yoghurtPlan({
  milkMass,
  dose,
  warm,
  heated,
}: v.InferOutput<typeof yoghurtInput>): YoghurtPlan {
  const hoursAt = (speed: number) =>
    hoursToPh(
      ripenCream([{ flora: yoghurt, start: dose }], [{ hours: mostHours, celsius: warm }], mostHours, speed),
      setPh,
    );
  const harm = cultureHarm('yoghurt', warm);
  const spread = Math.exp(ninety * livelySpread);
  const [slow, mid, fast] = [hoursAt(1 / spread), hoursAt(1), hoursAt(spread)];
  return {
    cultureMass: milkMass * dose,
    ...(heated ? { heatTo } : {}),
    coolTo: warm,
    ...(mid === undefined ? {} : { hours: { low: fast ?? mid, mid, high: slow ?? mostHours } }),
    yoghurtMass: milkMass * (1 + dose),
    reasons: ranked([
      { says: `Held at ${wholeCelsius(warm)}; yoghurt likes 42.`, weight: 2 },
      { says: `${percent(dose)} of live yoghurt.`, weight: 1 },
      {
        says: heated ? 'Heated to 85 °C first, which thickens it.' : 'Not heated: thinner, and not as safe.',
        weight: 0.7,
      },
    ]),
    cautions: [
      ...(harm
        ? [
            {
              key: 'harm',
              level: 'danger' as const,
              says:
                harm === 'killed'
                  ? 'So hot the culture is killed: it only spoils. Cool it to 44 °C before the culture goes in.'
                  : 'So warm the culture fails: keep it at 40 to 44 °C.',
            },
          ]
        : []),
      ...(warm < tooCool
        ? [
            {
              key: 'cool',
              level: 'caution' as const,
              says: 'Under 37 °C yoghurt is slow and other things grow: keep it at 40 to 44 °C.',
            },
          ]
        : []),
      ...(heated
        ? []
        : [
            {
              key: 'raw',
              level: 'caution' as const,
              says: 'Milk that was not heated can carry dangerous bacteria, and warmth suits them too.',
            },
          ]),
      {
        key: 'discard',
        level: 'caution',
        says: 'Not set and tart after a day: discard it. Then at 4 °C or colder.',
      },
    ],
  };
}

export const yoghurtPlanCalculation = calculation({
  name: 'yoghurt.plan',
  says: 'Yoghurt from skim or milk: culture, temperatures, hours.',
  input: yoghurtInput,
  output: v.object({
    cultureMass: v.number(),
    heatTo: v.optional(v.number()),
    coolTo: v.number(),
    hours: v.optional(estimateSchema),
    yoghurtMass: v.number(),
    ...predictedEntries,
  }),
  run: yoghurtPlan,
});
