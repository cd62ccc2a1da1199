'use client';

import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo } from 'react';
import type { BatchEvent } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import { correctedFacts } from '@/core/churning/correctedFacts';
import { tellBatch } from '@/core/churning/tellBatch';
import type { PlaceCelsius } from '@/core/standing/places';
import { useFarm } from '../frame/FarmContext';
import { ownPauseCelsius } from './live/pauseCelsiusOf';
import type { Told } from './makeDayEvents';
import type { BatchView } from '@/server/churning/views';
import { keep, tidyKept } from '../outbox/kept';
import { reads } from '../frame/serverReads';
import { clockSeconds } from '../frame/useNow';
import { houseClock } from '../outbox/houseClock';
import { newId } from '../outbox/newId';
import { useOutbox, useWaiting } from '../outbox/OutboxProvider';

export interface LiveBatch {
  /** The batch, with its facts as they were put right since the page was drawn. */
  view: BatchView;
  story: BatchStory;
  /** Ids of events this device has and the house does not yet. */
  unsent: ReadonlySet<string>;
  /** Marks what happened, now or at a given second; several go together or not at all. Returns their ids. */
  record: (told: Told | Told[], atSeconds?: number) => string[];
}

/** What is put by is as warm as this house said of the place, where it said so and nobody measured. */
const ofPlace = (told: Told, own: PlaceCelsius) => {
  if (told.kind !== 'paused' || told.celsius !== undefined || told.place === undefined) return {};
  const celsius = ownPauseCelsius(own)[told.place];
  return celsius === undefined ? {} : { celsius };
};

const ofOneLoad = new Set<BatchEvent['kind']>([
  'mark',
  'reading',
  'water',
  'salted',
  'paused',
  'resumed',
  'tool',
  'takenOut',
  'speed',
  'drained',
]);

/** How often the house is asked what others marked, and how long it is waited for, ms. */
const askEvery = 2500;
const patience = 4000;

/** What the house has of a batch, as of a revision. */
interface News {
  revision: number;
  events: readonly BatchEvent[];
}

const newsIn = ({ revision, events }: News): News => ({ revision, events });
const newer = (before: News | undefined, news: News): News =>
  before && news.revision <= before.revision ? before : news;

/** What others marked meanwhile; the house answers nothing when there is nothing new. */
async function newsOf(batchId: string): Promise<News> {
  const known = reads.getQueryData<News>(['batch', batchId])!;
  const sentAt = Date.now();
  const response = await fetch(`/api/batches/${batchId}?revision=${known.revision}`, {
    signal: AbortSignal.timeout(patience),
    cache: 'no-store',
  });
  houseClock.learn(response, sentAt);
  return response.status === 200 ? ((await response.json()) as News) : known;
}

/**
 * A batch as this device knows it: what the house has, and what waits in the outbox, told as one story. A mark shows at
 * once; what a second device marks shows within seconds.
 * @param looked the load this device looks at, where several are churned side by side
 */
export function useBatch(drawn: BatchView, looked?: number): LiveBatch {
  const outbox = useOutbox();
  const waiting = useWaiting();
  const { data } = useQuery(
    {
      queryKey: ['batch', drawn.id],
      queryFn: () => newsOf(drawn.id),
      initialData: newsIn(drawn),
      staleTime: askEvery,
      refetchInterval: askEvery,
      refetchOnWindowFocus: 'always',
      structuralSharing: (before, news) => newer(before as News, news as News),
    },
    reads,
  );
  const known = useMemo(() => newer(newsIn(drawn), data), [drawn, data]);

  useEffect(
    () =>
      outbox.onAnswered(async (command) => {
        if ((command.input as { batchId?: string }).batchId === drawn.id)
          await reads.refetchQueries({ queryKey: ['batch', drawn.id] });
      }),
    [outbox, drawn.id],
  );

  useEffect(() => {
    // Kept as it is known here, so that it opens without the house. What the house has not heard of is in the outbox.
    if (known.revision >= 0)
      void keep(`batch:${drawn.id}`, {
        ...drawn,
        facts: correctedFacts(drawn.facts, drawn.events, known.events),
        events: known.events,
        revision: known.revision,
      }).then(() => tidyKept('batch:'));
  }, [drawn, known]);

  const pending = useMemo(
    () =>
      waiting
        .filter(
          ({ command }) =>
            command.name === 'batch.record' && (command.input as { batchId: string }).batchId === drawn.id,
        )
        .flatMap(({ command }) => (command.input as { events: BatchEvent[] }).events),
    [waiting, drawn.id],
  );
  const view = useMemo(() => {
    const facts = correctedFacts(drawn.facts, drawn.events, [...known.events, ...pending]);
    return facts === drawn.facts ? drawn : { ...drawn, facts };
  }, [drawn, known.events, pending]);
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
  const { placeCelsius } = useFarm();
  const record = useCallback(
    (told: Told | Told[], atSeconds = clockSeconds()) => {
      const events = [told].flat().map(
        (body, i) =>
          ({
            id: newId(),
            atSeconds: atSeconds + i / 1000,
            ...body,
            ...ofPlace(body, placeCelsius),
            ...ofLoad(body),
          }) as BatchEvent,
      );
      void outbox.put('batch.record', { batchId: view.id, events });
      return events.map(({ id }) => id);
    },
    [outbox, view.id, ofLoad, placeCelsius],
  );
  return { view, story, unsent, record };
}
