'use client';

import { useEffect, useState } from 'react';

/** A page is left in peace so long after it stands, and what is wanted comes right after it answers, ms. */
const peace = 2500;
const presently = 40;

/**
 * A part of the page that its first picture does not need: fetched once the page has stood for a moment, so that it is at
 * hand without the house as well, or at once when it is wanted.
 * @param load always the same function
 * @returns undefined until it is there
 */
export function useLater<T extends object>(load: () => Promise<T>, wanted = false): T | undefined {
  const [part, setPart] = useState<T>();
  useEffect(() => {
    if (part) return;
    let gone = false;
    const fetched = () =>
      void load().then(
        (now) => !gone && setPart(now),
        // No house: it is asked for again when it is wanted.
        () => undefined,
      );
    const timer = setTimeout(fetched, wanted ? presently : peace);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [load, wanted, part]);
  return part;
}
