import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { sampleStandardDeviation, mean } from 'simple-statistics';
import type { Feed } from '../churning/batchWords';
import { ninety } from '../quantities/estimate';

/** One figure of a season, with what might explain it. */
export interface SeasonPoint {
  value: number;
  weight: number;
  feed?: Feed;
  milkDays?: number;
}

export type SeasonOutcome = 'colour' | 'hardness' | 'given';
/** Grass instead of hay; or each hundred days since calving. */
export type SeasonReason = 'grass' | 'calving';

/** What one reason does to one figure: steps of colour, K of hardness, logarithm of what a litre gives. */
export interface SeasonCause {
  outcome: SeasonOutcome;
  reason: SeasonReason;
  mid: number;
  low: number;
  high: number;
  /** The interval leaves no doubt about the direction. */
  clear: boolean;
  /** Why nothing can be said, where nothing can. */
  unsaid?: 'fewPoints' | 'unsaid' | 'alike';
  points: number;
}

/** How big an effect was thought possible, and how much one figure strays by itself, one standard deviation each (engineering estimates). */
const prior: Record<SeasonOutcome, Record<SeasonReason | 'stray', number>> = {
  colour: { grass: 2, calving: 0.5, stray: 0.6 },
  hardness: { grass: 3, calving: 1, stray: 3 },
  given: { grass: 0.1, calving: 0.06, stray: 0.12 },
};
/** How many points the usual straying is worth as a guess. */
const strayWorth = 6;
const leastPoints = 5;
/** A reason that hardly varied cannot be told: standard deviation of the share of grass, and of hundreds of days. */
const hardlyVaried: Record<SeasonReason, number> = { grass: 0.15, calving: 0.2 };
const grassShare: Record<Feed, number> = { grass: 1, mixed: 0.5, hay: 0 };
const rounds = 12;

/**
 * What feed and calving explain of a season: both at once, by a Bayesian linear model with Gaussian priors, so that what one explains is not told
 * of the other (Gelman et al., Bayesian Data Analysis, 2013, §14). Where one was not said of a point, it is taken as the mean of the others.
 */
export function seasonCauses(of: Record<SeasonOutcome, readonly SeasonPoint[]>): SeasonCause[] {
  return (Object.keys(of) as SeasonOutcome[]).flatMap((outcome) => causesOf(outcome, of[outcome]));
}

const valueOf: Record<SeasonReason, (point: SeasonPoint) => number | undefined> = {
  grass: ({ feed }) => (feed === undefined ? undefined : grassShare[feed]),
  calving: ({ milkDays }) => (milkDays === undefined ? undefined : milkDays / 100),
};
const reasons: readonly SeasonReason[] = ['grass', 'calving'];

function causesOf(outcome: SeasonOutcome, points: readonly SeasonPoint[]): SeasonCause[] {
  const columns = reasons.map((reason) => {
    const values = points.map(valueOf[reason]);
    const known = values.filter((value) => value !== undefined);
    const middle = known.length > 0 ? mean(known) : 0;
    const unsaid =
      known.length < leastPoints
        ? points.length < leastPoints
          ? ('fewPoints' as const)
          : ('unsaid' as const)
        : sampleStandardDeviation(known) < hardlyVaried[reason]
          ? ('alike' as const)
          : undefined;
    return { reason, unsaid, points: known.length, away: values.map((value) => (value ?? middle) - middle) };
  });
  const told = columns.filter(({ unsaid }) => unsaid === undefined);
  const found = told.length > 0 ? fitted(outcome, points, told) : [];
  return columns.map(({ reason, unsaid, points: many }) => {
    const at = told.findIndex((one) => one.reason === reason);
    const { mid, sd } = at < 0 ? { mid: 0, sd: prior[outcome][reason] } : found[at]!;
    const [low, high] = [mid - ninety * sd, mid + ninety * sd];
    return {
      outcome,
      reason,
      mid,
      low,
      high,
      clear: unsaid === undefined && low * high > 0,
      points: many,
      ...(unsaid === undefined ? {} : { unsaid }),
    };
  });
}

/** Means and standard deviations of the effects; how much a figure strays by itself is judged with them. */
function fitted(
  outcome: SeasonOutcome,
  points: readonly SeasonPoint[],
  told: readonly { reason: SeasonReason; away: readonly number[] }[],
): { mid: number; sd: number }[] {
  const middle = mean(points.map(({ value }) => value));
  const rows = points.map((_, i) => [1, ...told.map(({ away }) => away[i]!)]);
  const values = points.map(({ value }) => value - middle);
  const wide = [10 * prior[outcome].stray, ...told.map(({ reason }) => prior[outcome][reason])];
  let stray = prior[outcome].stray;
  let effects = wide.map(() => 0);
  let spread = Matrix.eye(wide.length);
  for (let round = 0; round < rounds; round += 1) {
    const normal = Matrix.zeros(wide.length, wide.length);
    const right = wide.map(() => 0);
    rows.forEach((row, i) => {
      const weight = points[i]!.weight / stray ** 2;
      row.forEach((a, j) => {
        right[j]! += weight * a * values[i]!;
        // The same product on either side of the diagonal: rounding cannot make the two differ.
        row.forEach((b, k) => normal.set(j, k, normal.get(j, k) + weight * (a * b)));
      });
    });
    wide.forEach((sd, j) => normal.set(j, j, normal.get(j, j) + 1 / sd ** 2));
    const solved = new CholeskyDecomposition(normal);
    effects = solved.solve(Matrix.columnVector(right)).to1DArray();
    spread = solved.solve(Matrix.eye(wide.length));
    const off = rows.reduce(
      (sum, row, i) =>
        sum +
        points[i]!.weight * (values[i]! - row.reduce((all, share, j) => all + share * effects[j]!, 0)) ** 2,
      0,
    );
    stray = Math.sqrt((strayWorth * prior[outcome].stray ** 2 + off) / (strayWorth + points.length));
  }
  return told.map((_, i) => ({ mid: effects[i + 1]!, sd: Math.sqrt(spread.get(i + 1, i + 1)) }));
}
