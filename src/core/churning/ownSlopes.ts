import type { ChurnPace } from './churnPace';
import type { ToolKey } from './tools';
import { tools } from './tools';

/**
 * How a maker's own churn may go differently than the model with the cream's warmth and fat: slopes of the logarithm of
 * the break time, beside the model's own. The model's curve over temperature, steep in the cold and turning at 20 °C, is
 * one truth; a straight line is as plausible far from the usual degree, so there the pace is less sure, until batches
 * there have told. Standard deviations before any batch (engineering estimates, by makers whose break time is
 * log-linear in temperature and fat: docs/models.md, “Other makers”).
 */
export const slopeSd = {
  /** A degree, 1/K; and how much else a degree is in the cold, the bitter cold and the heat. */
  warmth: 0.05,
  cold: 0.06,
  coldest: 0.1,
  hot: 0.18,
  /** A unit of the logarithm of the fat; and how much else it is in thick cream. */
  richness: 0.8,
  thickness: 1,
} as const;
export const slopes = Object.keys(slopeSd) as (keyof typeof slopeSd)[];
/** Where the model's curve bends, °C and mass fraction of fat (docs/models.md, churning). */
const coldUnder = 14;
const coldestUnder = 10.5;
const hotOver = 18.5;
const thickOver = 0.4;
/** Cream is churned between these, °C and mass fractions of fat: beyond, the model's own end of it (hard fat, oil, thickness) is no matter of a maker's slope. */
const churnedBetween = { celsius: [8, 22], fat: [0.18, 0.48] } as const;
/** The fat that the model is told at, mass fraction. */
const plainFat = 0.38;

/** The load that a pace is asked for: its kind of tool, °C as it went in, mass fraction of fat. */
export interface PacedLoad {
  tool: ToolKey;
  temperature: number;
  creamFat: number;
}

const within = ([low, high]: readonly [number, number], value: number): number =>
  Math.min(high, Math.max(low, value));

/**
 * How far a load is from plain cream at the tool's own degree, along the pace itself and each of {@link slopes}.
 * @returns 1, K, K of cold, K of bitter cold, K of heat, logarithm of the fat's ratio, the same of what is thick
 */
export function alongSlopes({ tool, temperature, creamFat }: PacedLoad): number[] {
  const { referenceTemperature } = tools[tool];
  const celsius = within(churnedBetween.celsius, temperature);
  const fat = within(churnedBetween.fat, creamFat);
  const bends = (at: number) =>
    [coldUnder - at, coldestUnder - at, at - hotOver].map((past) => Math.max(0, past));
  const usual = bends(referenceTemperature);
  return [
    1,
    celsius - referenceTemperature,
    ...bends(celsius).map((past, i) => past - usual[i]!),
    Math.log(fat / plainFat),
    Math.max(0, Math.log(fat / thickOver)),
  ];
}

/** What is known of a pace and its slopes: means and their covariance, the pace at the tool's own degree and plain fat first. */
export interface OwnSlopes {
  mean: readonly number[];
  covariance: readonly (readonly number[])[];
}

/** What is known of the slopes; before anything was learned of them, or by a page of another version, that they are as for anybody. */
function ownOf({ logMean, logSd, own }: ChurnPace): OwnSlopes {
  if (own?.mean.length === slopes.length + 1) return own;
  const sds = [logSd, ...slopes.map((slope) => slopeSd[slope])];
  return {
    mean: [logMean, ...slopes.map(() => 0)],
    covariance: sds.map((sd, a) => sds.map((_, b) => (a === b ? sd ** 2 : 0))),
  };
}

/** The pace to expect of one load: that of the churn, by the maker's own slopes for its warmth and fat. */
export function paceAt(pace: ChurnPace, load: PacedLoad): ChurnPace {
  const { mean, covariance } = ownOf(pace);
  const along = alongSlopes(load);
  const sum = (of: (a: number) => number) => along.reduce((all, share, a) => all + share * of(a), 0);
  return {
    ...pace,
    logMean: sum((a) => mean[a]!),
    logSd: Math.sqrt(sum((a) => sum((b) => covariance[a]![b]!))),
  };
}

/**
 * The pace to expect of a load that stood, or was thinned, on its way, when what it was before went so much slower than
 * expected: as much of that as the two share (Gaussian conditioning: Rasmussen & Williams, Gaussian Processes, 2006, §2.2).
 * @param slower logarithm by which it was slower than {@link paceAt} its old state
 * @param ownScatter of this one churning, which it keeps
 */
export function paceThen(
  pace: ChurnPace,
  before: PacedLoad,
  then: PacedLoad,
  slower: number,
  ownScatter: number,
): number {
  const { mean, covariance } = ownOf(pace);
  const [was, is] = [alongSlopes(before), alongSlopes(then)];
  const shared = (one: readonly number[]) =>
    was.reduce((all, a, i) => all + a * one.reduce((sum, b, j) => sum + b * covariance[i]![j]!, 0), 0) +
    ownScatter ** 2;
  return is.reduce((all, share, a) => all + share * mean[a]!, 0) + (slower * shared(is)) / shared(was);
}
