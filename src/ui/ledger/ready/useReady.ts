import { useEffect, useState } from 'react';
import type { ReadyPlan, WayOut } from '@/core/planning/readyBy';
import { inWorker } from '@/workers/inWorker';
import type { ReadyAsked } from '@/workers/readyAsked';

export interface ReadyFound {
  plan: ReadyPlan;
  ways: WayOut[];
  /** What was asked. */
  of: string;
}

/** A wish planned beside the page; while the flag is dragged the plan before stays until the next is there. */
export function useReady(asked: Omit<ReadyAsked, 'ways'>, still: boolean): { found: ReadyFound | undefined; done: boolean } {
  const [found, setFound] = useState<ReadyFound>();
  const key = JSON.stringify(asked);
  useEffect(() => {
    const stop = new AbortController();
    const wanted = { ...(JSON.parse(key) as Omit<ReadyAsked, 'ways'>), ways: still };
    inWorker('ready.by', wanted, { onProgress: () => undefined, signal: stop.signal }).then(
      (answer) => setFound({ ...answer, of: key }),
      (error: unknown) => {
        if (!stop.signal.aborted) throw error;
      },
    );
    return () => stop.abort();
  }, [key, still]);
  return { found, done: found?.of === key };
} // prettier-ignore
