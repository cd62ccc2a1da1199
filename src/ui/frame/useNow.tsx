'use client';

import type { ReactNode } from 'react';
import { createContext, useContext, useEffect, useState } from 'react';

const RenderedAt = createContext(0);

/** Carries the server's clock to the first rendering, so that server and browser draw the same thing. */
export function NowProvider({ seconds, children }: { seconds: number; children: ReactNode }) {
  return <RenderedAt.Provider value={seconds}>{children}</RenderedAt.Provider>;
}

/** Seconds since 1970, ticking every `everyMs`; the server's clock until the first tick. */
export function useNow(everyMs = 250): number {
  const [now, setNow] = useState(useContext(RenderedAt));
  useEffect(() => {
    const tick = () => setNow(Date.now() / 1000);
    const first = setTimeout(tick, 0);
    const timer = setInterval(tick, everyMs);
    return () => {
      clearTimeout(first);
      clearInterval(timer);
    };
  }, [everyMs]);
  return now;
}

/** What this device's clock reads when something is pressed, s since 1970. */
export const clockSeconds = (): number => Date.now() / 1000;
