'use client';

import type { ReactNode } from 'react';
import { createContext, useContext, useEffect, useState } from 'react';
import { houseClock } from '../outbox/houseClock';

const RenderedAt = createContext(0);

/** Carries the server's clock to the first rendering, so that server and browser draw the same thing. */
export function NowProvider({ seconds, children }: { seconds: number; children: ReactNode }) {
  return <RenderedAt.Provider value={seconds}>{children}</RenderedAt.Provider>;
}

/** Seconds since 1970, ticking every `everyMs`; the server's clock until the first tick. */
export function useNow(everyMs = 250): number {
  const [now, setNow] = useState(useContext(RenderedAt));
  useEffect(() => {
    const tick = () => setNow(houseClock.now() / 1000);
    const first = setTimeout(tick, 0);
    const timer = setInterval(tick, everyMs);
    const stop = houseClock.subscribe(tick);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
      stop();
    };
  }, [everyMs]);
  return now;
}

/** The house's time when something is pressed on this device, s since 1970. */
export const clockSeconds = (): number => houseClock.now() / 1000;
