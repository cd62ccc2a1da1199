import type { ChurnHappening, ChurnInput } from './churnInput.calc';
import { conditionsOf, longestSeconds, pausedBefore } from './churnInput';
import { spreadFromCream } from './churnEffects';
import type { ChurnPace } from './churnPace';
import type { Estimate } from '../quantities/estimate';
import type { ChurnRun } from './simulateChurn';
import { oilsFrom, simulateChurn } from './simulateChurn';
import type { Stage } from './stages';

/** A stage a maker saw, at minutes on the clock since the start. */
export interface SeenStage {
  stage: Stage;
  atMinutes: number;
}

/** One way the churning may be going: a pace and how warm the cream was, how likely that is by now, and the model's run. */
export interface Possibility {
  logPace: number;
  /** How much warmer the cream went in than was said, K. */
  warmer: number;
  weight: number;
  run: ChurnRun;
  /** Minutes of churning until the break, standing left out; undefined when it does not break. */
  breakMinutes: number | undefined;
}

/** How well makers see a stage: standard deviation of the logarithm of its time (engineering estimates). */
const seeing: Partial<Record<Stage, number>> = {
  thickening: 0.45,
  whipped: 0.28,
  grainy: 0.18,
  break: 0.05,
};
/** Student's t, so that one forgotten or mistaken mark does not lead astray. */
const tails = 4;
/** A stage marked that the model never reaches counts as this many standard deviations off. */
const neverReached = 5;
/** The break is seen within this much, logarithm: how sharply “not yet broken” cuts. */
const notYetWidth = 0.04;
const nodes = 25;
const widest = 3.2;
/**
 * Cream whose temperature nobody measured is tried colder and warmer: Gauss–Hermite nodes for a normal spread
 * (Abramowitz & Stegun, Handbook of Mathematical Functions, 1964, table 25.10).
 */
const temperatures: readonly { z: number; weight: number }[] = [
  { z: -2.857, weight: 0.01126 },
  { z: -1.3556, weight: 0.22208 },
  { z: 0, weight: 0.53333 },
  { z: 1.3556, weight: 0.22208 },
  { z: 2.857, weight: 0.01126 },
];
const asMeasured: typeof temperatures = [{ z: 0, weight: 1 }];
/** From this spread on a temperature is a guess, K; and as many paces are then tried at each. */
const guessedFrom = 1;
const pacesWhenGuessed = 11;
/** K·Δt of these runs: four times coarser than a single run, and the same to two hundredths (oneAccount.test.ts). */
const coarse = 0.012;

/** The model's run of a load at a pace, for cream that went in so much warmer than was said. */
export function runAt(input: ChurnInput, logPace: number, warmer = 0): ChurnRun {
  const temperature = Math.min(40, Math.max(0, input.temperature + warmer));
  return simulateChurn(
    conditionsOf({ ...input, temperature }, logPace),
    longestSeconds(input, logPace),
    undefined,
    coarse,
  );
}

/**
 * Everything the churning may be doing, given what was learned before and what was seen since: paces, and temperatures
 * where nobody took one, on a grid, each run through the model with all that happened, weighed by the stages marked and
 * by not having broken yet (Bayes' rule on a grid: Gelman et al., Bayesian Data Analysis, 2013, §3.7). So a break is news
 * about both: butter that broke after ten minutes of whisking was not at 6 °C, whatever the fridge said.
 * @param elapsedMinutes minutes on the clock since the start, if it is under way and has not broken
 */
export function believe(
  input: ChurnInput,
  pace: ChurnPace,
  seen: readonly SeenStage[] = [],
  elapsedMinutes = 0,
  count = nodes,
): Possibility[] {
  const doubled = input.homogenised ? 2 : 1;
  const guessed = input.temperatureSd >= guessedFrom;
  const unsure = guessed ? { ...input, temperatureSd: 0 } : input;
  const sd = doubled * Math.hypot(pace.logSd, pace.scatter, spreadFromCream(unsure, pace.logMean));
  const paces = guessed ? Math.min(count, pacesWhenGuessed) : count;
  const possibilities = (guessed ? temperatures : asMeasured).flatMap((degree) =>
    Array.from({ length: paces }, (_, i): Possibility => {
      const z = widest * ((2 * i) / (paces - 1) - 1);
      const logPace = pace.logMean + sd * z;
      const warmer = degree.z * input.temperatureSd;
      const run = runAt(input, logPace, warmer);
      const prior = Math.log(degree.weight) - 0.5 * z * z;
      return {
        logPace,
        warmer,
        run,
        breakMinutes: churnedMinutes(input, run.breakSeconds),
        weight: prior + logLikelihood(input, run, seen, elapsedMinutes),
      };
    }),
  );
  const most = Math.max(...possibilities.map(({ weight }) => weight));
  const total = possibilities.reduce((sum, { weight }) => sum + Math.exp(weight - most), 0);
  return possibilities.map((one) => ({ ...one, weight: Math.exp(one.weight - most) / total }));
}

/** Minutes of churning until a second on the clock, standing left out. */
export const churnedMinutes = <S extends number | undefined>(
  { happenings }: Pick<ChurnInput, 'happenings'>,
  clockSeconds: S,
): S =>
  (clockSeconds === undefined
    ? undefined
    : Math.max(0, clockSeconds / 60 - pausedBefore(happenings, clockSeconds / 60))) as S;

/** How well a run of the model fits what was seen: the logarithm of its likelihood. */
function logLikelihood(
  input: ChurnInput,
  run: ChurnRun,
  seen: readonly SeenStage[],
  elapsedMinutes: number,
): number {
  let sum = 0;
  for (const mark of seen) {
    const spread = seeing[mark.stage];
    if (spread === undefined || mark.atMinutes <= 0) continue;
    const reached = churnedMinutes(input, run.reached[mark.stage]);
    const off =
      reached === undefined
        ? neverReached
        : Math.log(churnedMinutes(input, 60 * mark.atMinutes) / Math.max(1e-3, reached)) / spread;
    sum -= ((tails + 1) / 2) * Math.log(1 + (off * off) / tails);
  }
  const broke = seen.some(({ stage }) => stage === 'break');
  const breakMinutes = churnedMinutes(input, run.breakSeconds);
  if (!broke && elapsedMinutes > 0 && breakMinutes !== undefined) {
    const ahead = Math.log(breakMinutes / churnedMinutes(input, 60 * elapsedMinutes)) / notYetWidth;
    sum += ahead > 30 ? 0 : -Math.log1p(Math.exp(-ahead));
  }
  return sum;
}

/** Chance that it breaks at all within a maker's patience. */
export const chanceOfBreaking = (possibilities: readonly Possibility[]): number =>
  Math.min(
    1,
    possibilities.reduce(
      (sum, { weight, breakMinutes }) => sum + (breakMinutes === undefined ? 0 : weight),
      0,
    ),
  );

/**
 * Quantiles of the minutes of churning until the break, among the ways in which it breaks.
 * @returns undefined when no way breaks
 */
export const breakQuantiles = (
  possibilities: readonly Possibility[],
  probabilities: readonly number[],
): number[] | undefined =>
  quantilesOf(
    possibilities.flatMap(({ breakMinutes, weight }) =>
      breakMinutes === undefined ? [] : [{ minutes: breakMinutes, weight }],
    ),
    probabilities,
  );

/**
 * Quantiles of weighed times: the weights spread evenly between neighbours, on the logarithm.
 * @param times minutes, each with its weight
 * @param probabilities 0 … 1, rising
 * @returns minutes, or undefined when nothing has weight
 */
export function quantilesOf(
  times: readonly { minutes: number; weight: number }[],
  probabilities: readonly number[],
): number[] | undefined {
  const points = times
    .filter(({ weight }) => weight > 0)
    .map(({ minutes, weight }) => ({ x: Math.log(Math.max(1e-3, minutes)), weight }))
    .sort((a, b) => a.x - b.x);
  if (points.length === 0) return undefined;
  const total = points.reduce((sum, { weight }) => sum + weight, 0);
  // Each node's weight belongs to the stretch half-way to its neighbours.
  const edges = points.map((point, i) => (i === 0 ? point.x : (points[i - 1]!.x + point.x) / 2));
  edges.push(points.at(-1)!.x);
  return probabilities.map((wanted) => {
    let before = 0;
    for (let i = 0; i < points.length; i += 1) {
      const share = points[i]!.weight / total;
      if (before + share >= wanted || i === points.length - 1) {
        const within = share > 0 ? Math.min(1, (wanted - before) / share) : 0;
        return Math.exp(edges[i]! + within * (edges[i + 1]! - edges[i]!));
      }
      before += share;
    }
    return Math.exp(edges.at(-1)!);
  });
}

/** When it breaks among all the ways it may be going: middle and 90 % window, minutes of churning; or why it is not expected to. */
export function breakWindow(
  possibilities: readonly Possibility[],
  hardness: number,
): { outcome: 'breaks' | 'stuck' | 'oils'; breakMinutes: Estimate | undefined } {
  const quantiles =
    chanceOfBreaking(possibilities) >= 0.5 ? breakQuantiles(possibilities, [0.05, 0.5, 0.95]) : undefined;
  if (quantiles)
    return {
      outcome: 'breaks',
      breakMinutes: { low: quantiles[0]!, mid: quantiles[1]!, high: quantiles[2]! },
    };
  const warm = possibilities.reduce(
    (sum, { run, weight }) => sum + weight * run.moments.at(-1)!.temperature,
    0,
  );
  return { outcome: warm - hardness >= oilsFrom ? 'oils' : 'stuck', breakMinutes: undefined };
}

/** Minutes on the clock at which a number of minutes of churning are done. */
export function clockOf(happenings: readonly ChurnHappening[], churnedMinutes: number): number {
  let clock = churnedMinutes;
  const pauses = happenings
    .filter((one): one is Extract<ChurnHappening, { kind: 'pause' }> => one.kind === 'pause')
    .sort((a, b) => a.atMinutes - b.atMinutes);
  for (const pause of pauses) if (pause.atMinutes < clock) clock += pause.minutes;
  return clock;
}
