import { creamDensity } from '../dairy/creamDensity';
import { heatCapacity } from '../dairy/heatCapacity';
import { freezesAt, warmedBy } from '../tempering/freezing';
import { transfer } from '../tempering/transfer';
import type { LotKind } from './lotKinds';
import type { Place, VesselShape } from './places';
import { places } from './places';

/**
 * Step of the heat balance of what stands, s. What is reckoned in steps meets a limit to the last digit by accident only: where
 * temperatures and hours are compared with one, here and in `lotStory`, nobody could tell `<` from `<=`.
 */
export const step = 120;
/** A reading nearer than this to its surroundings says little of how heat passes, K. */
const tellsFrom = 3;

/** Where something stands, and whether it has set. */
export interface Stands {
  place: Place;
  /** °C around it. */
  around: number;
  soured: boolean;
}

/** What stands, in what. */
export interface Held {
  kind: LotKind;
  vessel: VesselShape;
  /** How this vessel passes heat against the table, learned; 1 when nobody probed it. */
  vesselFactor: number;
}

/** Midpoint step of m·c·dT/dt = U·A·(around − T). */
export function after(
  celsius: number,
  { place, around, soured }: Stands,
  mass: number,
  fat: number,
  { kind, vessel }: Held,
  seconds: number,
  factor: number,
): number {
  const volume = mass / creamDensity(fat, Math.min(45, Math.max(0, celsius)));
  const d = vessel.diameter / 1000;
  const depth = Math.min(vessel.height / 1000, volume / 1e6 / ((Math.PI / 4) * d * d));
  const { u: passes, wet } = places[place];
  // Water wets the sides and the bottom, not the open top.
  const area = Math.PI * d * depth + (Math.PI / 4) * d * d * (wet ? 1 : 2);
  // Set cream only conducts, and so does what has ice in it.
  const still = (soured && kind !== 'buttermilk') || celsius < freezesAt;
  const u = transfer(passes * factor, still, vessel.diameter);
  if (celsius < freezesAt + 1 || around < freezesAt) {
    // Through the freezing point by heat, not by degrees: ice takes most of it.
    const joules = (u * area * (around - celsius) * seconds) / mass;
    const reached = warmedBy(fat, celsius, joules);
    return celsius < around ? Math.min(around, reached) : Math.max(around, reached);
  }
  const slope = (T: number) => (u * area * (around - T)) / (mass * heatCapacity(fat, T, 0));
  const middle = celsius + 0.5 * seconds * slope(celsius);
  const next = celsius + seconds * slope(middle);
  // A step never overshoots its surroundings.
  return celsius < around ? Math.min(around, next) : Math.max(around, next);
}

/** How heat passed against the table between the last known temperature and a reading; undefined when it tells nothing. */
export function factorShown(
  since: { atSeconds: number; celsius: number },
  reading: { atSeconds: number; celsius: number },
  story: Stands,
  mass: number,
  fat: number,
  lot: Held,
): number | undefined {
  const seconds = reading.atSeconds - since.atSeconds;
  if (seconds < 300 || Math.abs(since.celsius - story.around) < tellsFrom) return undefined;
  const left = (reading.celsius - story.around) / (since.celsius - story.around);
  if (left <= 0.1 || left >= 0.995) return undefined;
  const foreseen = (factor: number) => {
    let celsius = since.celsius;
    for (let gone = 0; gone < seconds; gone += step)
      celsius = after(celsius, story, mass, fat, lot, Math.min(step, seconds - gone), factor);
    return (celsius - story.around) / (since.celsius - story.around);
  };
  // More heat passes, less is left: halve until the factor fits.
  let [low, high] = [0.1, 10];
  if (foreseen(low) < left || foreseen(high) > left) return undefined;
  for (let i = 0; i < 24; i += 1) {
    const middle = Math.sqrt(low * high);
    if (foreseen(middle) > left) low = middle;
    else high = middle;
  }
  return Math.sqrt(low * high);
}

/** When a lot left where it is reaches a temperature, s from now; undefined when it never will. */
export function secondsUntil(
  lot: Held,
  { celsius, place, around, soured }: Stands & { celsius: number },
  mass: number,
  fat: number,
  to: number,
): number | undefined {
  if (to === celsius) return 0;
  const cooling = to < celsius;
  if (cooling ? around > to + 0.3 : around < to - 0.3) return undefined;
  const near = cooling ? Math.max(to, around + 0.3) : Math.min(to, around - 0.3);
  let now = celsius;
  for (let seconds = 0; seconds < 72 * 3600; seconds += step) {
    if (cooling ? now <= near : now >= near) return seconds;
    now = after(now, { place, around, soured }, mass, fat, lot, step, lot.vesselFactor);
  }
  return undefined;
}

/** Standard deviations of the logarithm of a vessel's factor before any reading, and of what one reading shows (engineering estimates). */
const factorSd = { before: 0.25, reading: 0.2 } as const;

/** How sure a vessel's factor is after so many readings: one standard deviation of its logarithm. */
export const vesselFactorSd = (readings: number): number =>
  1 / Math.sqrt(1 / factorSd.before ** 2 + readings / factorSd.reading ** 2);

/** A vessel's factor on U from what its readings showed: conjugate normal on the logarithm (Gelman et al., Bayesian Data Analysis, 2013, §2.5). */
export function vesselFactor(shown: readonly number[]): number {
  const sum = shown.reduce((all, one) => all + Math.max(-1, Math.min(1, Math.log(one))), 0);
  return Math.exp((sum / factorSd.reading ** 2) * vesselFactorSd(shown.length) ** 2);
}
