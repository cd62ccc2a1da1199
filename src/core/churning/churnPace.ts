import { priorSpread } from './tools';

/**
 * How fast this maker's churn runs against the tool's median: the logarithm of break time over the time foreseen, and
 * how sure that is. `batches` is how many it was learned from (0: the textbook prior).
 */
export interface ChurnPace {
  logMean: number;
  logSd: number;
  /** Scatter of one churning around the pace, of the logarithm. */
  scatter: number;
  batches: number;
}

/** Scatter of one churning around a maker's own pace, one standard deviation of the logarithm (engineering estimate). */
const batchScatter = Math.log(1.25);
/** A single batch this far off, as a factor, counts no further, so that one forgotten mark cannot mislead. */
const furthest = Math.log(2.5);

/** Before any batch: the tool's median, with a factor of 1.6 either way (handbook §6.4–6.7). */
export const priorPace: ChurnPace = { logMean: 0, logSd: Math.log(priorSpread), scatter: 0, batches: 0 };

/**
 * Learns a churn's pace from its own batches: a normal prior on the logarithm, updated by each batch's ratio of break
 * time marked to break time foreseen at the tool's median. Order does not matter.
 * Method: conjugate normal update (Gelman et al., Bayesian Data Analysis, 2013, §2.5).
 */
export function churnPace(ratios: readonly number[]): ChurnPace {
  if (ratios.length === 0) return priorPace;
  const logs = ratios.map((ratio) => Math.max(-furthest, Math.min(furthest, Math.log(ratio))));
  const priorPrecision = 1 / priorPace.logSd ** 2;
  const precision = priorPrecision + logs.length / batchScatter ** 2;
  const logMean = logs.reduce((a, b) => a + b, 0) / batchScatter ** 2 / precision;
  return { logMean, logSd: Math.sqrt(1 / precision), scatter: batchScatter, batches: logs.length };
}
