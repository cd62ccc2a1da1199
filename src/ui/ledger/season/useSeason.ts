import { useEffect, useState } from 'react';
import type { Season, SeasonInput } from '@/core/comparing/season';
import { inWorker } from '@/workers/inWorker';

/** A season worked out beside the page; undefined until it is, the one before while another is. */
export function useSeason(input: SeasonInput): { season: Season | undefined; failed: boolean; again: () => void } {
  const [found, setFound] = useState<{ season: Season; of: string }>();
  const [failed, setFailed] = useState(false);
  const [tries, setTries] = useState(0);
  const key = JSON.stringify(input);
  useEffect(() => {
    const stop = new AbortController();
    inWorker('season', JSON.parse(key) as SeasonInput, { onProgress: () => undefined, signal: stop.signal }).then(
      (season) => {
        setFailed(false);
        setFound({ season, of: key });
      },
      () => {
        if (!stop.signal.aborted) setFailed(true);
      },
    );
    return () => stop.abort();
  }, [key, tries]);
  return { season: found?.season, failed, again: () => setTries(tries + 1) };
} // prettier-ignore
