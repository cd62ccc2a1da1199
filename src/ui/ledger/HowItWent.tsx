'use client';

import Link from 'next/link';
import type { BatchStory } from '@/core/churning/batchStory';
import { tools } from '@/core/churning/tools';
import { fatMethods } from '@/core/dairy/creamFat';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { BatchView } from '@/server/churning/views';
import { useForeseen } from '../churning/plan/useForeseen';
import { ChurnStrip } from '../churning/live/strip/ChurnStrip';
import { WhatHappened } from '../churning/live/WhatHappened';
import type { LiveBatch } from '../churning/useBatch';
import { useSay } from '../frame/FarmContext';
import styles from './BatchPage.module.css';

/** The cream it came from, the strip as it ran, and all that happened, to be put right if need be. */
export function HowItWent({
  view: { facts, creamLotId, pace },
  story,
  unsent,
  record,
  elapsed,
}: Pick<LiveBatch, 'unsent' | 'record'> & {
  view: BatchView;
  story: BatchStory;
  /** s on the batch's clock. */
  elapsed: number;
}) {
  const say = useSay();
  const foreseen = useForeseen(facts, story, pace);
  return (
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
        <Link href={`/shelf/${creamLotId}`}>Its whole way, from the milkings to the pats</Link>
      </p>
      <ChurnStrip story={story} foreseen={foreseen} prior={foreseen} elapsed={elapsed} />
      <WhatHappened story={story} unsent={unsent} record={record} />
    </div>
  );
}
