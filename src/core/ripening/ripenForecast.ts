import type { Estimate } from '../quantities/estimate';
import type { RipenInput } from './ripenPredict.calc';
import { safePh, safetyLimit } from './safetyClock';
import type { Culture, Spell } from './ripenCream';
import { hoursToPh, mesophilic, ripenCream, wild, yoghurt } from './ripenCream';

/** How far something has soured and when it will be ready, in figures. */
export interface RipenForecast {
  /** Hours from the start until it is ready; absent when it does not get there in 400 h. */
  readyHours?: Estimate;
  phNow: Estimate;
  /** Hours after which it is discarded if it is not thick and tart. */
  discardAfterHours: number;
  state: 'souring' | 'ready' | 'discard';
  /** pH over time as expected. */
  curve: { hours: number; ph: number }[];
}

/** How lively a culture is against the usual: standard deviation of the logarithm of its speed (engineering estimates). */
const book = { logMean: 0, logSd: 0.15 } as const;
const wildSpread = 1;
const phMeter = 0.1;
/** pH at which cream is thick and tart, and how sharply people see it (engineering estimates). */
const thickAt = 5.05;
const thickWidth = 0.12;
/** What a line loses of its liveliness each generation (engineering estimate). */
const tiring = 0.02;
const usualDose = { mesophilic: 0.02, yoghurt: 0.03, both: 0.03, natural: 0.02 } as const;
const mostHours = 400;
const grid = 21;
/** A culture that fails: speeds tried beside the usual ones, each with this chance (engineering estimates). */
const failing = [0.4, 0.2, 0.05] as const;
const failingChance = 0.01;
const widest = 3;

/** The dose that is reckoned with, as a share of the whole: what was said, or the usual one of the route. */
export const doseOf = ({ route, dose }: Pick<RipenInput, 'route' | 'dose'>): number =>
  dose ?? usualDose[route];

/**
 * When something sours, by route, dose and temperature, sharpened by readings: {@link ripenCream} at a grid of speeds (and
 * of first numbers, for wild flora), weighed by what was measured (Bayes on a grid). Figures only; `ripenPredict` says them.
 */
export function ripenForecast(input: RipenInput): RipenForecast {
  const natural = input.route === 'natural';
  const start = doseOf(input);
  const lively = livelyAfter(input.generation);
  const spells: Spell[] = input.temperatures;
  const usual = Array.from({ length: grid }, (_, i) => {
    const z = widest * ((2 * i) / (grid - 1) - 1);
    return { z, logPrior: -0.5 * z * z, slowed: 1 };
  });
  const sum = usual.reduce((all, { logPrior }) => all + Math.exp(logPrior), 0);
  const failed = failing.map((slowed) => ({ z: 0, logPrior: Math.log(failingChance * sum), slowed }));
  const ways = [...usual, ...failed].map(({ z, logPrior, slowed }) => {
    const cultures = culturesOf(input.route, start, natural ? wildSpread * z : 0);
    const { logMean, logSd } = input.own ?? book;
    const speed = slowed * lively * (natural ? 1 : Math.exp(logMean + logSd * z));
    const moments = ripenCream(cultures, spells, mostHours, speed);
    const weight = logPrior + logLikely(moments, input.readings);
    return {
      moments,
      logPrior,
      weight,
      ready: hoursToPh(moments, input.readyPh),
      now: phAt(moments, input.elapsedHours),
    };
  });
  const most = Math.max(...ways.map(({ weight }) => weight));
  const weights = ways.map(({ weight }) => Math.exp(weight - most));
  const total = weights.reduce((a, b) => a + b, 0);
  const readyWeight = ways.reduce((sum, { ready }, i) => sum + (ready === undefined ? 0 : weights[i]!), 0);
  const ready =
    readyWeight > 0.5 * total
      ? quantiles(
          ways.map(({ ready: at }) => at ?? Infinity),
          weights,
        )
      : undefined;
  const phNow = quantiles(
    ways.map(({ now }) => now),
    weights,
  );
  // The mean of the curves is no curve: the likeliest way is shown.
  const likeliest = ways[weights.indexOf(Math.max(...weights))]!;
  const discardAfterHours = safetyLimit(input.route, spells);
  // Only what was seen in time keeps it; nothing that is foreseen counts as seen.
  const seen = seenInTime(input, discardAfterHours);
  const past = !seen && input.elapsedHours > discardAfterHours;
  const reached = seen || (!past && phNow.mid <= input.readyPh);
  const inTime = ready && Number.isFinite(ready.high) && ready.mid <= discardAfterHours;
  return {
    ...(inTime ? { readyHours: { ...ready, high: Math.min(ready.high, discardAfterHours) } } : {}),
    phNow,
    discardAfterHours,
    state: past ? 'discard' : reached ? 'ready' : 'souring',
    curve: likeliest.moments.filter((_, i) => i % Math.ceil(likeliest.moments.length / 200) === 0),
  };
}

const livelyAfter = (generation: number): number => 1 - Math.min(0.4, tiring * generation);

/** Log of how likely what was read is, as cream soured so: a meter's readings, and looks (both with room for a slip). */
function logLikely(
  moments: readonly { hours: number; ph: number }[],
  readings: RipenInput['readings'],
): number {
  let log = 0;
  for (const reading of readings) {
    const ph = phAt(moments, reading.atHours);
    if (reading.kind === 'ph') log -= 2.5 * Math.log1p(((reading.ph - ph) / phMeter) ** 2 / 4);
    else {
      const seen = 1 / (1 + Math.exp((ph - thickAt) / (thickWidth / 1.7)));
      log += Math.log(0.03 + 0.94 * (reading.seen ? seen : 1 - seen));
    }
  }
  return log;
}

/** How likely a souring's readings are were its culture so fast: for each logarithm of its speed against the book's, 1 the likeliest. */
export function cultureLikelihood(input: RipenInput, logSpeeds: readonly number[]): number[] {
  const cultures = culturesOf(input.route, doseOf(input), 0);
  const logs = logSpeeds.map((logSpeed) => {
    const speed = livelyAfter(input.generation) * Math.exp(logSpeed);
    return logLikely(ripenCream(cultures, input.temperatures, mostHours, speed), input.readings);
  });
  const most = Math.max(...logs);
  return logs.map((log) => Math.exp(log - most));
}

/** Thick and tart, or at pH 5.0 and under, as somebody saw before the limit. */
export const seenInTime = ({ readings }: RipenInput, limit: number): boolean =>
  readings.some((one) => one.atHours <= limit && (one.kind === 'ph' ? one.ph <= safePh : one.seen));

function culturesOf(route: RipenInput['route'], start: number, logStart: number): Culture[] {
  switch (route) {
    case 'mesophilic':
      return [{ flora: mesophilic, start }];
    case 'yoghurt':
      return [{ flora: yoghurt, start }];
    case 'both':
      return [
        { flora: mesophilic, start: start / 2 },
        { flora: yoghurt, start: start / 2 },
      ];
    case 'natural':
      // log10 of the wild flora at the start: −4 ± 1.
      return [{ flora: wild, start: 10 ** (-4 + logStart) }];
  }
}

function phAt(moments: readonly { hours: number; ph: number }[], at: number): number {
  let before = moments[0]!;
  for (const moment of moments) {
    if (moment.hours >= at) {
      const span = moment.hours - before.hours;
      return span > 0 ? before.ph + ((at - before.hours) / span) * (moment.ph - before.ph) : moment.ph;
    }
    before = moment;
  }
  return before.ph;
}

function quantiles(values: readonly number[], weights: readonly number[]): Estimate {
  const sorted = values.map((value, i) => ({ value, weight: weights[i]! })).sort((a, b) => a.value - b.value);
  const total = weights.reduce((a, b) => a + b, 0);
  const at = (probability: number) => {
    let before = 0;
    for (let i = 0; i < sorted.length; i += 1) {
      const { value, weight } = sorted[i]!;
      if (before + weight >= probability * total) {
        const next = sorted[Math.min(i + 1, sorted.length - 1)]!.value;
        const within = weight > 0 ? (probability * total - before) / weight : 0;
        const previous = sorted[Math.max(0, i - 1)]!.value;
        const low = (previous + value) / 2;
        const high = Number.isFinite(next) ? (value + next) / 2 : value;
        return low + within * (high - low);
      }
      before += weight;
    }
    return sorted.at(-1)!.value;
  };
  return { low: at(0.05), mid: at(0.5), high: at(0.95) };
}
