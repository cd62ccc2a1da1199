'use client';

import type { ComponentType, ReactNode } from 'react';
import { lazy, Suspense, useEffect } from 'react';

/** A page is left in peace so long after it stands, ms. */
const peace = 2500;
/** What is behind the doors of this page and was not opened yet. */
const behind = new Set<() => Promise<unknown>>();

/**
 * A part that stands behind a door, or below what is looked at first: fetched with the first opening, or once the page has stood
 * for a moment ({@link useBehindTheDoors}), so that it opens without the house as well. Where it stands in the page from the
 * start, the house draws it, and it answers a moment after the rest.
 * @param load imports its module and gives the part
 * @param meanwhile what stands there until it has come
 */
export function laterPart<P extends object>(
  load: () => Promise<ComponentType<P>>,
  meanwhile: ReactNode = <p role="status">One moment…</p>,
): ComponentType<P> {
  behind.add(load);
  const Part = lazy(() => load().then((part) => ({ default: part as ComponentType<object> })));
  return function Later(props: P) {
    return (
      <Suspense fallback={meanwhile}>
        <Part {...props} />
      </Suspense>
    );
  };
}

/** Fetches what is behind the doors of a page once it has stood for a moment. */
export function useBehindTheDoors(path: string): void {
  useEffect(() => {
    const timer = setTimeout(() => {
      for (const load of behind)
        void load().then(
          () => behind.delete(load),
          // No house: it is asked for again with its door.
          () => undefined,
        );
    }, peace);
    return () => clearTimeout(timer);
  }, [path]);
}
