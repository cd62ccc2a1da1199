/** A central value with the ends of its 90 % interval, in the unit of the thing estimated. */
export interface Estimate {
  low: number;
  mid: number;
  high: number;
}

/** Standard deviations either side that hold 90 % of a normal distribution. */
export const ninety = 1.6449;

/** A normal estimate from its mean and standard deviation; `floor` keeps amounts from going below zero. */
export function estimate(mid: number, sd: number, floor = 0): Estimate {
  return { low: Math.max(floor, mid - ninety * sd), mid, high: mid + ninety * sd };
}

/** A lognormal estimate from its median and the standard deviation of its logarithm. */
export function logEstimate(mid: number, logSd: number): Estimate {
  const factor = Math.exp(ninety * logSd);
  return { low: mid / factor, mid, high: mid * factor };
}

/** Standard deviation of a sum of independent errors. */
export const together = (...sds: number[]): number => Math.hypot(...sds);

/** An estimate whose end is so many times its beginning says hardly anything. */
const wideFrom = 12;

/** Whether an estimate is so wide that it is said to be hardly known, not given as a range. */
export const hardlyKnown = ({ low, high }: Pick<Estimate, 'low' | 'high'>): boolean => high > wideFrom * low;
