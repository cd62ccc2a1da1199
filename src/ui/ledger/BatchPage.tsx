'use client';

import { elapsedAt } from '@/core/churning/batchStory';
import { spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { BatchView } from '@/server/churning/views';
import { Door } from '../board/Door';
import { useBatch } from '../churning/useBatch';
import { VerdictPanel } from '../churning/verdict/VerdictPanel';
import { phaseWords } from '../churning/batchSaid';
import { laterPart } from '../frame/laterPart';
import { useSay } from '../frame/FarmContext';
import { PressLink } from '../theme/Press';
import styles from './BatchPage.module.css';

const ChurnedBy = laterPart(() => import('./ChurnedBy').then((part) => part.ChurnedBy));
const CorrectCream = laterPart(() => import('../churning/CorrectCream').then((part) => part.CorrectCream));
const ForeseenBeside = laterPart(() => import('./ready/ForeseenBeside').then((part) => part.ForeseenBeside));
const HowItWent = laterPart(() => import('./HowItWent').then((part) => part.HowItWent));
const Pictures = laterPart(() => import('./Pictures').then((part) => part.Pictures));
const HowSure = laterPart(() => import('../churning/verdict/HowSure').then((part) => part.HowSure));

/** A batch's page in the ledger: the verdict, the cream it came from, and all that happened, to be put right if need be. */
export function BatchPage({ view: drawn }: { view: BatchView }) {
  const say = useSay();
  const { view, story, unsent, record } = useBatch(drawn);
  const { facts } = view;
  const broke = story.marks.find(({ stage }) => stage === 'break');
  const packed = story.events.findLast((event) => event.kind === 'packed');
  const elapsed =
    story.clock.runningSince === undefined
      ? Math.max(0, ...story.marks.map((mark) => mark.elapsedSeconds))
      : elapsedAt(story.clock, view.nowSeconds);
  return (
    <article className={styles.page}>
      {story.phase === 'packed' ? (
        <VerdictPanel
          view={view}
          story={story}
          expected={view.expected}
          record={record}
          inLedger
          onUnpack={packed && (() => record({ kind: 'undone', eventId: packed.id }))}
        />
      ) : (
        <section className={styles.open}>
          <h1>
            Batch {view.number}: {phaseWords[story.phase].toLowerCase()}.
          </h1>
          <PressLink look="main" href={`/churn/${view.id}`}>
            To the churn
          </PressLink>
        </section>
      )}
      <Door
        name="How it went"
        value={[
          ...(view.maker === null ? [] : [`churned by ${view.maker}`]),
          `${say.mass(facts.creamMass)} of ${facts.ripened ? 'ripened' : 'sweet'} cream at ${say.temperature(facts.temperature)}`,
          ...(broke ? [`broke after ${text(spokenMinutes(broke.elapsedSeconds / 60))}`] : []),
        ].join(', ')}
        open={story.phase !== 'packed'}
      >
        <HowItWent view={view} story={story} unsent={unsent} record={record} elapsed={elapsed} />
        {(view.wishes ?? []).length > 0 && (
          <div className={styles.within}>
            <h2>What was foreseen, and what happened</h2>
            <ForeseenBeside view={view} story={story} />
          </div>
        )}
        {view.judged && (
          <div className={styles.within}>
            <h2>Where its fat went, and how sure that is</h2>
            <HowSure judged={view.judged} upstream={view.upstream} />
            <p>
              <a
                href={`/api/batches/${view.id}/sheet${say.system === 'us' ? '?paper=letter' : ''}`}
                target="_blank"
              >
                Its sheet to print
              </a>
            </p>
          </div>
        )}
        <div className={styles.within}>
          <ChurnedBy view={view} />
        </div>
        <div className={styles.within}>
          <Pictures view={view} />
        </div>
        <div className={styles.right}>
          <Door name="Put the start right" value="cream, fat, warmth, churn, time">
            <CorrectCream view={view} story={story} record={record} />
          </Door>
        </div>
      </Door>
    </article>
  );
}
