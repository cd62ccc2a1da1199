import { solidFat } from '../dairy/solidFat';
import { enthalpy, temperatureAtHeat } from '../tempering/enthalpy';
import type { Churn, Churning, OwnConstants, Prepared } from './churnModel';
import type { Contents } from './contents';
import { changed } from './contents';
import {
  air,
  buttermilkFatOf,
  churnSlope,
  clumped,
  free,
  grain,
  motionOf,
  torqueOf,
  prepare,
  reachedBetween,
  size,
  solid,
  soundOf,
  stageOf,
  stateSize,
  thickness,
  celsius,
} from './churnModel';
import type { Stage } from './stages';

export type { Churn } from './churnModel';

/** Something done to the cream on the way, at a clock time since the start. */
export type Happening = { atSeconds: number } & (
  | { kind: 'water'; mass: number; temperature: number }
  | { kind: 'cream'; mass: number; fat: number; temperature: number }
  /** Thin liquid poured off from under cream that stood. */
  | { kind: 'pourOff'; mass: number; fat: number }
  /** Share of the load taken out. */
  | { kind: 'takeOut'; share: number }
  /** Churning stops, in air, fridge or water of this temperature. */
  | { kind: 'stand'; seconds: number; temperature: number; exchange: number }
  /** Goes on in another vessel. */
  | { kind: 'move'; churn: Churn; capacity: number }
  /** Turned so many times as fast as usual from here on. */
  | { kind: 'speed'; factor: number }
  /** A probe in the cream: the model takes it over as far as probes are surer than models. */
  | { kind: 'reading'; temperature: number }
);

export interface ChurnConditions {
  churn: Churn;
  /** Cream going in, g; only matters when something is added. */
  mass?: number;
  /** Fat of the cream, mass fraction. */
  fat: number;
  /** Cream going in, °C. */
  temperature: number;
  /** Room, °C. */
  roomTemperature: number;
  /** Share of the vessel that is full, 0 … 1. */
  fill: number;
  /** mL to the brim; only matters when it is moved to another vessel. */
  capacity?: number;
  ripened: boolean;
  /** Shift of the solid fat curve, K. */
  hardness: number;
  /** x₀: how far the fat has crystallised, 0 … 1 (1 for cream kept cold overnight). */
  crystallised?: number;
  /** Leave heating out, as the reference checks do. */
  isothermal?: boolean;
  /** Where this churn and this cream are not as the model has them. */
  own?: OwnConstants | undefined;
  /** How much faster it churns once standing warmed the cream by so many K, and its fat is another: the maker's own slopes. */
  faster?: ((warmed: number, fat: number) => number) | undefined;
  happenings?: readonly Happening[];
}

export interface ChurnMoment {
  seconds: number;
  stage: Stage;
  temperature: number;
  /** Torque on the handle, and loudness of the slosh; 1 at the start. */
  torque: number;
  sound: number;
  /** Fat of the buttermilk if drained now, mass fraction of it. */
  buttermilkFat: number;
  /** Grain size, mm. */
  grainSize: number;
  /** Shares of the fat that float free, clump, and are butter grain; they add up to 1. */
  free: number;
  clumped: number;
  grain: number;
}

export interface ChurnRun {
  /** About two hundred moments, evenly spaced. */
  moments: ChurnMoment[];
  /** First time each stage was reached, s on the clock. */
  reached: Partial<Record<Stage, number>>;
  /** Undefined when it did not break within the time given. */
  breakSeconds: number | undefined;
  /** Seconds of churning until the break, standing left out. */
  churnedSeconds: number;
  /** Fat of the buttermilk at the stop or the end, mass fraction. */
  buttermilkFat: number;
  outcome: 'breaks' | 'stuck' | 'oils';
  /** °C at the break, or at the end. */
  breakTemperature: number;
  /** Most the cream stiffened (V of the model; over 2 it hardly moves) and least it moved for want of head space. */
  stiffest: number;
  leastMotion: number;
  /** Times the right-hand side was evaluated. */
  evaluations: number;
}

/** Largest step as a share of 1/K, and while the cream stands, s. */
const stepShare = 0.003;
const pauseStep = 30;
/** Cream that stands gets no colder than its water begins to freeze, °C (freezing point of milk serum, about −0.53). */
const freezes = -0.5;
/**
 * However slowly a churn works, heat moves at its own pace: a step is a tenth of the time cream takes to follow the room, and no
 * more than its motion needs to warm it a degree; a minute at least, s. Heat of cream without what melts, J/(kg·K).
 */
const slowStep = ({ exchange, power }: Churn): number =>
  Math.max(60, Math.min((0.1 * creamHeat) / exchange, creamHeat / power));
const creamHeat = 3400;
/** After so long standing it changes slowly enough for steps four times as long; and after so much longer no more, s. */
const slows = 2 * 3600;
const settles = 36 * 3600;
/** Every how many steps a moment is kept. */
const keepEvery = 4;
/** A probe (± 0.5 °C) against the model's own temperature (± 1 °C): the share of the difference taken over. */
const probeGain = 0.8;
/** From this temperature on fat that has not broken is oiling off, °C at usual hardness. */
export const oilsFrom = 23;

/**
 * Runs cream through a churn: two clocks compete, globules whipping into clumps and being torn apart again, the colder
 * slower and the warmer losing more. The model of {@link churnSlope} by RK4 with K·Δt ≤ 0.003; stage times are
 * interpolated, so that they do not depend on the step.
 * @param longest stop looking after this many seconds on the clock
 * @param stopAfterBreak go on for this share of the break time, to see grains form (0.16 is well into grains)
 * @param step K·Δt, for trying whether the answer depends on it
 */
export function simulateChurn(
  conditions: ChurnConditions,
  longest = 12 * 3600,
  stopAfterBreak = 0.16,
  step = stepShare,
): ChurnRun {
  const { hardness, ripened, roomTemperature } = conditions;
  let churn = conditions.churn;
  let contents: Contents = {
    mass: conditions.mass ?? 1000,
    fat: conditions.fat,
    capacity: conditions.capacity ?? 1000,
    fill: conditions.fill,
  };
  const state = new Float64Array(stateSize);
  state[free] = 0.995;
  state[clumped] = 0.005;
  state[size] = 0.6;
  state[solid] = (conditions.crystallised ?? 1) * solidFat(conditions.temperature, hardness);
  state[celsius] = conditions.temperature;
  const before = new Float64Array(stateSize);

  const reached: Partial<Record<Stage, number>> = { fluid: 0 };
  const kept: ChurnMoment[] = [];
  let seconds = 0;
  let churned = 0;
  let steps = 0;
  let stop = longest;
  let stiffest = 1;
  let leastMotion = 1;
  let motion = 1;
  let breakTemperature: number | undefined;
  const keep = () => {
    const torque = torqueOf(state[air]!, state[clumped]!, state[grain]!, churn.airMost);
    kept.push({
      seconds,
      stage: stageOf(state),
      temperature: state[celsius]!,
      torque,
      sound: soundOf(torque, state[grain]!, motion),
      buttermilkFat: buttermilkFatOf(state[free]!, contents.fat, ripened),
      grainSize: state[size]!,
      free: state[free]!,
      clumped: state[clumped]!,
      grain: state[grain]!,
    });
  };
  const run = (until: number, churning: Churning) => {
    const prepared = prepare(churning);
    const longestStep = churning.churn
      ? Math.min(step / churning.churn.rate, slowStep(churning.churn))
      : pauseStep;
    const moves = churning.churn !== undefined;
    const start = seconds;
    const churnedBefore = churned;
    for (let n = 1; seconds < until - 1e-9 && seconds < stop - 1e-9; n += 1) {
      if (!moves && seconds - start >= settles) {
        seconds = Math.min(until, stop);
        break;
      }
      before.set(state);
      const from = seconds;
      const next = !moves && from - start >= slows ? from + 4 * pauseStep : start + n * longestStep;
      seconds = Math.min(until, stop, next);
      rungeKutta(prepared, state, seconds - from);
      // The water in it begins to freeze there, and holds it (docs/models.md, Heat).
      if (!moves && state[celsius]! < freezes) state[celsius] = Math.min(before[celsius]!, freezes);
      if (moves) churned = churnedBefore + seconds - start;
      steps += 1;
      if (moves && reached.mass === undefined) {
        const stage = stageOf(state);
        if (reached[stage] === undefined) {
          const crossing = from + reachedBetween(stage, before, state) * (seconds - from);
          reached[stage] = crossing;
          if (stage === 'break') {
            breakTemperature = state[celsius]!;
            churnedAtBreak = churned;
            stop = Math.min(longest, crossing * (1 + stopAfterBreak));
          }
        }
      }
      if (steps % keepEvery === 0) {
        if (moves) {
          motion = motionOf(churning.churn!.closed, Math.min(1, contents.fill));
          leastMotion = Math.min(leastMotion, motion);
          if (contents.fat > 0.42)
            stiffest = Math.max(
              stiffest,
              thickness(contents.fat, state[air]!, state[grain]!, state[celsius]! - hardness, churn.airMost),
            );
        }
        keep();
      }
    }
  };
  let faster = 1;
  let speed = 1;
  const still = (churning: Partial<Churning>): Churning => ({
    churn: { ...churn, rate: churn.rate * faster * speed, power: churn.power * speed ** 2 },
    airMost: churn.airMost,
    fat: contents.fat,
    fill: Math.min(1, contents.fill),
    ripened,
    hardness,
    surroundings: roomTemperature,
    exchange: churn.exchange,
    isothermal: conditions.isothermal ?? false,
    largest: lumpOf(contents),
    own: conditions.own,
    ...churning,
  });
  const pour = (added: number, addedFat: number, temperature: number) => {
    const { mass, fat } = contents;
    const total = mass + added;
    const t = state[celsius]!;
    const heat = (celsius: number) =>
      (mass * enthalpy(fat, celsius, hardness) + added * enthalpy(addedFat, celsius, hardness)) / total;
    const now =
      (mass * enthalpy(fat, t, hardness) + added * enthalpy(addedFat, temperature, hardness)) / total;
    if (!conditions.isothermal)
      state[celsius] = temperatureAtHeat(heat, now, Math.min(t, temperature), Math.max(t, temperature));
    const newShare = (added * addedFat) / (mass * fat + added * addedFat);
    const newSolid = solidFat(temperature, hardness);
    state[solid] = state[solid]! * (1 - newShare) + newSolid * newShare;
    state[clumped]! *= 1 - newShare;
    state[grain]! *= 1 - newShare;
    state[free] = 1 - state[clumped]! - state[grain]!;
    state[air]! *= mass / total;
    contents = changed(contents, { kind: 'cream', mass: added, fat: addedFat });
  };
  let churnedAtBreak: number | undefined;
  let warmed = 0;

  keep();
  const happenings = [...(conditions.happenings ?? [])].sort((a, b) => a.atSeconds - b.atSeconds);
  for (const happening of happenings) {
    run(Math.min(happening.atSeconds, longest), still({}));
    if (seconds >= stop) break;
    if (happening.kind === 'water') pour(happening.mass, 0, happening.temperature);
    else if (happening.kind === 'cream') pour(happening.mass, happening.fat, happening.temperature);
    else if (happening.kind === 'pourOff' || happening.kind === 'takeOut')
      contents = changed(contents, happening);
    else if (happening.kind === 'move') {
      churn = happening.churn;
      contents = changed(contents, happening);
    } else if (happening.kind === 'speed') speed = happening.factor;
    else if (happening.kind === 'reading')
      state[celsius] = state[celsius]! + probeGain * (happening.temperature - state[celsius]!);
    else {
      const came = state[celsius]!;
      run(
        seconds + happening.seconds,
        still({ churn: undefined, surroundings: happening.temperature, exchange: happening.exchange }),
      );
      warmed += state[celsius]! - came;
    }
    if (conditions.faster) faster = conditions.faster(warmed, contents.fat);
  }
  run(stop, still({}));
  keep();
  const last = kept.at(-1)!;
  const thin = Math.ceil(kept.length / 200);
  return {
    moments: kept.filter((_, i) => i % thin === 0 || i === kept.length - 1),
    reached,
    breakSeconds: reached.break,
    churnedSeconds: churnedAtBreak ?? churned,
    buttermilkFat: last.buttermilkFat,
    outcome:
      reached.break !== undefined ? 'breaks' : last.temperature - hardness >= oilsFrom ? 'oils' : 'stuck',
    breakTemperature: breakTemperature ?? last.temperature,
    stiffest,
    leastMotion,
    evaluations: steps * 4,
  };
}

/** Fat of butter and its density, g/cm³: a lump is at most all the butter there is, as one ball, mm. */
const butterFat = 0.82;
const butterDensity = 0.95;
const lumpOf = ({ mass, fat }: Contents): number =>
  10 * Math.cbrt((6 * mass * fat) / butterFat / butterDensity / Math.PI);

const k1 = new Float64Array(stateSize);
const k2 = new Float64Array(stateSize);
const k3 = new Float64Array(stateSize);
const k4 = new Float64Array(stateSize);
const trial = new Float64Array(stateSize);

/** Classical fourth-order Runge–Kutta: moves the state on by `step` seconds, in place. */
function rungeKutta(prepared: Prepared, state: Float64Array, step: number): void {
  churnSlope(prepared, state, k1);
  for (let i = 0; i < stateSize; i += 1) trial[i] = state[i]! + 0.5 * step * k1[i]!;
  churnSlope(prepared, trial, k2);
  for (let i = 0; i < stateSize; i += 1) trial[i] = state[i]! + 0.5 * step * k2[i]!;
  churnSlope(prepared, trial, k3);
  for (let i = 0; i < stateSize; i += 1) trial[i] = state[i]! + step * k3[i]!;
  churnSlope(prepared, trial, k4);
  for (let i = 0; i < stateSize; i += 1)
    state[i] = state[i]! + (step / 6) * (k1[i]! + 2 * k2[i]! + 2 * k3[i]! + k4[i]!);
}
