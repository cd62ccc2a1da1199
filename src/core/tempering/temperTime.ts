import * as v from 'valibot';
import { calculation, fraction, positive, positiveVolume, temperature } from '../calculation';
import { creamDensity } from '../dairy/creamDensity';
import { heatCapacity } from '../dairy/heatCapacity';
import { solidFatKnots } from '../dairy/solidFat';

export interface TemperInput {
  /** mL, at the temperature it starts from. */
  volume: number;
  /** Mass fraction. */
  fat: number;
  /** °C, at the start and wanted. */
  from: number;
  to: number;
  /** °C around the vessel. */
  environment: number;
  /** mm */
  diameter: number;
  /** mm */
  filledHeight: number;
  /** W/(m²·K) */
  u: number;
  topExposed: boolean;
}

/**
 * Time for a standing vessel of cream to reach a temperature: dT/dt = U·A·(T_env − T)/(m·c_app(T)), the vessel a cylinder.
 * Between the knots of the solid fat curve c_app is constant, so each stretch is an exact exponential.
 * Source: lumped heat balance (Singh & Heldman, Introduction to Food Engineering, 2014, ch. 4), c_app of docs/models.md.
 * @returns minutes, or that it is not reachable because `to` is not strictly between `from` and `environment`
 */
export function temperTime(input: TemperInput): { reachable: true; minutes: number } | { reachable: false } {
  const { volume, fat, from, to, environment, diameter, filledHeight, u, topExposed } = input;
  if (!((to > from && to < environment) || (to < from && to > environment))) return { reachable: false };
  const d = diameter / 1000;
  const area = Math.PI * d * (filledHeight / 1000) + (Math.PI / 4) * d * d * (topExposed ? 2 : 1);
  const mass = volume * creamDensity(fat, from);
  const between = solidFatKnots.filter((knot) => (knot - from) * (knot - to) < 0);
  const stops = [from, ...between.sort((a, b) => (from < to ? a - b : b - a)), to];
  let seconds = 0;
  for (let i = 1; i < stops.length; i += 1) {
    const [start, end] = [stops[i - 1]!, stops[i]!];
    const heat = mass * heatCapacity(fat, (start + end) / 2);
    seconds += (heat / (u * area)) * Math.log((environment - start) / (environment - end));
  }
  return { reachable: true, minutes: seconds / 60 };
}

export const temperTimeCalculation = calculation({
  name: 'temper.time',
  says: 'Minutes for a vessel of cream to reach a temperature.',
  input: v.strictObject({
    volume: positiveVolume,
    fat: fraction,
    from: temperature,
    to: temperature,
    environment: temperature,
    diameter: positive,
    filledHeight: positive,
    u: positive,
    topExposed: v.boolean(),
  }),
  output: v.union([
    v.object({ reachable: v.literal(true), minutes: v.number() }),
    v.object({ reachable: v.literal(false) }),
  ]),
  run: temperTime,
});
