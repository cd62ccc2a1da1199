'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { elapsedAt } from '@/core/churning/batchStory';
import { tools } from '@/core/churning/tools';
import { fatMethods } from '@/core/dairy/creamFat';
import { spokenFraction, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { BatchView } from '@/server/churning/views';
import { Door } from '../board/Door';
import { ChurnStrip } from '../churning/live/strip/ChurnStrip';
import { useBatch } from '../churning/useBatch';
import { useForeseen } from '../churning/plan/useForeseen';
import { VerdictPanel } from '../churning/verdict/VerdictPanel';
import { WhatHappened } from '../churning/live/WhatHappened';
import { phaseWords } from '../churning/words';
import { useSay } from '../frame/FarmContext';
import styles from './BatchPage.module.css';

/** A batch's page in the ledger: the verdict, the cream it came from, and all that happened, to be put right if need be. */
export function BatchPage({ view }: { view: BatchView }) {
  const say = useSay();
  const { facts, pace } = view;
  const { story, unsent, record } = useBatch(view);
  const foreseen = useForeseen(facts, story, pace);
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
          foreseen={foreseen}
          record={record}
          inLedger
          onUnpack={packed && (() => record({ kind: 'undone', eventId: packed.id }))}
        />
      ) : (
        <section className={styles.open}>
          <h1>
            Batch {view.number}: {phaseWords[story.phase].toLowerCase()}.
          </h1>
          <Button component={Link} href={`/churn/${view.id}`} variant="contained">
            To the churn
          </Button>
        </section>
      )}
      <Door
        name="How it went"
        value={[
          `${say.mass(facts.creamMass)} of ${facts.ripened ? 'ripened' : 'sweet'} cream at ${say.temperature(facts.temperature)}`,
          ...(broke ? [`broke after ${text(spokenMinutes(broke.elapsedSeconds / 60))}`] : []),
        ].join(', ')}
        open={story.phase !== 'packed'}
      >
        <div className={styles.went}>
          <p className={styles.facts}>
            {say.mass(facts.creamMass)} of {facts.ripened ? 'ripened' : 'sweet'},{' '}
            {facts.homogenised ? 'long-life' : facts.treatment} cream, “{facts.amountTyped}”,{' '}
            {text(spokenFraction(facts.creamFat))} fat ({fatMethods[facts.fatMethod].name}), at{' '}
            {say.temperature(facts.temperature)}
            {facts.temperatureAssumed && ' (assumed)'}, in {tools[facts.tool].inSentence} of{' '}
            {say.volume(facts.capacity)}
            {facts.loads > 1 && `, ${facts.loads} loads`}.
          </p>
          <p className={styles.facts}>
            <Link href={`/shelf/${view.creamLotId}`}>Its whole way, from the milkings to the pats</Link>
          </p>
          <ChurnStrip story={story} foreseen={foreseen} prior={foreseen} elapsed={elapsed} />
          <WhatHappened story={story} unsent={unsent} record={record} />
        </div>
      </Door>
    </article>
  );
}
