import type { Possibility } from './belief';
import type { ChurnMoment } from './simulateChurn';

/** A moment of a churning as it is expected to go. */
export interface CoursePoint {
  /** Minutes of churning, standing left out. */
  minutes: number;
  /** °C. */
  temperature: number;
  /** Torque on the handle; 1 at the start. */
  load: number;
}

/** A drawing needs no more points than this. */
const points = 72;

/**
 * How temperature and load are expected to go, thinned for drawing; the moment of heaviest load is kept.
 * @param churnedAt minutes of churning at a minute on the clock, standing left out
 */
export function courseOf(
  moments: readonly ChurnMoment[],
  churnedAt: (clockMinutes: number) => number = (clock) => clock,
): CoursePoint[] {
  const every = Math.ceil(moments.length / points);
  const heaviest = moments.reduce((most, { load }) => Math.max(most, load), 0);
  return moments
    .filter(({ load }, i) => i % every === 0 || i === moments.length - 1 || load === heaviest)
    .map(({ seconds, temperature, load }) => ({ minutes: churnedAt(seconds / 60), temperature, load }));
}

/** The way the churning most likely goes: the possibility in the middle of all the weight, slowest pace last. */
export function middleWay(possibilities: readonly Possibility[]): Possibility {
  let sum = 0;
  const ordered = possibilities.toSorted((a, b) => a.logPace - b.logPace);
  return ordered.find(({ weight }) => (sum += weight) >= 0.5) ?? ordered.at(-1)!;
}
