import type { CoursePoint } from '@/core/churning/course';
import type { BatchStory } from '@/core/churning/batchStory';
import { useSay } from '../../../frame/FarmContext';
import type { LanePoint } from './laneShape';
import { laneShape } from './laneShape';
import styles from './ChurnStrip.module.css';

const points = (line: readonly LanePoint[]) => line.map(({ x, y }) => `${x},${y}`).join(' ');

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
  const lane = laneShape({ course, readings, elapsed, end, width, spell: say.temperature });
  if (!lane) return null;
  const { weight, gone, ahead, dots, words, nameAt } = lane;
  return (
    <div className={styles.course} aria-hidden>
      <svg viewBox="0 0 100 100" preserveAspectRatio="none">
        <path className={styles.torque} d={`M0 100 ${points(weight)} ${weight.at(-1)!.x},100z`} />
        <polyline className={styles.heat} points={points(gone)} vectorEffect="non-scaling-stroke" />
        <polyline
          className={styles.heat}
          data-ahead
          points={points(ahead)}
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      {dots.map(({ key, x, y }) => (
        <i key={key} className={styles.dot} style={{ left: `${x}%`, top: `${y}%` }} />
      ))}
      {words.map(({ key, left, y, celsius, under, ahead: coming }) => (
        <span
          key={key}
          className={styles.degrees}
          data-ahead={coming}
          style={{ left, top: `${y}%` }}
          data-under={under}
        >
          {say.temperature(celsius)}
        </span>
      ))}
      {nameAt !== undefined && (
        <small className={styles.laneName} style={{ left: nameAt }}>
          how heavy it goes
        </small>
      )}
    </div>
  );
}
