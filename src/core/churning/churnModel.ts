import { knotted } from './knotted';
import { richness } from './richness';
import { settling } from '../dairy/settling';
import { heatCapacity } from '../dairy/heatCapacity';
import { solidFat, temperatureOfSolidFat } from '../dairy/solidFat';
import type { Stage } from './stages';

/** What turns the cream: its speed and how it heats. */
export interface Churn {
  /** K, the rate constant, 1/s. */
  rate: number;
  /** Heat put in by churning, W per kg of cream at seven times the starting torque. */
  power: number;
  /** Heat let in from the room, W/K per kg. */
  exchange: number;
  /** A0, most air taken up, volumes per volume of cream. */
  airMost: number;
  closed: boolean;
}

/** What the cream is and what is done to it, constant between two happenings. */
export interface Churning {
  /** Undefined while it stands. */
  churn: Churn | undefined;
  airMost: number;
  /** Mass fraction. */
  fat: number;
  /** Share of the vessel that is full before air is beaten in. */
  fill: number;
  ripened: boolean;
  /** K */
  hardness: number;
  /** °C around the vessel, and how readily heat passes, W/K per kg. */
  surroundings: number;
  exchange: number;
  isothermal: boolean;
  /** The largest lump there can be, mm. */
  largest: number;
  own?: OwnConstants | undefined;
}

/**
 * A churn and a cream that are not as the model has them: factors on its constants, 1 where left out. Nobody knows them; they
 * are for truths to try what is foreseen and advised against (`tests/validation`).
 */
export type OwnConstants = Partial<
  Record<'rate' | 'power' | 'exchange' | 'airMost' | 'readiness' | 'shearLoss' | 'setting', number>
>;

/** State of the cream: seven numbers, in this order. */
export const air = 0;
export const free = 1;
export const clumped = 2;
export const grain = 3;
/** Grain size, mm. */
export const size = 4;
/** Solid share of the fat. */
export const solid = 5;
/** °C */
export const celsius = 6;
export const stateSize = 7;

/** Fat sets so many times faster where it is beaten than where it stands (shear makes crystals; engineering estimate). */
const beaten = 3;
/** How much more is torn off clumps of fat that has not set at all (engineering estimate: butter of cream only just cooled is greasy). */
const smearing = 6;
/** Air leaves cream that stands, s (engineering estimate). */
const airLeaving = 3600;
/**
 * Under about 5 °C there is too little liquid fat at the surface of a globule to cement it to another, whatever the
 * beating: partial coalescence all but stops (Walstra et al., Dairy Science and Technology, 2006, §3.2; the place and
 * width of the gate are engineering estimates).
 */
const cementingFrom = 5.3;
const cementingWidth = 0.08;
/**
 * Fat that is cold and has not set yet holds together as fat of this temperature at least, °C: the first crystals form as it is
 * beaten, and cream only just cooled breaks sooner, not later (engineering estimate from practice).
 */
const undercooledAs = 19;
/** From here on the gate is open to the last digit. */
const alwaysCements = 9;

// Taken out once: the right-hand side calls them some ten thousand times a run.
const { exp, max, min } = Math;
/** Warmer than this all fat is oil and nothing is left to shear: further on the slope would only grow stiff, °C. */
const shearsMost = 30;

export const sigmoid = (z: number): number => 1 / (1 + exp(-z));

/** {@link Churning} with what never changes in a run worked out once. */
export interface Prepared {
  rate: number;
  power: number;
  airMost: number;
  fat: number;
  /** M: how freely it moves. */
  moving: number;
  hardness: number;
  surroundings: number;
  exchange: number;
  isothermal: boolean;
  largest: number;
  /** ε without temperature: ripeness × richness. */
  readiness: number;
  shearLoss: number;
  /** How fast fat sets and melts. */
  setting: number;
}

/** Works out what a run of the model needs over and over. */
export function prepare(conditions: Churning): Prepared {
  const { churn, fat, fill, ripened, own = {}, ...rest } = conditions;
  return {
    ...rest,
    airMost: rest.airMost * (own.airMost ?? 1),
    exchange: rest.exchange * (own.exchange ?? 1),
    fat,
    moving: motionOf(churn?.closed ?? false, fill),
    rate: (churn?.rate ?? 0) * (own.rate ?? 1),
    power: (churn?.power ?? 0) * (own.power ?? 1),
    readiness: (ripened ? 1.25 : 1) * richness(fat) * (own.readiness ?? 1),
    shearLoss: (ripened ? 0.6 : 1) * (own.shearLoss ?? 1),
    setting: own.setting ?? 1,
  };
}

/**
 * The right-hand side of the churning model: globules whipped into clumps and torn apart again, clumps joined into
 * grain, air beaten in, fat crystallising or melting, and heat. Equations in docs/models.md; all constants engineering
 * estimates tuned to published churning guidance. Writes d(state)/dt, per second, into `out`; f + c + g never changes.
 */
export function churnSlope(p: Prepared, state: Float64Array, out: Float64Array): void {
  const a = state[air]!;
  const f = state[free]!;
  const c = state[clumped]!;
  const g = state[grain]!;
  const s = state[solid]!;
  const t = state[celsius]!;
  const { rate, fat, hardness, airMost } = p;
  const wanted = solidFat(t, hardness);
  const felt = temperatureOfSolidFat(s, hardness) - hardness;
  const setting = wanted > s;
  out[solid] = ((wanted - s) * p.setting * (setting && rate > 0 ? beaten : 1)) / settling(felt, t - hardness);
  out[celsius] = p.isothermal
    ? 0
    : ((p.power * torqueOf(a, c, g, airMost)) / 7 + p.exchange * (p.surroundings - t)) /
      (1000 * heatCapacity(fat, t, hardness));
  if (rate === 0) {
    out[air] = -a / airLeaving;
    out[free] = out[clumped] = out[grain] = out[size] = 0;
    return;
  }
  const joins = setting ? min(felt, max(t - hardness, undercooledAs)) : felt;
  const joining =
    sigmoid((felt - 10.3) / 2) *
    sigmoid((25.5 - joins) / 1.6) *
    (felt > alwaysCements ? 1 : sigmoid((felt - cementingFrom) / cementingWidth)) *
    p.readiness;
  const { moving } = p;
  const k = (rate * moving * softness(joins)) / thickness(fat, a, g, felt, airMost);
  const airGoal = airMost * sigmoid((19.5 - felt) / 2.2) + 0.05;
  const joined = c + g;
  const j2 = joined * joined;
  const j4 = j2 * j2;
  const j14 = j4 * j4 * j4 * j2;
  const gate = j14 / (j14 + fullGate);
  const capture = k * joining * f * (0.1 + 0.6 * a + 4.2 * c + 13 * g);
  // Hard cold clumps break, soft warm ones smear, and those of fat that has not set yet hold together badly.
  const unset = setting ? (wanted - s) / wanted : 0;
  const shear =
    k *
    p.shearLoss *
    (0.022 + 0.009 * min(1, exp((8 - felt) / 4)) + 0.077 * exp((min(joins, shearsMost) - 18) / 2.1)) *
    (1 + smearing * unset) *
    joined;
  const together = k * joining * 26 * c * gate * (0.004 + g);
  out[air] =
    rate * moving * 3 * (airGoal - a) * (a < airGoal ? 1 : 0.3) * max(0, 1 - g / 0.3) - k * 20 * a * g;
  out[free] = -capture + shear;
  out[clumped] = capture - (shear * c) / joined - together;
  out[grain] = together - (shear * g) / joined;
  out[size] =
    g > 0.5
      ? growing *
        k *
        (g - 0.5) *
        sigmoid((felt - 9) / 3) *
        Math.sqrt(state[size]!) *
        max(0, 1 - state[size]! / p.largest)
      : 0;
}

const fullGate = 0.82 ** 14;

/** Grains grow the faster the larger their surface, by this much (engineering estimate: grains at 1.1 times the break, one mass well after). */
const growing = 55;

/**
 * How freely cream moves, against one that is 0.4 full: knots between which the logarithm runs straight. A closed vessel
 * needs head space to fall and fold, so that the break takes 1.1 times as long half full, 1.3 at 0.55, 1.7 at 0.6, 2.6 at
 * 0.67, 5 at 0.75, and does not come from 0.85; an open bowl only wants room not to splash, 1.2 times half full
 * (engineering estimates from practice).
 */
const closedMotion = knotted([0, 1], [0.42, 1], [0.5, 1 / 1.1], [0.55, 1 / 1.3], [0.6, 1 / 1.7], [0.67, 1 / 2.6], [0.75, 0.2], [0.8, 0.11], [0.85, 0.05], [1, 0.02]); // prettier-ignore
const openMotion = knotted([0, 1], [0.4, 1], [0.5, 1 / 1.2], [0.65, 1 / 1.6], [0.8, 0.45], [1, 0.3]);

export const motionOf = (closed: boolean, fill: number): number =>
  closed ? atTheTable * closedMotion(fill) : openMotion(fill);
/** A closed vessel 0.4 full against an open bowl: what its rate constants were set with. */
const atTheTable = 0.99;

/**
 * How much faster warm, soft cream churns than the meeting of its globules alone would have it: about four per cent a
 * degree up to 20 or 21 °C, by its lower viscosity and softer fat, and then no more, because nothing holds together
 * (engineering estimate from practice; Walstra et al., Dairy Science and Technology, 2006, §18.2).
 */
export function softness(felt: number): number {
  if (felt < 11) return 1;
  return exp(0.0875 * Math.log1p(exp(felt - 16.3))) * sigmoid((23.7 - felt) / 0.65);
}

/** Cream stiffens from this fat on, smoothly: 1.0 times the break time of 38 % cream at 45 %, 1.4 at 48, 2.2 at 52 (engineering estimates). */
const thickFrom = 0.42;
const stiffening = 56;
const stiffeningPower = 1.4;

/** V: how much stiffer rich, cold, whipped cream is than it should be; 1 is not at all. */
export function thickness(fat: number, a: number, g: number, felt: number, airMost: number): number {
  return fat > thickFrom
    ? exp(
        stiffening *
          (fat - thickFrom) ** stiffeningPower *
          (a / airMost) *
          sigmoid((16 - felt) / 2) *
          (1 - g),
      )
    : 1;
}

/** Torque on the handle; 1 at the start. */
export function torqueOf(a: number, c: number, g: number, airMost: number): number {
  return exp((2.2 * a * 0.8) / airMost + 1.6 * c * (1 - g) - 0.2 * g);
}

/**
 * How loud the churn sloshes, 1 at the start: whipped cream is silent, and at the break the buttermilk splashes
 * (engineering estimate, from the torque).
 */
export function soundOf(torque: number, g: number, motion: number): number {
  return motion * exp(-(torque - 1) / 4) * (1 + 0.6 * sigmoid((g - 0.4) / 0.05));
}

/** Fat of the drained buttermilk, mass fraction: what still floats free, in the serum left (curd always carries a little). */
export function buttermilkFatOf(f: number, fat: number, ripened: boolean): number {
  return Math.min(fat, 0.002 * (ripened ? 0.8 : 1) + (f * fat) / (1 - (fat - f * fat) / 0.81));
}

/** Grainy is a late stage: four fifths of the way to the break. */
const grainyFrom = 0.84;

/** Signs of each stage as numbers that cross zero when it is reached, the latest stage first. */
const signs: readonly (readonly [Stage, (state: Float64Array) => number])[] = [
  ['mass', (state) => Math.min(state[grain]! / 0.5, state[size]! / 12) - 1],
  ['grains', (state) => Math.min(state[grain]! / 0.5, state[size]! / 2.5) - 1],
  ['break', (state) => state[grain]! / 0.5 - 1],
  ['grainy', (state) => (state[clumped]! + state[grain]!) / grainyFrom - 1],
  ['whipped', (state) => state[clumped]! / 0.3 - 1],
  ['thickening', (state) => Math.max(state[air]! / 0.25, state[clumped]! / 0.06) - 1],
];

/** The stage a state shows. */
export function stageOf(state: Float64Array): Stage {
  if (state[grain]! >= 0.5) return state[size]! >= 12 ? 'mass' : state[size]! >= 2.5 ? 'grains' : 'break';
  if (state[clumped]! + state[grain]! >= grainyFrom) return 'grainy';
  if (state[clumped]! >= 0.3) return 'whipped';
  if (state[air]! > 0.25 || state[clumped]! > 0.06) return 'thickening';
  return 'fluid';
}

/** Share of the way from one state to the next at which a stage was reached, 0 … 1. */
export function reachedBetween(stage: Stage, before: Float64Array, after: Float64Array): number {
  const sign = signs.find(([name]) => name === stage)?.[1];
  if (!sign) return 1;
  const [from, to] = [sign(before), sign(after)];
  return to > from ? Math.min(1, max(0, -from / (to - from))) : 1;
}
