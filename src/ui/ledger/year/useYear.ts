import { useEffect, useState } from 'react';
import type { YearAhead, YearInput } from '@/core/planning/yearAhead';
import { inWorker } from '@/workers/inWorker';

/** A year worked out beside the page; while another is worked out the one before stays, with the share that is done. */
export function useYear(input: YearInput | undefined): {
  year: YearAhead | undefined;
  /** It is the year that was asked for, and no longer the one before. */
  done: boolean;
  share: number | undefined;
} {
  const [found, setFound] = useState<{ year: YearAhead; of: string }>();
  const [share, setShare] = useState<number>();
  const key = JSON.stringify(input);
  useEffect(() => {
    const wanted = key === undefined ? undefined : (JSON.parse(key) as YearInput);
    if (!wanted) return;
    const stop = new AbortController();
    inWorker('year.ahead', wanted, { onProgress: setShare, signal: stop.signal }).then(
      (year) => {
        setFound({ year, of: key! });
        setShare(undefined);
      },
      (error: unknown) => {
        if (!stop.signal.aborted) throw error;
      },
    );
    return () => stop.abort();
  }, [key]);
  return { year: found?.year, done: found !== undefined && found.of === key, share };
}
