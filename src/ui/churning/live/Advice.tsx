'use client';

import Button from '@mui/material/Button';
import type { Advice as Advised, AdvisedCause } from '@/core/churning/adviseChurn';
import type { PausePlace } from '@/core/churning/batchWords';
import { percent, spokenMinutes, spokenRange, text } from '@/core/quantities/formatQuantity';
import { useSay } from '../../frame/FarmContext';
import { Quiet } from '../../theme/Enamel';
import styles from './Advice.module.css';
import { useOffered } from '../offered';
import { Key } from '../Key';
import type { LiveBatch } from '../useBatch';

type Body = Parameters<LiveBatch['record']>[0];

/** A cause weaker than this beside the first is only named when asked for. */
const worthNaming = 0.2;

/** What is likely wrong and what to do about it, in numbers, with the break to expect from it. Nothing when all is well. */
export function Advice({ advice, record }: { advice: Advised; record: LiveBatch['record'] }) {
  const say = useSay();
  if (advice.well) return null;
  const [first, ...others] = advice.causes;
  return (
    <section className={styles.advice} aria-label="Advice" role="status">
      <svg viewBox="0 0 24 24" width="26" height="26" aria-hidden className={styles.sign}>
        <path d="M12 3 22 21H2z" fill="none" stroke="currentColor" strokeWidth="2.2" strokeLinejoin="round" />
      </svg>
      {first ? (
        <>
          <Cause cause={first} record={record} main />
          {others.filter(({ weight }) => weight >= worthNaming).length > 0 && (
            <details>
              <summary>Or else</summary>
              {others
                .filter(({ weight }) => weight >= worthNaming)
                .map((cause) => (
                  <Cause key={cause.cause} cause={cause} record={record} />
                ))}
            </details>
          )}
        </>
      ) : (
        <p className={styles.says}>{say.words(advice.says)}</p>
      )}
    </section>
  );
}

function Cause({
  cause,
  record,
  main = false,
}: {
  cause: AdvisedCause;
  record: LiveBatch['record'];
  main?: boolean;
}) {
  const say = useSay();
  const doing = doingIt(cause);
  const does = doing && (() => void record(doing.body));
  useOffered({ advised: main ? does : undefined });
  return (
    <div className={styles.cause}>
      <p className={styles.says}>{say.words(cause.says)}</p>
      <p className={main ? styles.remedy : undefined}>{say.words(cause.remedy)}</p>
      <Quiet>
        {cause.breakMinutes
          ? `Then it should break after ${text(spokenRange(cause.breakMinutes.low, cause.breakMinutes.high, spokenMinutes))} of churning in all, `
          : 'Even then it may not break, '}
        with {percent(cause.buttermilkFat)} of fat in the buttermilk.
      </Quiet>
      {doing && (
        <Button
          variant={main ? 'contained' : 'outlined'}
          size="large"
          sx={{ minHeight: 60 }}
          onClick={does}
          data-act={main ? 'advised' : undefined}
        >
          {doing.button}
          {main && <Key of="y" />}
        </Button>
      )}
    </div>
  );
}

/** A remedy as what the maker does, where it is one act the batch can record. */
function doingIt({ happenings }: AdvisedCause): { body: Body; button: string } | undefined {
  const [first] = happenings;
  if (!first) return undefined;
  if (first.kind === 'water')
    return {
      body: { kind: 'water', mass: Math.max(5, Math.round(first.mass / 5) * 5) },
      button: 'The water is in',
    };
  if (first.kind === 'takeOut')
    return happenings.length === 1
      ? { body: { kind: 'takenOut', share: first.share }, button: 'It is taken out' }
      : undefined;
  if (first.kind === 'pause') {
    const place: PausePlace =
      first.in === 'fridge'
        ? 'fridge'
        : first.in === 'air'
          ? 'room'
          : first.temperature < 8
            ? 'iceWater'
            : 'bath';
    return {
      body: {
        kind: 'paused',
        place,
        celsius: first.temperature,
        minutes: Math.max(1, Math.round(first.minutes)),
      },
      button:
        place === 'bath'
          ? 'It stands in the bath'
          : place === 'iceWater'
            ? 'It stands in ice water'
            : 'It is in the fridge',
    };
  }
  return undefined;
}
