'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import type { BatchEvent } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import { tellBatch } from '@/core/churning/tellBatch';
import type { Told } from './makeDayEvents';
import type { BatchView } from '@/server/churning/views';
import { keep, tidyKept } from '../outbox/kept';
import { clockSeconds } from '../frame/useNow';
import { houseClock } from '../outbox/houseClock';
import { newId } from '../outbox/newId';
import { useOutbox, useWaiting } from '../outbox/OutboxProvider';

export interface LiveBatch {
  story: BatchStory;
  /** Ids of events this device has and the house does not yet. */
  unsent: ReadonlySet<string>;
  /** Marks what happened, now or at a given second; several go together or not at all. Returns their ids. */
  record: (told: Told | Told[], atSeconds?: number) => string[];
}

const ofOneLoad = new Set<BatchEvent['kind']>([
  'mark',
  'reading',
  'water',
  'paused',
  'resumed',
  'tool',
  'takenOut',
  'drained',
]);

/** How often the house is asked what others marked, ms. */
const askEvery = 2500;

/**
 * A batch as this device knows it: what the house has, and what waits in the outbox, told as one story. A mark shows at
 * once; what a second device marks shows within seconds.
 * @param looked the load this device looks at, where several are churned side by side
 */
export function useBatch(view: BatchView, looked?: number): LiveBatch {
  const outbox = useOutbox();
  const waiting = useWaiting();
  const [known, setKnown] = useState<{ revision: number; events: readonly BatchEvent[] }>({
    revision: view.revision,
    events: view.events,
  });

  const look = useCallback(async () => {
    const sentAt = Date.now();
    const response = await fetch(`/api/batches/${view.id}?revision=${known.revision}`, {
      signal: AbortSignal.timeout(4000),
      cache: 'no-store',
    });
    houseClock.learn(response, sentAt);
    if (response.status !== 200) return;
    const news = (await response.json()) as { revision: number; events: BatchEvent[] };
    setKnown((before) => (news.revision >= before.revision ? news : before));
  }, [view.id, known.revision]);

  useEffect(() => {
    const stop = outbox.onAnswered(async (command) => {
      if ((command.input as { batchId?: string }).batchId === view.id) await look();
    });
    const ask = () => document.visibilityState === 'visible' && look().catch(() => undefined);
    const timer = setInterval(ask, askEvery);
    document.addEventListener('visibilitychange', ask);
    return () => {
      stop();
      clearInterval(timer);
      document.removeEventListener('visibilitychange', ask);
    };
  }, [outbox, look, view.id]);

  useEffect(() => {
    // Kept as it is known here, so that it opens without the house. What the house has not heard of is in the outbox.
    if (known.revision >= 0)
      void keep(`batch:${view.id}`, { ...view, events: known.events, revision: known.revision }).then(() =>
        tidyKept('batch:'),
      );
  }, [view, known]);

  const pending = useMemo(
    () =>
      waiting
        .filter(
          ({ command }) =>
            command.name === 'batch.record' && (command.input as { batchId: string }).batchId === view.id,
        )
        .flatMap(({ command }) => (command.input as { events: BatchEvent[] }).events),
    [waiting, view.id],
  );
  const story = useMemo(
    () => tellBatch(view.facts, [...known.events, ...pending], looked),
    [view.facts, known.events, pending, looked],
  );
  const unsent = useMemo(() => {
    const have = new Set(known.events.map((event) => event.id));
    return new Set(pending.filter((event) => !have.has(event.id)).map((event) => event.id));
  }, [known.events, pending]);

  const beside = story.loads.filter(({ begunAt }) => begunAt !== undefined).length > 1;
  const hand = story.load;
  // Where several loads were begun, what happens is said of the one that is looked at.
  const ofLoad = useCallback(
    ({ kind }: Told) => (beside && ofOneLoad.has(kind) ? { load: hand } : {}),
    [beside, hand],
  );
  const record = useCallback(
    (told: Told | Told[], atSeconds = clockSeconds()) => {
      const events = [told]
        .flat()
        .map(
          (body, i) =>
            ({ id: newId(), atSeconds: atSeconds + i / 1000, ...body, ...ofLoad(body) }) as BatchEvent,
        );
      void outbox.put('batch.record', { batchId: view.id, events });
      return events.map(({ id }) => id);
    },
    [outbox, view.id, ofLoad],
  );
  return { story, unsent, record };
}
