'use client';

import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { useSay } from './FarmContext';
import { useNow } from './useNow';

/** How often the day is looked at, ms; and the house is not asked again sooner than that after it answered, s. */
const often = 30_000;
const soonest = 600;

/** Asks the house anew once the farm's day is no longer the one a page was drawn on: it may have stood open over a night. */
export function useNewDay({ nowSeconds }: { nowSeconds: number }): void {
  const say = useSay();
  const router = useRouter();
  const now = useNow(often);
  const stale = now - nowSeconds > soonest && say.dateOf(now) !== say.dateOf(nowSeconds);
  // Asked once for each day, and again while the house is away.
  const turn = stale ? Math.floor((now - nowSeconds) / soonest) : 0;
  useEffect(() => {
    if (turn > 0) router.refresh();
  }, [turn, router]);
}
