import type { ChurnHappening, ChurnInput } from './churnInput.calc';
import { conditionsOf, longestSeconds, pausedBefore } from './churnInput';
import { spreadFromCream } from './churnEffects';
import type { ChurnPace } from './churnPace';
import { paceAt, paceThen } from './ownSlopes';
import type { Estimate } from '../quantities/estimate';
import type { ChurnConditions, ChurnRun } from './simulateChurn';
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
  /** The model's run, which goes on at the pace that standing and another fat give it. */
  run: ChurnRun;
  /** How much faster it churns once standing warmed it, and its fat is another. */
  faster: NonNullable<ChurnConditions['faster']>;
  /** Minutes of churning until the break, standing left out; undefined when it does not break. */
  breakMinutes: number | undefined;
}

/** How well makers see a stage: standard deviation of the logarithm of its time (engineering estimates). */
const seeing: Partial<Record<Stage, number>> = {
  thickening: 0.45,
  whipped: 0.25,
  grainy: 0.18,
  break: 0.05,
};
/**
 * Student's t, so that one forgotten or mistaken mark does not lead astray; and one churning around its pace, as it was
 * learned ({@link learnPace}). With what is normally spread beside it, its degrees of freedom grow as their kurtosis asks
 * (Welch 1947, Biometrika 34, 28).
 */
const tails = 4;
/** A stage marked that the model never reaches counts as this many standard deviations off. */
const neverReached = 5;
/** The break is seen within this much, logarithm: how sharply “not yet broken” cuts. */
const notYetWidth = 0.04;
const nodes = 25;
/** Standard deviations past which one in ten lies, on either side. */
const oneInTen = 1.2816;
/** Paces are tried this far out, in standard deviations: where they scatter normally, and where heavily. */
const normally = 3.2;
const heavily = 4.5;
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

/**
 * No cream is so many times faster, or slower, than its tool's usual, logarithm (engineering estimate): beyond it a guess at thin
 * cream, whose pace hangs on every percent of its fat, would be reckoned for hours of churning in steps of milliseconds.
 */
const mostPace = 4;
const believable = (logPace: number): number => Math.min(mostPace, Math.max(-mostPace, logPace));

/** The model's run of a load at a pace, for cream that went in so much warmer than was said. */
export function runAt(
  input: ChurnInput,
  logPace: number,
  warmer = 0,
  faster?: ChurnConditions['faster'],
): ChurnRun {
  const temperature = Math.min(40, Math.max(0, input.temperature + warmer));
  return simulateChurn(
    { ...conditionsOf({ ...input, temperature }, logPace), faster },
    longestSeconds(input, logPace),
    undefined,
    coarse,
  );
}

/** A break time takes on at least this much of a pace, as far as that is believed. */
const takesOnAtLeast = 0.5;
/** From here on it takes on all of it, °C (docs/models.md, “The maker's own pace”). */
const warmAt = 15;
/** Nearer than this the model's own steps would show, logarithm. */
const leastStep = 0.25;

/**
 * How much of a slower, or faster, pace the break time takes on: all of it in warm cream; in cold cream, that the room and
 * its own motion warm while it is churned, a slow churning is helped on the way. What is known of a maker's times is told to
 * the model as a pace by this.
 * @param by how much slower (faster, below zero), logarithm
 * @returns change of ln(minutes) over that of ln(pace), 0.5 … 1
 */
export function takenOn(
  input: ChurnInput,
  by: number,
  warmer = 0,
  usual = plainBreak(input, 0, warmer),
): number {
  const step = Math.abs(by) < leastStep ? leastStep : believable(by);
  const other = plainBreak(input, step, warmer);
  if (usual === undefined || other === undefined) return 1;
  return Math.min(1, Math.max(takesOnAtLeast, Math.log(other / usual) / step));
}

/** When it breaks at a pace with nothing done to it on the way, s. */
const plainBreak = (input: ChurnInput, logPace: number, warmer: number): number | undefined =>
  runAt({ ...input, happenings: [] }, logPace, warmer).breakSeconds;

/** The pace by which the model takes so much longer than at the tool's usual, both logarithms. */
const asPace = (input: ChurnInput, logTime: number, ...known: [warmer?: number, usual?: number]): number =>
  logTime === 0 ? 0 : logTime / takenOn(input, logTime, ...known);

/** The pace that the model is told for a load before anything is seen of it, logarithm. */
export function foreseenPace(input: ChurnInput, pace: ChurnPace): number {
  const { logMean } = paceAt(pace, input);
  return asPace(input, logMean);
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
  const fromCream = spreadFromCream(unsure, paceAt(pace, input).logMean);
  const paces = guessed ? Math.min(count, pacesWhenGuessed) : count;
  const possibilities = (guessed ? temperatures : asMeasured).flatMap((degree) => {
    const warmer = degree.z * input.temperatureSd;
    const went = { ...input, temperature: input.temperature + warmer };
    const at = paceAt(pace, went);
    const spread = Math.hypot(at.logSd, at.scatter, fromCream);
    const usual = plainBreak(input, 0, warmer);
    const told = (logTime: number) => asPace(input, logTime, warmer, usual);
    const centre = told(at.logMean);
    // One in ten is slower, and one in ten faster: from the middle to there the pace goes straight, and on beyond.
    const sd = doubled * spread;
    const off = oneInTen * sd;
    const aSlower = (told(at.logMean + off) - centre) / oneInTen;
    const aFaster = (centre - told(at.logMean - off)) / oneInTen;
    const freedom = tails * (spread / at.scatter) ** 4;
    const widest = normally + (heavily - normally) * Math.min(1, tails / freedom);
    return Array.from({ length: paces }, (_, i): Possibility => {
      const z = widest * ((2 * i) / (paces - 1) - 1);
      const logPace = believable(centre + z * (z < 0 ? aFaster : aSlower));
      const faster = (warmed: number, creamFat: number) => {
        const then = { tool: input.tool, temperature: went.temperature + warmed, creamFat };
        const slower = paceThen(pace, went, then, sd * z, doubled * Math.hypot(at.scatter, fromCream));
        // What a cold churning takes on less of its pace goes as the cold does.
        const cold = Math.min(1, Math.max(0, 1 - warmed / Math.max(1, warmAt - went.temperature)));
        return Math.exp(believable(logPace - slower - cold * (logPace - at.logMean - sd * z)));
      };
      const run = runAt(input, logPace, warmer, faster);
      const prior = Math.log(degree.weight) - ((freedom + 1) / 2) * Math.log1p((z * z) / freedom);
      return {
        logPace,
        warmer,
        faster,
        run,
        breakMinutes: churnedMinutes(input, run.breakSeconds),
        weight: prior + logLikelihood(input, run, seen, elapsedMinutes),
      };
    });
  });
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
