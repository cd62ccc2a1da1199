import type { CoursePoint } from '@/core/churning/course';
import type { BatchStory } from '@/core/churning/batchStory';
import { fitting } from './stripScale';

/** Fewest degrees the lane spans, so that a steady churning does not look wild. */
const leastSpan = 6;
/** px of a reading’s words, by the letter. */
const letter = 8.2;
/** px that must lie ahead for the last temperature to be written at the end. */
const roomAtEnd = 64;
/** px the lane’s name takes, how much of it stands left of the heaviest moment, and what keeps clear of it. */
const name = { width: 98, before: 60, clear: 8 };
/** Upper part of the lane where words stand under their line instead of over it, %. */
const high = 38;

export interface LanePoint {
  /** % of the lane from its left, and from its top. */
  x: number;
  y: number;
}
export interface LaneWord extends LanePoint {
  key: string;
  /** px from the left, where the words begin. */
  left: number;
  celsius: number;
  under: boolean;
  ahead: boolean;
}
export interface LaneShape {
  /** The top edge of the silhouette of weight. */
  weight: LanePoint[];
  /** Temperature until now, and from now on. They meet at now. */
  gone: LanePoint[];
  ahead: LanePoint[];
  dots: (LanePoint & { key: string })[];
  words: LaneWord[];
  /** px from the left, where the lane’s name begins, under its heaviest; undefined where words of temperature stand in its way. */
  nameAt: number | undefined;
}

/**
 * The lane under the strip as places: temperature, read and expected, and how heavily the handle turns.
 * @param end the end of the line, s
 * @param width px
 * @param spell temperatures as the farm says them
 * @returns undefined while there is no course to draw
 */
export function laneShape({
  course,
  readings,
  elapsed,
  end,
  width,
  spell,
}: {
  course: readonly CoursePoint[];
  readings: BatchStory['readings'];
  elapsed: number;
  end: number;
  width: number;
  spell: (celsius: number) => string;
}): LaneShape | undefined {
  const drawn = course.filter(({ minutes }) => minutes * 60 <= end * 1.02);
  if (drawn.length < 2) return undefined;
  const all = [...drawn.map(({ temperature }) => temperature), ...readings.map((one) => one.temperature)];
  const middle = (Math.max(...all) + Math.min(...all)) / 2;
  const span = Math.max(leastSpan, Math.max(...all) - Math.min(...all)) * 1.5;
  const x = (seconds: number) => (100 * seconds) / end;
  const y = (celsius: number) => 100 * (0.5 - (celsius - middle) / span);
  const atTemperature = ({ minutes, temperature }: CoursePoint) => ({
    x: x(minutes * 60),
    y: y(temperature),
  });
  // Arms feel weight by its ratio: drawn on the logarithm, from the start’s to the heaviest.
  const heaviest = Math.log(Math.max(1.5, ...course.map(({ torque }) => torque)));
  const weight = drawn.map(({ minutes, torque }) => ({
    x: x(minutes * 60),
    y: 100 - 92 * Math.max(0, Math.log(torque) / heaviest),
  }));

  const gone = drawn.filter(({ minutes }) => minutes * 60 <= elapsed);
  const ahead = drawn.slice(gone.length);
  const here = between(gone.at(-1), ahead[0], elapsed / 60);
  if (here) {
    gone.push(here);
    ahead.unshift(here);
  }

  const last = drawn.at(-1)!;
  const said = [
    ...readings.map(({ id, elapsedSeconds, temperature }, i) => ({
      key: id,
      seconds: elapsedSeconds,
      celsius: temperature,
      weight: 2 + i,
    })),
    ...(ahead.length > 1 && ((last.minutes * 60 - elapsed) * width) / end > roomAtEnd
      ? [{ key: 'end', seconds: last.minutes * 60, celsius: last.temperature, weight: 1 }]
      : []),
  ].map(({ key, seconds, celsius, weight: matters }) => {
    const wide = spell(celsius).length * letter;
    const left = Math.min(width - wide - 2, Math.max(2, (seconds / end) * width - wide / 2));
    return {
      fit: { key, x: left, width: wide, weight: matters },
      word: {
        key,
        left,
        x: x(seconds),
        y: y(celsius),
        celsius,
        under: y(celsius) < high,
        ahead: key === 'end',
      },
    };
  });
  const written = fitting(
    said.map(({ fit }) => fit),
    width,
  );
  const peak = drawn.reduce((most, point) => (point.torque > most.torque ? point : most));
  const peakX = (peak.minutes * 60 * width) / end;
  const nowX = (elapsed * width) / end;
  // Under the heaviest moment, and not across the line of now.
  const nameLeft = Math.min(width - name.width - 2, Math.max(2, peakX - name.before));
  const crosses = nowX > nameLeft - name.clear && nowX < nameLeft + name.width + name.clear;
  const left = !crosses
    ? nameLeft
    : peakX <= nowX && nowX - name.clear - name.width > 2
      ? nowX - name.clear - name.width
      : nowX + name.clear;
  const clear =
    left + name.width <= width &&
    said.every(
      ({ fit, word }) =>
        !word.under || fit.x > left + name.width + name.clear || fit.x + fit.width < left - name.clear,
    );
  return {
    weight,
    gone: gone.map(atTemperature),
    ahead: ahead.map(atTemperature),
    dots: readings.map(({ id, elapsedSeconds, temperature }) => ({
      key: id,
      x: x(elapsedSeconds),
      y: y(temperature),
    })),
    words: said.map(({ word }) => word).filter(({ key }) => written.has(key)),
    nameAt: clear ? left : undefined,
  };
}

/** The point of the course at a minute between two of its points. */
function between(
  before: CoursePoint | undefined,
  after: CoursePoint | undefined,
  minutes: number,
): CoursePoint | undefined {
  if (!before || !after) return undefined;
  const share = (minutes - before.minutes) / Math.max(1e-9, after.minutes - before.minutes);
  return {
    minutes,
    temperature: before.temperature + share * (after.temperature - before.temperature),
    torque: before.torque + share * (after.torque - before.torque),
  };
}
