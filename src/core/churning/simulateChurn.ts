import { heatCapacity } from '../dairy/heatCapacity';
import { solidFat, temperatureOfSolidFat } from '../dairy/solidFat';
import type { Stage } from './stages';

/** What turns the cream: its speed and how it heats. */
export interface Churn {
  /** K, the rate constant, 1/s. */
  rate: number;
  /** Heat put in by churning, W per kg of cream at seven times the starting load. */
  power: number;
  /** Heat let in from the room, W/K per kg. */
  exchange: number;
  /** A0, most air taken up, volumes per volume of cream. */
  airMost: number;
  closed: boolean;
}

export interface ChurnConditions {
  churn: Churn;
  /** Fat of the cream, mass fraction. */
  fat: number;
  /** Cream going in, °C. */
  temperature: number;
  /** Room, °C. */
  roomTemperature: number;
  /** Share of the vessel that is full, 0 … 1. */
  fill: number;
  ripened: boolean;
  /** Shift of the solid fat curve, K. */
  hardness: number;
  /** x₀: how far the fat has crystallised, 0 … 1 (1 for cream kept cold overnight). */
  crystallised?: number;
  /** Leave heating out, as the reference checks do. */
  isothermal?: boolean;
}

export interface ChurnMoment {
  seconds: number;
  stage: Stage;
  temperature: number;
  /** Torque on the handle; 1 at the start. */
  load: number;
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
  /** First time each stage was reached, s. */
  reached: Partial<Record<Stage, number>>;
  /** Undefined when it did not break within the time given. */
  breakSeconds: number | undefined;
  /** Fat of the buttermilk at the stop or the end, mass fraction. */
  buttermilkFat: number;
  outcome: 'breaks' | 'stuck' | 'oils';
}

const sigmoid = (z: number): number => 1 / (1 + Math.exp(-z));

// State vector: air, free, clumped, grain, size (mm), solid fat, temperature (°C).
type State = [
  air: number,
  free: number,
  clumped: number,
  grain: number,
  size: number,
  solid: number,
  temperature: number,
];

/** Crystallising and melting time constants, s (engineering estimates). */
const crystallising = 7200;
const melting = 360;
/** Largest step as a share of 1/K. */
const stepShare = 0.003;
/** Every how many steps a moment is kept. */
const keepEvery = 4;

/**
 * Runs cream through a churn: two clocks compete, fat globules whipping into clumps and being torn apart again, the
 * colder slower and the warmer losing more. Engineering estimates tuned to the guidance of handbook §6.4–6.7; the
 * equations are in docs/models.md. RK4 with K·Δt ≤ 0.003.
 * @param longest stop looking after this many seconds
 * @param stopAfterBreak go on for this share of the break time, to see grains form (0.16 reaches grains)
 */
export function simulateChurn(
  conditions: ChurnConditions,
  longest = 12 * 3600,
  stopAfterBreak = 0.16,
): ChurnRun {
  const { churn, fat, hardness, ripened } = conditions;
  const integrate = rungeKutta(derivatives(conditions), stepShare / churn.rate);
  const state: State = [
    0,
    0.995,
    0.005,
    0,
    0.6,
    (conditions.crystallised ?? 1) * solidFat(conditions.temperature, hardness),
    conditions.temperature,
  ];
  let seconds = 0;
  let steps = 0;
  let stop = longest;
  const reached: Partial<Record<Stage, number>> = { fluid: 0 };
  const kept: ChurnMoment[] = [];
  const moment = (): ChurnMoment => {
    const [air, free, clumped, grain, size, , temperature] = state;
    return {
      seconds,
      stage: stageOf(air, clumped, grain, size),
      temperature,
      load: loadOf(air, clumped, grain, churn.airMost),
      buttermilkFat: buttermilkFatOf(free, fat, ripened),
      grainSize: size,
      free,
      clumped,
      grain,
    };
  };
  kept.push(moment());
  while (seconds < stop) {
    integrate(state);
    steps += 1;
    seconds = (steps * stepShare) / churn.rate;
    const stage = stageOf(state[0], state[2], state[3], state[4]);
    if (reached[stage] === undefined) {
      reached[stage] = seconds;
      if (stage === 'break') stop = Math.min(longest, seconds * (1 + stopAfterBreak));
    }
    if (steps % keepEvery === 0) kept.push(moment());
  }
  const last = moment();
  kept.push(last);
  const thin = Math.ceil(kept.length / 200);
  return {
    moments: kept.filter((_, i) => i % thin === 0 || i === kept.length - 1),
    reached,
    breakSeconds: reached.break,
    buttermilkFat: last.buttermilkFat,
    outcome: reached.break !== undefined ? 'breaks' : last.temperature - hardness >= 23 ? 'oils' : 'stuck',
  };
}

/** Fat of the drained buttermilk: what still floats free, in the serum left (curd carries a little always). */
function buttermilkFatOf(free: number, fat: number, ripened: boolean): number {
  return 0.002 * (ripened ? 0.8 : 1) + (free * fat) / (1 - (fat - free * fat) / 0.81);
}

function loadOf(air: number, clumped: number, grain: number, airMost: number): number {
  return Math.exp((2.2 * air * 0.8) / airMost + 1.6 * clumped * (1 - grain) - 0.2 * grain);
}

function stageOf(air: number, clumped: number, grain: number, size: number): Stage {
  if (grain >= 0.5) return size > 12 ? 'mass' : size >= 2.5 ? 'grains' : 'break';
  if (clumped + grain >= 0.7) return 'grainy';
  if (clumped >= 0.3) return 'whipped';
  if (air > 0.25 || clumped > 0.06) return 'thickening';
  return 'fluid';
}

type Slope = (state: State, out: State) => void;

function derivatives({
  churn,
  fat,
  fill,
  ripened,
  hardness,
  roomTemperature,
  isothermal,
}: ChurnConditions): Slope {
  const { rate, airMost } = churn;
  const richness = ((fat / 0.38) ** 1.5 * sigmoid((fat - 0.22) / 0.02)) / sigmoid(8);
  const ripe = ripened ? 1.25 : 1;
  const shearLoss = ripened ? 0.6 : 1;
  return (state, out) => {
    const [air, free, clumped, grain, size, solid, temperature] = state;
    const felt = temperatureOfSolidFat(solid, hardness) - hardness;
    const joining = sigmoid((felt - 10.3) / 2) * sigmoid((25.5 - felt) / 1.6) * ripe * richness;
    const moving = churn.closed ? Math.max(0.1, 1 - Math.exp(-Math.max(0, 1 - fill * (1 + air)) / 0.06)) : 1;
    const thick =
      fat > 0.42 ? Math.exp(30 * (fat - 0.42) * (air / airMost) * sigmoid((16 - felt) / 2) * (1 - grain)) : 1;
    const k = (rate * moving) / thick;
    const airGoal = airMost * sigmoid((19.5 - felt) / 2.2) + 0.05;
    const joined = clumped + grain;
    const j14 = joined ** 14;
    const gate = j14 / (j14 + 0.82 ** 14);
    const capture = k * joining * free * (0.1 + 0.6 * air + 4.2 * clumped + 13 * grain);
    const shear = k * shearLoss * (0.022 + 0.07 * Math.exp((felt - 18) / 2.1)) * joined;
    const together = k * joining * 26 * clumped * gate * (0.004 + grain);
    const wanted = solidFat(temperature, hardness);
    out[0] =
      rate * moving * 3 * (airGoal - air) * (air < airGoal ? 1 : 0.3) * Math.max(0, 1 - grain / 0.3) -
      k * 20 * air * grain;
    out[1] = -capture + shear;
    out[2] = capture - (shear * clumped) / joined - together;
    out[3] = together - (shear * grain) / joined;
    out[4] = 24 * k * Math.max(0, grain - 0.5) * sigmoid((felt - 9) / 3) * size;
    out[5] = (wanted - solid) / (wanted > solid ? crystallising : melting);
    out[6] = isothermal
      ? 0
      : ((churn.power * loadOf(air, clumped, grain, airMost)) / 7 +
          churn.exchange * (roomTemperature - temperature)) /
        (1000 * heatCapacity(fat, temperature, hardness));
  };
}

/** Classical fourth-order Runge–Kutta, moving the state in place. */
function rungeKutta(slope: Slope, step: number): (state: State) => void {
  const zero = (): State => [0, 0, 0, 0, 0, 0, 0];
  const [k1, k2, k3, k4, trial] = [zero(), zero(), zero(), zero(), zero()];
  const set = (from: State, by: State, share: number) => {
    for (let i = 0; i < 7; i += 1) trial[i] = from[i]! + step * share * by[i]!;
  };
  return (state) => {
    slope(state, k1);
    set(state, k1, 0.5);
    slope(trial, k2);
    set(state, k2, 0.5);
    slope(trial, k3);
    set(state, k3, 1);
    slope(trial, k4);
    for (let i = 0; i < 7; i += 1)
      state[i] = state[i]! + (step / 6) * (k1[i]! + 2 * k2[i]! + 2 * k3[i]! + k4[i]!);
  };
}
