import type { ColdChain } from './coldChain';
import { coldChainOf, minds } from './coldChain';
import { transfer } from './transfer';
import { CalculationError } from '../calculationError';
import { creamDensity } from '../dairy/creamDensity';
import { heatCapacity } from '../dairy/heatCapacity';
import { settling } from '../dairy/settling';
import { solidFat, temperatureOfSolidFat } from '../dairy/solidFat';
import type { Caution } from '../keeping/cautions';
import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import { ninety } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import type { TemperPlanInput } from './temperPlan.calc';
import { apart, wholeCelsius, wholeHours } from '../quantities/whole';

/** Ways to bring cream to a temperature: heat passed, W/m²K, whether through water, and where it goes (docs/models.md, Heat). */
const methods = {
  roomAir: { u: 10, wet: false, celsius: 19, says: 'Leave it in a room' },
  fridge: { u: 8, wet: false, celsius: 4, says: 'Put it in a fridge' },
  fanFridge: { u: 13, wet: false, celsius: 4, says: 'Put it in a fan fridge' },
  bath: { u: 55, wet: true, celsius: 25, says: 'Stand it in a water bath' },
  stirredBath: { u: 90, wet: true, celsius: 25, says: 'Stand it in a stirred water bath' },
  iceWater: { u: 90, wet: true, celsius: 0.5, says: 'Stand it in ice water and stir' },
} as const;
export type TemperMethod = keyof typeof methods;
export const methodKeys = Object.keys(methods) as [TemperMethod, ...TemperMethod[]];

/** “Enough” of the fat has crystallised at nine tenths (docs/models.md). */
const enough = 0.9;
/** How well U is known before a vessel was probed, logarithm; a probe's error, K (engineering estimates). */
const vesselSpread = 0.25;
const probeSd = 0.5;
/** Probe this far from the curve asks for a correction, K. */
const offBy = 1.2;
/** Unsoured pasteurised cream over 5 °C: at most two hours, after four it is discarded (handbook §7). */
const dangerFrom = 5;
const useWithin = 2;
const discardAfter = 4;
/** Warmest water that cream is stood in, °C (handbook §7). */
const warmestBath = 30;
const longest = 36;
const stepSeconds = 20;

interface Way {
  method: TemperMethod;
  celsius: number;
  says: string;
  /** Until the probe reads what is wanted; absent when it never will. */
  probeMinutes?: Estimate;
  /** Until the fat has crystallised enough, when it is being cooled. */
  crystallisedMinutes?: number;
  /** In time, when a time was given. */
  inTime?: boolean;
  /** Whether unsoured milk or cream stays safe on the way. */
  cold: ColdChain;
  /** What to mind of it in this direction. */
  minds: string;
}

export interface TemperPlan extends Predicted {
  best?: Way;
  ways: Way[];
  /** How this vessel passes heat against the table, learned. */
  vesselFactor: number;
  correction?: { says: string; minutes: number; expected: number };
  /** Hours left of the two that unsoured cream may be warm. */
  warmHoursLeft?: number;
}

/**
 * How to bring cream to a temperature by a time: every way at hand with its minutes by the lumped heat balance, what the probe
 * will read and when the fat has crystallised being two answers; the vessel's own factor learned; a correction when a
 * reading is off the curve; and the two and four hours that unsoured cream may be warm.
 */
export function temperPlan(input: TemperPlanInput): TemperPlan {
  if (Math.abs(input.from - input.to) < 0.05)
    throw new CalculationError(`to: ${input.to} °C was given; the cream is there already.`, 'to');
  const learned = learnVessel(input.vesselFactors);
  const factor = Math.exp(learned.mean);
  const ways = input.methods
    .map((one) => wayOf(input, one.method, one.celsius ?? methods[one.method].celsius, factor, learned.sd))
    .sort((a, b) => rank(a, input) - rank(b, input));
  const cooling = input.to < input.from;
  // What would have to be thrown out at the end of it is never the best, even where nothing else is at hand.
  const best = ways.find(({ probeMinutes, cold }) => probeMinutes !== undefined && cold !== 'over');
  const warmLeft =
    input.soured || (input.to <= dangerFrom && input.from <= dangerFrom)
      ? undefined
      : Math.max(0, useWithin - input.warmHours);
  return {
    ...(best ? { best } : {}),
    ways,
    vesselFactor: factor,
    ...(input.reading ? { correction: correct(input, factor) } : {}),
    ...(warmLeft === undefined ? {} : { warmHoursLeft: warmLeft }),
    reasons: ranked([
      {
        says: cooling
          ? 'Fat gives off heat as it sets.'
          : 'Near 15 °C cream takes much heat, because fat is melting.',
        weight: 2,
      },
      ...(input.set ? [{ says: 'Soured, set cream does not stir: heat creeps through it.', weight: 3 }] : []),
      ...(input.vesselFactors.length > 0
        ? [{ says: `Your last ${input.vesselFactors.length} with this vessel.`, weight: 1 }]
        : [{ says: 'This vessel has not been probed yet.', weight: 0.5 }]),
    ]),
    cautions: warmCautions(input, ways),
  };
}

/** A vessel's factor on U: conjugate normal on the logarithm (Gelman et al., Bayesian Data Analysis, 2013, §2.5). */
function learnVessel(factors: readonly number[]): { mean: number; sd: number } {
  const scatter = 0.2;
  const precision = 1 / vesselSpread ** 2 + factors.length / scatter ** 2;
  return {
    mean:
      factors.reduce((sum, one) => sum + Math.max(-1, Math.min(1, Math.log(one))), 0) /
      scatter ** 2 /
      precision,
    sd: Math.hypot(Math.sqrt(1 / precision), factors.length > 0 ? 0.1 : 0),
  };
}

/** Follows probe and crystals; `until` is asked at every step. */
function follow(
  input: TemperPlanInput,
  { u, wet }: { u: number; wet: boolean },
  around: number,
  until: (celsius: number, solid: number, seconds: number) => boolean,
): { seconds: number; celsius: number } | undefined {
  const { volume, fat, from, diameter, filledHeight, topExposed, hardness, set } = input;
  const d = diameter / 1000;
  // Water wets the sides and the bottom, never the open top.
  const area = Math.PI * d * (filledHeight / 1000) + (Math.PI / 4) * d * d * (topExposed && !wet ? 2 : 1);
  const mass = volume * creamDensity(fat, Math.min(45, Math.max(0, from)));
  const passing = transfer(u, set, diameter) * area;
  let celsius = from;
  let solid = solidFat(from, hardness);
  for (let seconds = 0; seconds <= longest * 3600; seconds += stepSeconds) {
    if (until(celsius, solid, seconds)) return { seconds, celsius };
    const slope = (at: number) => (passing * (around - at)) / (mass * heatCapacity(fat, at, hardness));
    const middle = celsius + 0.5 * stepSeconds * slope(celsius);
    celsius += stepSeconds * slope(middle);
    const wanted = solidFat(celsius, hardness);
    const felt = temperatureOfSolidFat(solid, hardness);
    solid += (wanted - solid) * (1 - Math.exp(-stepSeconds / settling(felt, celsius)));
  }
  return undefined;
}

function wayOf(
  input: TemperPlanInput,
  method: TemperMethod,
  celsius: number,
  factor: number,
  sd: number,
): Way {
  const { from, to, hardness, readyInMinutes } = input;
  const around = method.toLowerCase().includes('bath') ? Math.min(warmestBath, celsius) : celsius;
  const cooling = to < from;
  const reaches = cooling ? around < to : around > to;
  // What is set does not stir, in ice water or out of it.
  const stands = input.set && method === 'iceWater' ? 'Stand it in ice water' : methods[method].says;
  const says = `${stands}${method === 'iceWater' ? '' : ` of ${wholeCelsius(around)}`}`;
  const way = { method, celsius: around, says, minds: minds[method][cooling ? 'cooling' : 'warming'] };
  const never = {
    ...way,
    cold: coldChainOf(input, () => undefined),
    ...(readyInMinutes === undefined ? {} : { inTime: false }),
  };
  if (!reaches) return never;
  const { wet } = methods[method];
  const u = methods[method].u * factor;
  const there = (t: number) => (cooling ? t <= to : t >= to);
  const minutes = (speed: number) => {
    const found = follow(input, { u: u * speed, wet }, around, there);
    return found === undefined ? undefined : found.seconds / 60;
  };
  const mid = minutes(1);
  if (mid === undefined) return never;
  const spread = Math.exp(ninety * sd);
  const probeMinutes = { low: mid / spread, mid, high: mid * spread };
  const settled = cooling
    ? follow(input, { u, wet }, around, (t, solid) => there(t) && solid >= enough * solidFat(to, hardness))
    : undefined;
  const hoursTo = (celsius: number) => {
    const found = follow(input, { u, wet }, around, (t) => (cooling ? t <= celsius : t >= celsius));
    return found && found.seconds / 3600;
  };
  return {
    ...way,
    cold: coldChainOf(input, hoursTo),
    probeMinutes,
    ...(settled ? { crystallisedMinutes: settled.seconds / 60 } : {}),
    ...(readyInMinutes === undefined ? {} : { inTime: mid <= readyInMinutes }),
  };
}

/** Safe ones first, in time first; of those the gentlest, which comes nearest to the time; without a time the quickest. */
function rank({ probeMinutes, inTime, cold }: Way, { readyInMinutes }: TemperPlanInput): number {
  if (!probeMinutes) return Infinity;
  const unsafe = cold === 'over' ? 1e9 : 0;
  if (readyInMinutes === undefined) return unsafe + probeMinutes.mid;
  if (!inTime) return unsafe + 1e7 + probeMinutes.mid;
  return unsafe + (cold === 'tight' ? 1e6 : 0) + readyInMinutes - probeMinutes.high * 0.5;
}

/** What a probe off the curve asks for: how long to go on, or which way back. */
function correct(input: TemperPlanInput, factor: number): TemperPlan['correction'] {
  const { method, minutes, probe } = input.reading!;
  const around = input.reading!.celsius ?? methods[method].celsius;
  const { u, wet } = methods[method];
  const after = follow(input, { u: u * factor, wet }, around, (_t, _s, seconds) => seconds >= minutes * 60);
  const expected = after?.celsius ?? around;
  const cooling = input.to < input.from;
  const past = cooling ? probe < input.to - probeSd : probe > input.to + probeSd;
  const to = Math.round(input.to * 10) / 10;
  if (past) {
    const back = cooling ? ('bath' as const) : ('iceWater' as const);
    const turned = { ...input, from: probe };
    const found = follow(turned, { u: methods[back].u * factor, wet: true }, methods[back].celsius, (t) =>
      cooling ? t >= input.to : t <= input.to,
    );
    const needed = found ? Math.max(1, Math.round(found.seconds / 60)) : 0;
    return {
      says: `Past it: ${cooling ? `a bath of ${methods.bath.celsius} °C` : 'ice water'} for ${needed} min, swirl, and read again: ${to} °C is wanted.`,
      minutes: needed,
      expected,
    };
  }
  // What the vessel has shown so far says how fast it goes on.
  const shown =
    Math.log((around - input.from) / (around - probe || 1e-9)) /
    Math.log((around - input.from) / (around - expected || 1e-9));
  const speed = Number.isFinite(shown) && shown > 0 ? Math.min(4, Math.max(0.25, shown)) : 1;
  const left = follow({ ...input, from: probe }, { u: u * factor * speed, wet }, around, (t) =>
    cooling ? t <= input.to : t >= input.to,
  );
  const needed = left ? Math.round(left.seconds / 60) : 0;
  const off = Math.abs(probe - expected) > offBy;
  return {
    says: left
      ? off
        ? `${apart(Math.round(Math.abs(probe - expected)))} ${probe > expected ? 'warmer' : 'colder'} than foreseen: ${needed} min more, swirl, and read again.`
        : `On the way: ${needed} min more.`
      : `It will not reach ${to} °C this way: the surroundings are too near.`,
    minutes: needed,
    expected,
  };
}

function warmCautions({ soured, from, to, warmHours }: TemperPlanInput, ways: readonly Way[]): Caution[] {
  if (soured || Math.max(from, to) <= dangerFrom) return [];
  if (warmHours > discardAfter)
    return [
      { key: 'discard', level: 'danger', says: 'Over 5 °C for more than 4 h and not soured: discard it.' },
    ];
  const reaching = ways.filter(({ probeMinutes }) => probeMinutes !== undefined);
  const first = reaching[0];
  if (first?.cold === 'over')
    return [
      {
        key: 'cold-chain',
        level: 'danger',
        says:
          to < from
            ? `None of these has it cold in time: ${first.says.toLowerCase()} takes ${wholeHours(first.probeMinutes!.mid / 60)}. Stand it in ice water and stir, or part it among small jars.`
            : 'Each of these leaves it over 5 °C for more than four hours: take a warm bath, or less of it at once.',
      },
    ];
  return [
    {
      key: 'two-hours',
      level: first?.cold === 'tight' ? 'danger' : 'caution',
      says:
        first?.cold === 'tight'
          ? 'That is over two hours above 5 °C: take a quicker way, or chill it again.'
          : 'Unsoured cream stays over 5 °C for two hours at most, then it is churned or chilled.',
    },
  ];
}
