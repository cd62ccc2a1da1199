'use client';

import { useEffect, useMemo, useState } from 'react';
import type { BatchStory } from '@/core/churning/batchStory';
import type { LiveChurn } from '@/core/churning/liveChurn';
import { isLive, liveLoad } from '@/core/churning/liveLoad';
import { isQuick } from '@/core/churning/tools';
import type { BatchView } from '@/server/churning/views';
import { inWorker } from '@/workers/inWorker';

/** How often the time gone by is told to the model, s: quick tools are over in a minute. */
const tellsEvery = { quick: 4, slow: 20 } as const;

/** A drawn page says how it stands for so long, s. */
const drawnFor = 30;

/**
 * The churning as the model sees it now, told again after every mark and reading and as time goes by without a break.
 * Worked out beside the page, so that no mark waits for it; as the house drew it until the first answer.
 */
export function useLive(
  view: Pick<BatchView, 'facts' | 'pace' | 'live'>,
  story: BatchStory,
  now: number,
): LiveChurn | undefined {
  const every = isQuick(story.tool) ? tellsEvery.quick : tellsEvery.slow;
  const asks = isLive(story);
  // What has stopped is told once.
  const at = story.phase === 'stopped' ? 0 : Math.floor(now / every) * every;
  const latest = story.events.at(-1)?.atSeconds ?? 0;
  const input = useMemo(
    () => (asks ? liveLoad(view.facts, story, Math.max(at, latest)) : undefined),
    [asks, view.facts, story, at, latest],
  );
  const [answered, setLive] = useState<LiveChurn>();
  // As the house drew it, where that is of this minute: a page kept from earlier waits for its own answer.
  const drawn = view.live && Math.abs(now - view.live.atSeconds) < drawnFor ? view.live.churn : undefined;
  const live = answered ?? drawn;
  useEffect(() => {
    if (!input) return;
    const stop = new AbortController();
    // A mark is on the screen before the model is asked.
    const soon = setTimeout(() => {
      inWorker(
        'churn.live',
        { input, pace: view.pace },
        { onProgress: () => undefined, signal: stop.signal },
      ).then(
        (answer) => !stop.signal.aborted && setLive(answer),
        // Without an answer the screen shows what was foreseen at the start.
        () => undefined,
      );
    }, 200);
    return () => {
      clearTimeout(soon);
      stop.abort();
    };
  }, [input, view.pace]);
  return asks ? live : undefined;
}
