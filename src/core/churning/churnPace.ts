import type { Estimate } from '../quantities/estimate';
import { logEstimate } from '../quantities/estimate';
import type { OwnSlopes } from './ownSlopes';
import { priorSpread } from './tools';

/**
 * How fast a churning runs against its tool's usual: the logarithm of break time over the time foreseen, and how sure
 * that is, for cream of plain fat at the tool's own degree. `batches` is how many it was learned from (0: the textbook prior).
 */
export interface ChurnPace {
  logMean: number;
  logSd: number;
  /** Scatter of one churning around the pace, of the logarithm. */
  scatter: number;
  batches: number;
  /** How it goes with the cream's warmth and fat, where that was learned ({@link paceAt}). */
  own?: OwnSlopes;
  /** How much of that is the season's: K that the fat is harder than the model is told, and one standard deviation of it. */
  harder?: { mean: number; sd: number };
}

/** Usual effect of fat one kelvin harder on the logarithm of the break time: the slope of the check table at 13–14 °C. */
export const usualPerDegree = 0.06;

/** Scatter of one churning around its pace before anything is learned (engineering estimate). */
export const usualScatter = Math.log(1.2);

/** Before any batch: the tool's usual, with a factor of 1.6 either way (handbook §6.4–6.7). */
export const priorPace: ChurnPace = {
  logMean: 0,
  logSd: Math.log(priorSpread),
  scatter: usualScatter,
  batches: 0,
};

/** Spread of buttermilk fat around the model, standard deviation of the logarithm (engineering estimate). */
export const buttermilkScatter = Math.log(1.3);

/** Fat of the buttermilk around what is foreseen or was marked; never richer than the cream it came of. */
export function buttermilkFatAround(mid: number, creamFat: number, logSd = buttermilkScatter): Estimate {
  const around = logEstimate(Math.min(mid, creamFat), logSd);
  return { ...around, high: Math.min(creamFat, around.high) };
}
