import { useEffect, useState } from 'react';
import type { ReadyPlan, WayOut } from '@/core/planning/readyBy';
import { inWorker } from '@/workers/inWorker';
import type { ReadyAsked } from '@/workers/readyAsked';

interface Found {
  plan: ReadyPlan;
  ways: WayOut[] | undefined;
  /** What was asked. */
  of: string;
}

/**
 * A wish planned beside the page; while the flag is dragged the plan before stays until the next is there. What else would do is
 * looked for once the flag has come to rest.
 */
export function useReady(
  asked: Omit<ReadyAsked, 'ways'>,
  still: boolean,
): { plan: ReadyPlan | undefined; ways: readonly WayOut[]; done: boolean } {
  const [found, setFound] = useState<Found>();
  const key = JSON.stringify(asked);
  useEffect(() => {
    const stop = new AbortController();
    const ask = async () => {
      const wanted = JSON.parse(key) as Omit<ReadyAsked, 'ways'>;
      const told = { onProgress: () => undefined, signal: stop.signal };
      const { plan } = await inWorker('ready.by', { ...wanted, ways: false }, told);
      setFound({ plan, ways: undefined, of: key });
      if (!still) return;
      const { ways } = await inWorker('ready.by', { ...wanted, ways: true }, told);
      setFound({ plan, ways, of: key });
    };
    ask().catch((error: unknown) => {
      if (!stop.signal.aborted) throw error;
    });
    return () => stop.abort();
  }, [key, still]);
  const done = found?.of === key;
  return { plan: found?.plan, ways: (done && found.ways) || none, done };
}

const none: readonly WayOut[] = [];
