import type { Possibility } from './belief';
import type { ChurnMoment } from './simulateChurn';

/** A moment of a churning as it is expected to go. */
export interface CoursePoint {
  /** Minutes of churning, standing left out. */
  minutes: number;
  /** °C. */
  temperature: number;
  /** Torque on the handle; 1 at the start. */
  torque: number;
}

/** A drawing needs no more points than this, and no fewer than one a degree where it stands. */
const points = 72;
const degree = 1;

/**
 * How temperature and torque are expected to go, thinned for drawing: evenly over the minutes of churning, with what changes
 * while it stands, and the moment of heaviest torque.
 * @param churnedAt minutes of churning at a minute on the clock, standing left out
 */
export function courseOf(
  moments: readonly ChurnMoment[],
  churnedAt: (clockMinutes: number) => number = (clock) => clock,
): CoursePoint[] {
  const all = moments.map(({ seconds, temperature, torque }) => ({
    minutes: churnedAt(seconds / 60),
    temperature,
    torque,
  }));
  const apart = (all.at(-1)?.minutes ?? 0) / points;
  const heaviest = all.reduce((most, { torque }) => Math.max(most, torque), 0);
  const course: CoursePoint[] = [];
  all.forEach((point, i) => {
    const last = course.at(-1);
    if (
      !last ||
      i === all.length - 1 ||
      point.torque === heaviest ||
      point.minutes - last.minutes >= apart ||
      Math.abs(point.temperature - last.temperature) >= degree
    )
      course.push(point);
  });
  return course;
}

/** The way the churning most likely goes: the possibility in the middle of all the weight, slowest pace last. */
export function middleWay(possibilities: readonly Possibility[]): Possibility {
  let sum = 0;
  const ordered = possibilities.toSorted((a, b) => a.logPace - b.logPace);
  return ordered.find(({ weight }) => (sum += weight) >= 0.5) ?? ordered.at(-1)!;
}
