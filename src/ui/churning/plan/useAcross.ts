'use client';

import { useEffect, useMemo, useState } from 'react';
import type { AcrossTemperatures } from '@/core/churning/acrossTemperatures';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { ChurnPace } from '@/core/churning/churnPace';
import { creamInChurn } from '@/core/churning/creamInChurn';
import { inWorker } from '@/workers/inWorker';

/**
 * What warmer or colder cream would do in the same churn, worked out beside the page. How warm it is now changes nothing of
 * it; until an answer for this cream is there, what was said of the cream before it stands.
 */
export function useAcross(
  facts: BatchFacts | undefined,
  pace: ChurnPace | undefined,
): AcrossTemperatures | undefined {
  const asked = facts && JSON.stringify({ cream: { ...creamInChurn(facts), temperature: 14 }, pace });
  const input = useMemo(
    () => asked && (JSON.parse(asked) as Parameters<typeof inWorker<'churn.across'>>[1]),
    [asked],
  );
  const [across, setAcross] = useState<AcrossTemperatures>();
  useEffect(() => {
    if (!input) return;
    const stop = new AbortController();
    // While an amount is typed, only the last of it is worked out.
    const soon = setTimeout(() => {
      inWorker('churn.across', input, { onProgress: () => undefined, signal: stop.signal }).then(
        (answer) => !stop.signal.aborted && setAcross(answer),
        // Without an answer there is no chart; all that is needed is said in words.
        () => undefined,
      );
    }, 150);
    return () => {
      clearTimeout(soon);
      stop.abort();
    };
  }, [input]);
  return facts && across;
}
