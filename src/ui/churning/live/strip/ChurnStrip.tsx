'use client';

import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { stageSigns } from '@/core/churning/stages';
import { clockText } from '@/core/quantities/formatQuantity';
import { useSay } from '../../../frame/FarmContext';
import { CourseLane } from './CourseLane';
import type { Edge } from './stripScale';
import { edgeCurve, edgesOf, fitting, stripEnd, ticks } from './stripScale';
import { useWidth } from './useWidth';
import styles from './ChurnStrip.module.css';

/** A time past this share of the line is written before its place, or it would stand out over the end. */
const lastOfLine = 0.96;
/** px of a stage’s name, by the letter. */
const letter = 8;
/** px that the name of the first window needs. */
const ghostRoom = 64;

/**
 * The churning on one line of time. Upright through the bands at any moment stands the chance of each stage: an edge
 * leans as far as its time is unsure, and stands straight where the maker marked it. Under them the weight on the handle
 * and the temperature.
 */
export function ChurnStrip({
  story,
  foreseen,
  prior,
  elapsed,
  brief = false,
}: {
  story: BatchStory;
  /** As it is believed now. */
  foreseen: Foreseen;
  /** As it was foreseen at the start: its window stays behind as a ghost, so that the narrowing shows. */
  prior?: Foreseen;
  elapsed: number;
  /** Bands alone. */
  brief?: boolean;
}) {
  const say = useSay();
  const [ref, width] = useWidth<HTMLDivElement>();
  const window = foreseen.breakMinutes;
  const marks = story.marks.filter((mark) => mark.load === story.load && !mark.echo);
  const readings = story.readings.filter(({ load }) => load === story.load);
  const edges = edgesOf(story, foreseen.stageTimes);
  const broke = edges.find(({ stage, mark }) => stage === 'break' && mark);
  const stopped = marks.findLast(({ stage }) => stage === 'stopped');
  const ghost = prior?.breakMinutes;
  const moved =
    ghost &&
    window &&
    (broke || Math.abs(ghost.mid - window.mid) + Math.abs(ghost.high - window.high) > 0.02 * ghost.mid);
  const end = stripEnd(edges, broke ? undefined : window, ghost, elapsed, broke !== undefined && !ghost);
  const at = (seconds: number) => `${Math.min(100, (100 * seconds) / end)}%`;
  const stretch = ({ low, high }: { low: number; high: number }) => ({
    left: at(low * 60),
    width: `calc(${at(high * 60)} - ${at(low * 60)})`,
  });
  const names = [
    ...edges.map(({ stage, middle, mark }) => ({
      key: stage as string,
      says: stageSigns[stage].name,
      x: (middle / end) * width + 6,
      weight: (stage === 'break' ? 6 : 0) + (mark ? 4 : 2),
    })),
    ...(stopped
      ? [{ key: 'stopped', says: 'Stopped', x: (stopped.elapsedSeconds / end) * width + 6, weight: 5 }]
      : []),
  ].map((name) => ({ ...name, width: name.says.length * letter }));
  const written = fitting(names, width);
  const said = [
    !broke &&
      window &&
      `Break expected between ${clockText(window.low * 60)} and ${clockText(window.high * 60)}.`,
    moved &&
      `At first it was expected between ${clockText(ghost.low * 60)} and ${clockText(ghost.high * 60)}.`,
    ...marks.map(
      (mark) =>
        `${stageSigns[mark.stage].name} at ${clockText(mark.elapsedSeconds)}${mark.inferred ? ', inferred' : ''}.`,
    ),
    ...readings.map(
      ({ elapsedSeconds, temperature }) => `${say.temperature(temperature)} at ${clockText(elapsedSeconds)}.`,
    ),
    `Now ${clockText(Math.floor(elapsed / 30) * 30)}.`,
  ].filter(Boolean);
  return (
    <div className={styles.strip} role="img" aria-label={said.join(' ')} ref={ref} data-brief={brief}>
      <div className={styles.lanes}>
        <div className={styles.bands}>
          <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden>
            {edges.map((edge) => (
              <g key={edge.stage} data-stage={edge.stage} data-mark={edge.mark}>
                <path className={styles.area} d={`${curve(edge, end)}H100V100z`} />
                <path className={styles.edge} d={curve(edge, end)} vectorEffect="non-scaling-stroke" />
              </g>
            ))}
          </svg>
          {moved && (
            <span className={styles.ghost} style={stretch(ghost)}>
              {broke && (60 * (ghost.high - ghost.low) * width) / end > ghostRoom && <small>at first</small>}
            </span>
          )}
          {!broke && window && <span className={styles.window} style={stretch(window)} />}
          {stopped && <span className={styles.stopped} style={{ left: at(stopped.elapsedSeconds) }} />}
          {names
            .filter(({ key }) => written.has(key))
            .map(({ key, says, x }) => (
              <span key={key} className={styles.name} data-stage={key} style={{ left: x }}>
                {says}
              </span>
            ))}
        </div>
        {!brief && (
          <CourseLane
            course={
              stopped ? foreseen.course.filter(({ minutes }) => minutes * 60 <= elapsed) : foreseen.course
            }
            readings={readings}
            elapsed={elapsed}
            end={end}
            width={width}
          />
        )}
        <span className={styles.now} style={{ left: at(elapsed) }} />
      </div>
      <div className={styles.axis} aria-hidden>
        {marks
          .filter(({ inferred }) => !inferred)
          .map(({ id, elapsedSeconds }) => (
            <i key={id} style={{ left: at(elapsedSeconds) }} />
          ))}
        {ticks(end, width / 90).map((seconds) => (
          <span key={seconds} style={{ left: at(seconds) }} data-last={seconds > lastOfLine * end}>
            {clockText(seconds)}
          </span>
        ))}
      </div>
    </div>
  );
}

/** An edge as a path, from the foot of the lane to its top. */
const curve = (edge: Edge, end: number) =>
  `M${edgeCurve(edge, end)
    .map(({ x, y }) => `${(100 * Math.min(1.2, x)).toFixed(2)} ${(100 * y).toFixed(1)}`)
    .join('L')}`;
