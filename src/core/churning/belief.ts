import type { ChurnHappening, ChurnInput } from './churnInput';
import { conditionsOf, longestSeconds, standingBefore } from './churnInput';
import { spreadFromCream } from './churnEffects';
import type { ChurnPace } from './churnPace';
import type { ChurnRun } from './simulateChurn';
import { simulateChurn } from './simulateChurn';
import type { Stage } from './stages';

/** A stage a maker saw, at minutes on the clock since the start. */
export interface SeenStage {
  stage: Stage;
  atMinutes: number;
}

/** One way the churning may be going: a pace, how likely it is by now, and the model's run at that pace. */
export interface Possibility {
  logPace: number;
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
 * Everything the churning may be doing, given what was learned before and what was seen since: paces on a grid, each run
 * through the model with all that happened, weighed by the stages marked and by not having broken yet (Bayes' rule on
 * a grid: Gelman et al., Bayesian Data Analysis, 2013, §3.7).
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
  const sd = doubled * Math.hypot(pace.logSd, pace.scatter, spreadFromCream(input, pace.logMean));
  const churnedAt = (clock: number) => Math.max(0, clock - standingBefore(input.happenings, clock));
  const broke = seen.find(({ stage }) => stage === 'break');
  const possibilities = Array.from({ length: count }, (_, i): Possibility => {
    const z = widest * ((2 * i) / (count - 1) - 1);
    const logPace = pace.logMean + sd * z;
    const run = simulateChurn(conditionsOf(input, logPace), longestSeconds(input, logPace));
    const breakMinutes = run.breakSeconds === undefined ? undefined : churnedAt(run.breakSeconds / 60);
    let logWeight = -0.5 * z * z;
    for (const mark of seen) {
      const spread = seeing[mark.stage];
      if (spread === undefined || mark.atMinutes <= 0) continue;
      const reached = run.reached[mark.stage];
      const off =
        reached === undefined
          ? neverReached
          : Math.log(churnedAt(mark.atMinutes) / Math.max(1e-3, churnedAt(reached / 60))) / spread;
      logWeight -= ((tails + 1) / 2) * Math.log(1 + (off * off) / tails);
    }
    if (!broke && elapsedMinutes > 0 && breakMinutes !== undefined) {
      const ahead = Math.log(breakMinutes / churnedAt(elapsedMinutes)) / notYetWidth;
      logWeight += ahead > 30 ? 0 : -Math.log1p(Math.exp(-ahead));
    }
    return { logPace, weight: logWeight, run, breakMinutes };
  });
  const most = Math.max(...possibilities.map(({ weight }) => weight));
  const total = possibilities.reduce((sum, { weight }) => sum + Math.exp(weight - most), 0);
  return possibilities.map((one) => ({ ...one, weight: Math.exp(one.weight - most) / total }));
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

/** Minutes on the clock at which a number of minutes of churning are done. */
export function clockOf(happenings: readonly ChurnHappening[], churnedMinutes: number): number {
  let clock = churnedMinutes;
  const pauses = happenings
    .filter((one): one is Extract<ChurnHappening, { kind: 'pause' }> => one.kind === 'pause')
    .sort((a, b) => a.atMinutes - b.atMinutes);
  for (const pause of pauses) if (pause.atMinutes < clock) clock += pause.minutes;
  return clock;
}
