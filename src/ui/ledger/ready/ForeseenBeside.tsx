'use client';

import Link from 'next/link';
import type { BatchStory } from '@/core/churning/batchStory';
import type { ReadyStepKey } from '@/core/planning/readyPieces';
import { spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { BatchView } from '@/server/churning/views';
import { useSay } from '../../frame/FarmContext';
import { useAct } from '../../outbox/useAct';
import { RefusedSentence } from '../../outbox/RefusedSentence';
import { Press } from '../../theme/Press';
import { hourWanted } from './readyWords';
import styles from './ReadyBy.module.css';

/** What happened of a step, s since 1970. */
function happened(story: BatchStory, key: ReadyStepKey): number | undefined {
  const broke = story.marks.find(({ stage }) => stage === 'break')?.atSeconds;
  const weighed = story.events.find(({ kind }) => kind === 'portion')?.atSeconds;
  const packed =
    story.phase === 'packed' ? story.events.findLast(({ kind }) => kind === 'packed') : undefined;
  return { churn: broke, finish: weighed, pack: packed?.atSeconds }[key as 'churn' | 'finish' | 'pack'];
}

const named: Partial<Record<ReadyStepKey, string>> = {
  churn: 'It breaks',
  finish: 'Washed, worked, weighed',
  pack: 'Packed',
};

/** What a plan foresaw of this batch, beside what happened. */
export function ForeseenBeside({ view, story }: { view: BatchView; story: BatchStory }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  return (view.wishes ?? []).map(({ id, readyAtSeconds, occasion, mass, foreseen }) => {
    const begun = foreseen.steps.find(({ key }) => key === 'churn');
    const now = readyAtSeconds;
    const apart = (was: number, said: number) => {
      const minutes = (was - said) / 60;
      return Math.abs(minutes) < 2 ? 'as foreseen' : `${text(spokenMinutes(Math.abs(minutes)))} ${minutes < 0 ? 'earlier' : 'later'}`;
    };
    const rows = [
      ...(begun && story.startedAt !== undefined ? [{ name: 'Churning begun', said: begun.start, late: undefined as number | undefined, was: story.startedAt as number | undefined }] : []),
      ...foreseen.steps.flatMap(({ key, end, late }) => (named[key] ? [{ name: named[key], said: end, late, was: happened(story, key) }] : [])),
    ];
    return (
      <div key={id} className={styles.inside}>
        <p style={{ margin: 0 }}>
          <Link href={`/ledger/ready?wish=${id}`}>
            {say.mass(mass)} for {hourWanted(readyAtSeconds, now, say)}
            {occasion ? `, ${occasion}` : ''}
          </Link>
        </p>
        <table className={styles.beside}>
          <thead>
            <tr>
              <th scope="col">Step</th>
              <th scope="col">Foreseen</th>
              <th scope="col">Nine in ten by</th>
              <th scope="col">Happened</th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ name, said, late, was }) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td>{say.when(said, now)}</td>
                <td>{late === undefined ? '' : say.when(late, now)}</td>
                <td>{was === undefined ? 'not yet' : `${say.when(was, now)}, ${apart(was, said)}`}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <Press
          look="word"
          disabled={busy}
          onClick={() =>
            void act('wish.batch', { id, batchId: view.id, made: false }, 'This batch is not for that.', {
              name: 'wish.batch',
              input: { id, batchId: view.id, made: true },
            })
          }
        >
          It is not for that
        </Press>
        <RefusedSentence refused={refused} />
      </div>
    );
  });
} // prettier-ignore
