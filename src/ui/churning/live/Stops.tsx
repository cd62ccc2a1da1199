import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import type { MarkStage } from '@/core/churning/stages';
import { markStages, stageSigns } from '@/core/churning/stages';
import { actWords } from '../eventWords';
import { stopTime } from './stopTime';
import styles from './Stops.module.css';

/**
 * The stages as one row of stops under the strip, each with the time it happened or is foreseen; each can be marked, early or
 * late. The one on the big button stands here without being a second button.
 */
export function Stops({
  story,
  window,
  elapsed,
  quick,
  big,
  onMark,
  onDrain,
}: {
  story: BatchStory;
  window: Foreseen;
  elapsed: number;
  /** So fast that nobody marks what comes before the break. */
  quick: boolean;
  /** What the big button says. */
  big: string;
  onMark: (stage: MarkStage) => void;
  onDrain: () => void;
}) {
  const shown = quick ? (['break', 'stopped'] as const) : markStages;
  return (
    <div className={styles.stops} role="group" aria-label="Stages">
      {shown.map((stage) => {
        const { seen, says } = stopTime(stage, story, window, elapsed);
        const inside = (
          <>
            <span className={styles.name}>
              {seen && <span aria-hidden>✓ </span>}
              {stageSigns[stage].name}
            </span>
            <small>
              {says}
              <kbd>{actWords[stage].key}</kbd>
            </small>
          </>
        );
        return stage === big ? (
          <span key={stage} className={styles.stop} data-next>
            {inside}
          </span>
        ) : (
          <button
            key={stage}
            type="button"
            className={styles.stop}
            data-seen={seen || undefined}
            onClick={() => onMark(stage)}
            data-act={stage}
          >
            {inside}
          </button>
        );
      })}
      <button type="button" className={styles.stop} onClick={onDrain} data-act="drained">
        <span className={styles.name}>Drain</span>
        <small>
          <kbd>d</kbd>
        </small>
      </button>
    </div>
  );
}
