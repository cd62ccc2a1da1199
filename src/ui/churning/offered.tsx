'use client';

import type { ReactNode } from 'react';
import { createContext, useContext, useEffect } from 'react';

/** What the panels in sight offer to do just now, by name: what a single key does without knowing where its button is. */
export type Offers = Map<string, () => void>;

const Offered = createContext<Offers>(new Map());

export const offersAtFirst = (): Offers => new Map();

export function OfferedActs({ offers, children }: { offers: Offers; children: ReactNode }) {
  return <Offered.Provider value={offers}>{children}</Offered.Provider>;
}

/** Offers acts while the component stands and the act can be done: undefined offers nothing. */
export function useOffered(acts: Readonly<Record<string, (() => void) | undefined>>): void {
  const offers = useContext(Offered);
  useEffect(() => {
    const mine = Object.entries(acts).filter((one): one is [string, () => void] => one[1] !== undefined);
    for (const [name, act] of mine) offers.set(name, act);
    return () => {
      for (const [name, act] of mine) if (offers.get(name) === act) offers.delete(name);
    };
  });
}
