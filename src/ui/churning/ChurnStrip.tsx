'use client';

import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import type { Stage } from '@/core/churning/stages';
import { stageSigns } from '@/core/churning/stages';
import { clockText } from '@/core/quantities/formatQuantity';
import styles from './ChurnStrip.module.css';

const bands: Stage[] = ['thickening', 'whipped', 'grainy'];

/** Time on one line: the stages to expect, the window of the break, the marks made, and now. */
export function ChurnStrip({
  story,
  foreseen,
  elapsed,
}: {
  story: BatchStory;
  foreseen: Foreseen;
  elapsed: number;
}) {
  const window = foreseen.breakMinutes;
  const marks = story.marks.filter((mark) => mark.load === story.load && !mark.echo);
  const end = Math.max(
    (window?.high ?? 10) * 60 * 1.06,
    elapsed * 1.12,
    ...marks.map((mark) => mark.elapsedSeconds * 1.12),
    60,
  );
  const at = (seconds: number) => `${Math.min(100, (100 * seconds) / end)}%`;
  const rows = rowsOf(marks.map((mark) => mark.elapsedSeconds / end));
  const starts = bands.map((stage) => (foreseen.stageMinutes[stage] ?? 0) * 60);
  const broke = (foreseen.breakMinutes?.mid ?? 0) * 60;
  const said = [
    window && `Break expected between ${clockText(window.low * 60)} and ${clockText(window.high * 60)}.`,
    ...marks.map(
      (mark) =>
        `${stageSigns[mark.stage].name} at ${clockText(mark.elapsedSeconds)}${mark.inferred ? ', inferred' : ''}.`,
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
