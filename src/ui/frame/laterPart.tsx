'use client';

import type { ComponentType, ReactNode } from 'react';
import { createContext, lazy, Suspense, useContext, useEffect, useState } from 'react';

/** A page is left in peace so long after it stands, ms. */
const peace = 2500;
/** What stands in a page from the start is fetched once the rest answers, and after this long at the latest, ms. */
const waitsAtMost = 800;
let answers: () => void = () => undefined;
const answering =
  typeof window === 'undefined'
    ? Promise.resolve()
    : new Promise<void>((resolve) => {
        answers = resolve;
        setTimeout(resolve, waitsAtMost);
      });
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
  // A part that cannot be had is said to be away in its place: the page around it stays as it is.
  const wanted = () =>
    lazy(() =>
      answering.then(load).then(
        (part) => ({ default: part as ComponentType<object> }),
        () => ({ default: NotHere as ComponentType<object> }),
      ),
    );
  let shared = wanted();
  return function Later(props: P) {
    const [, setTries] = useState(0);
    const Part = shared;
    const again = () => {
      shared = wanted();
      setTries((tries) => tries + 1);
    };
    return (
      <Suspense fallback={meanwhile}>
        <Again value={again}>
          <Part {...props} />
        </Again>
      </Suspense>
    );
  };
}

const Again = createContext<() => void>(() => undefined);

/** In place of a part that could not be fetched. */
function NotHere() {
  const again = useContext(Again);
  return (
    <p role="alert">
      The house does not answer, and this part is not on this device yet.{' '}
      <button type="button" onClick={again} style={{ font: 'inherit', padding: '10px 16px' }}>
        Try again
      </button>
    </p>
  );
}

/** Fetches what is behind the doors of a page once it has stood for a moment. */
export function useBehindTheDoors(path: string): void {
  useEffect(() => {
    const hands = setTimeout(answers, 0);
    return () => clearTimeout(hands);
  }, []);
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
