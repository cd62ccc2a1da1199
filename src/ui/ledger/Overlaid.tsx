import { stageSigns } from '@/core/churning/stages';
import { scaleMinutes } from './scaleMinutes';
import type { ComparedBatch } from '@/server/ledger/views';
import styles from './Overlaid.module.css';

/** px: one strip under the other, closely; room for the names of stages above and for minutes below. */
const row = 46;
const head = 30;
const foot = 34;
/** Nearer than this two names are written over each other, a share of the width. */
const crowded = 0.12;

/**
 * The strips of several batches on one line of time, with a thread from each stage to the same stage of the next: upright where they
 * ran alike, leaning where one was slower. Read out beside it, so hidden from screen readers.
 */
export function Overlaid({ batches }: { batches: readonly Pick<ComparedBatch, 'id' | 'number' | 'marks'>[] }) {
  const longest = Math.max(1, ...batches.flatMap(({ marks }) => marks.map(({ minutes }) => minutes)));
  const { ticks, end } = scaleMinutes(longest);
  const x = (minutes: number) => `${(100 * minutes) / end}%`;
  const y = (i: number) => head + row * i + row / 2;
  const [first] = batches;
  const names = (first?.marks ?? []).filter(
    ({ minutes }, i, all) => i === 0 || (minutes - all[i - 1]!.minutes) / end > crowded,
  );
  const height = head + row * batches.length + foot;
  return (
    <div className={styles.picture} data-picture aria-hidden>
      <div className={styles.numbers} style={{ paddingTop: head }}>
        {batches.map(({ id, number }) => (
          <span key={id} style={{ height: row }}>
            {number}
          </span>
        ))}
      </div>
      <svg height={height} width="100%">
        {ticks.map((minutes) => (
          <g key={minutes}>
            <line x1={x(minutes)} x2={x(minutes)} y1={head} y2={height - foot} className={styles.tick} />
            <text x={x(minutes)} y={height - 10} textAnchor={minutes === 0 ? 'start' : 'middle'} className={styles.minutes}>
              {minutes === 0 ? '0 min' : minutes}
            </text>
          </g>
        ))}
        {names.map(({ stage, minutes }) => (
          <text key={stage} x={x(minutes)} y={18} textAnchor={minutes / end > 0.85 ? 'end' : minutes / end < 0.1 ? 'start' : 'middle'}
            data-stage={stage} className={styles.name}>
            {stageSigns[stage].name}
          </text>
        ))}
        {batches.slice(1).flatMap(({ id, marks }, i) =>
          marks.flatMap(({ stage, minutes }) => {
            const above = batches[i]!.marks.find((one) => one.stage === stage);
            return above ? (
              <line
                key={`${id} ${stage}`}
                x1={x(above.minutes)}
                x2={x(minutes)}
                y1={y(i)}
                y2={y(i + 1)}
                className={styles.thread}
                data-stage={stage}
              />
            ) : (
              []
            );
          }),
        )}
        {batches.map(({ id, marks }, i) => {
          const last = marks.at(-1);
          return (
            <g key={id}>
              {last && <line x1="0" x2={x(last.minutes)} y1={y(i)} y2={y(i)} className={styles.strip} />}
              {marks.map(({ stage, minutes }) => (
                <circle
                  key={stage}
                  cx={x(minutes)}
                  cy={y(i)}
                  r={stage === 'break' ? 9 : 6}
                  className={styles.mark}
                  data-stage={stage}
                />
              ))}
            </g>
          );
        })}
      </svg>
    </div>
  );
} // prettier-ignore
