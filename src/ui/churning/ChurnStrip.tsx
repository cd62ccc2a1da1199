'use client';

import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import type { Stage } from '@/core/churning/stages';
import { stageSigns } from '@/core/churning/stages';
import { clockText } from '@/core/quantities/formatQuantity';
import { useSay } from '../frame/FarmContext';
import styles from './ChurnStrip.module.css';

const bands: Stage[] = ['thickening', 'whipped', 'grainy'];

/** Time on one line: the stages to expect, the window of the break, the marks made, and now. */
export function ChurnStrip({
  story,
  foreseen,
  prior,
  elapsed,
}: {
  story: BatchStory;
  /** As it is believed now. */
  foreseen: Foreseen;
  /** As it was foreseen at the start: its window stays behind as a ghost, so that the narrowing shows. */
  prior?: Foreseen;
  elapsed: number;
}) {
  const say = useSay();
  const window = foreseen.breakMinutes;
  const before = prior?.breakMinutes;
  const ghost =
    before && window && Math.abs(before.mid - window.mid) + before.high - window.high !== 0
      ? before
      : undefined;
  const readings = story.readings.filter(({ load }) => load === story.load);
  const warmest = Math.max(16, ...readings.map(({ temperature }) => temperature)) + 1;
  const coldest = Math.min(10, ...readings.map(({ temperature }) => temperature)) - 1;
  const marks = story.marks.filter((mark) => mark.load === story.load && !mark.echo);
  const end = Math.max(
    (window?.high ?? 10) * 60 * 1.06,
    (prior?.breakMinutes?.high ?? 0) * 60 * 1.02,
    elapsed * 1.12,
    ...marks.map((mark) => mark.elapsedSeconds * 1.12),
    60,
  );
  const at = (seconds: number) => `${Math.min(100, (100 * seconds) / end)}%`;
  const rows = rowsOf(marks.map((mark) => mark.elapsedSeconds / end));
  const starts = bands.map((stage) => (foreseen.stageMinutes[stage] ?? 0) * 60);
  const broke = (foreseen.breakMinutes?.mid ?? 0) * 60;
  const grains = window && foreseen.stageMinutes.grains && foreseen.stageMinutes.grains * 60;
  const said = [
    window && `Break expected between ${clockText(window.low * 60)} and ${clockText(window.high * 60)}.`,
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
    <div className={styles.strip} role="img" aria-label={said.join(' ')}>
      <div className={styles.bands}>
        {bands.map((stage, i) => {
          const from = starts[i]!;
          const to = i + 1 < starts.length ? starts[i + 1]! : broke;
          return from > 0 && to > from ? (
            <span
              key={stage}
              className={styles.band}
              style={{ left: at(from), width: `calc(${at(to)} - ${at(from)})` }}
            >
              {stageSigns[stage].name}
            </span>
          ) : null;
        })}
        {grains !== undefined && grains < end && (
          <span className={styles.band} style={{ left: at(grains), width: `calc(100% - ${at(grains)})` }}>
            {stageSigns.grains.name}
          </span>
        )}
        {ghost && (
          <span
            className={styles.ghost}
            style={{
              left: at(ghost.low * 60),
              width: `calc(${at(ghost.high * 60)} - ${at(ghost.low * 60)})`,
            }}
          />
        )}
        {window && (
          <span
            className={styles.window}
            style={{
              left: at(window.low * 60),
              width: `calc(${at(window.high * 60)} - ${at(window.low * 60)})`,
            }}
          />
        )}
        {window && (
          <span className={styles.windowName} style={{ left: at(window.mid * 60) }}>
            break
          </span>
        )}
        <span className={styles.now} style={{ left: at(elapsed) }} />
      </div>
      {readings.length > 0 && (
        <div className={styles.heat} data-one={readings.length === 1} aria-hidden>
          <svg viewBox="0 0 100 100" preserveAspectRatio="none">
            <polyline
              points={readings
                .map(
                  ({ elapsedSeconds, temperature }) =>
                    `${Math.min(100, (100 * elapsedSeconds) / end)},${100 - (100 * (temperature - coldest)) / (warmest - coldest)}`,
                )
                .join(' ')}
              vectorEffect="non-scaling-stroke"
            />
          </svg>
          {readings.map(({ id, elapsedSeconds, temperature }) => (
            <span key={id} style={{ left: at(elapsedSeconds) }}>
              {say.temperature(temperature)}
            </span>
          ))}
        </div>
      )}
      <div className={styles.marks} data-two={rows.includes(1)}>
        {marks.map((mark, i) => (
          <span
            key={mark.id}
            className={mark.inferred ? styles.inferred : styles.mark}
            style={{ left: at(mark.elapsedSeconds), top: rows[i] ? 18 : 0 }}
          >
            <span>
              {mark.inferred ? `(${stageSigns[mark.stage].name.toLowerCase()})` : stageSigns[mark.stage].name}
            </span>
          </span>
        ))}
      </div>
      <div className={styles.axis}>
        <span>0:00</span>
        <span>{clockText(end)}</span>
      </div>
    </div>
  );
}

/** Marks closer than this share of the line would write over one another. */
const tooClose = 0.1;

/** Which of two rows each mark is written in. */
function rowsOf(places: readonly number[]): number[] {
  const lastIn = [-Infinity, -Infinity];
  return places.map((place) => {
    const row = place - lastIn[0]! < tooClose && place - lastIn[1]! >= tooClose ? 1 : 0;
    lastIn[row] = place;
    return row;
  });
}
