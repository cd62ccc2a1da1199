import type { CoursePoint } from '@/core/churning/course';
import type { BatchStory } from '@/core/churning/batchStory';
import { useSay } from '../../frame/FarmContext';
import { fitting } from './stripScale';
import styles from './ChurnStrip.module.css';

/** Fewest degrees the lane spans, so that a steady churning does not look wild. */
const leastSpan = 6;
/** px of a reading’s words, by the letter. */
const letter = 8.2;

/**
 * Under the bands: how heavily the handle turns, as a silhouette, and the temperature, read as dots and expected as a
 * line, dashed where it lies ahead.
 */
export function CourseLane({
  course,
  readings,
  elapsed,
  end,
  width,
}: {
  course: readonly CoursePoint[];
  readings: BatchStory['readings'];
  elapsed: number;
  /** The end of the line, s. */
  end: number;
  /** px. */
  width: number;
}) {
  const say = useSay();
  const drawn = course.filter(({ minutes }) => minutes * 60 <= end * 1.02);
  if (drawn.length < 2) return null;
  const all = [...drawn.map(({ temperature }) => temperature), ...readings.map((one) => one.temperature)];
  const middle = (Math.max(...all) + Math.min(...all)) / 2;
  const span = Math.max(leastSpan, Math.max(...all) - Math.min(...all)) * 1.5;
  const x = (seconds: number) => (100 * seconds) / end;
  const y = (temperature: number) => 100 * (0.5 - (temperature - middle) / span);
  // Arms feel weight by its ratio: drawn on the logarithm, from the start’s to the heaviest.
  const heaviest = Math.log(Math.max(1.5, ...course.map(({ load }) => load)));
  const weight = (load: number) => 100 - 92 * Math.max(0, Math.log(load) / heaviest);
  const line = (points: readonly CoursePoint[]) =>
    points.map(({ minutes, temperature }) => `${x(minutes * 60)},${y(temperature)}`).join(' ');
  const gone = drawn.filter(({ minutes }) => minutes * 60 <= elapsed);
  const ahead = drawn.slice(gone.length);
  const here = between(gone.at(-1), ahead[0], elapsed / 60);
  if (here) {
    gone.push(here);
    ahead.unshift(here);
  }
  const last = drawn.at(-1)!;
  const peak = drawn.reduce((most, point) => (point.load > most.load ? point : most));
  const words = [
    ...readings.map(({ id, elapsedSeconds, temperature }, i) => ({
      key: id,
      at: elapsedSeconds,
      temperature,
      says: say.temperature(temperature),
      weight: 2 + i,
    })),
    ...(ahead.length > 1 && ((last.minutes * 60 - elapsed) * width) / end > 64
      ? [
          {
            key: 'end',
            at: last.minutes * 60,
            temperature: last.temperature,
            says: say.temperature(last.temperature),
            weight: 1,
          },
        ]
      : []),
  ].map((word) => {
    const wide = word.says.length * letter;
    const left = Math.min(width - wide - 2, Math.max(2, (word.at / end) * width - wide / 2));
    return { ...word, x: left, width: wide };
  });
  const written = fitting(words, width);
  const under = (temperature: number) => y(temperature) < 38;
  const peakX = (peak.minutes * 60 * width) / end;
  const named = words.every(
    (word) => !under(word.temperature) || word.x > peakX + 70 || word.x + word.width < peakX - 100,
  );
  return (
    <div className={styles.course} aria-hidden>
      <svg viewBox="0 0 100 100" preserveAspectRatio="none">
        <path
          className={styles.load}
          d={`M0 100${drawn.map(({ minutes, load }) => `L${x(minutes * 60)} ${weight(load)}`).join('')}L${x(last.minutes * 60)} 100z`}
        />
        <polyline className={styles.heat} points={line(gone)} vectorEffect="non-scaling-stroke" />
        <polyline className={styles.heat} data-ahead points={line(ahead)} vectorEffect="non-scaling-stroke" />
      </svg>
      {readings.map(({ id, elapsedSeconds, temperature }) => (
        <i
          key={id}
          className={styles.dot}
          style={{ left: `${x(elapsedSeconds)}%`, top: `${y(temperature)}%` }}
        />
      ))}
      {words
        .filter(({ key }) => written.has(key))
        .map(({ key, x: left, temperature, says }) => (
          <span
            key={key}
            className={styles.degrees}
            data-ahead={key === 'end'}
            style={{ left, top: `${y(temperature)}%` }}
            data-under={under(temperature)}
          >
            {says}
          </span>
        ))}
      {named && (
        <small className={styles.laneName} style={{ left: `${x(peak.minutes * 60)}%` }}>
          how heavy it goes
        </small>
      )}
    </div>
  );
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
    load: before.load + share * (after.load - before.load),
  };
}
