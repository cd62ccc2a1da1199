'use client';

import type { ReactNode } from 'react';
import { createContext, useContext, useMemo } from 'react';
import { saltsOf } from '@/core/salting/salts';
import type { Places } from '@/core/standing/places';
import { placesOf } from '@/core/standing/places';
import type { Farm } from '@/server/house/views';
import type { Who } from '@/server/people/views';
import { sayIn } from './sayIn';

const FarmContext = createContext<Farm | undefined>(undefined);

export function FarmProvider({ farm, children }: { farm: Farm; children: ReactNode }) {
  return <FarmContext.Provider value={farm}>{children}</FarmContext.Provider>;
}

/** Who has the device in hand, and what they are on the farm. */
export type { Who };
const WhoContext = createContext<Who>({ role: 'owner', shared: false });

export function WhoProvider({ who, children }: { who: Who; children: ReactNode }) {
  return <WhoContext.Provider value={who}>{children}</WhoContext.Provider>;
}

export const useWho = (): Who => useContext(WhoContext);

export function useFarm(): Farm {
  const farm = useContext(FarmContext);
  if (!farm) throw new Error('useFarm is used outside FarmProvider.');
  return farm;
}

/** Where things stand on this farm, each as warm as somebody said it is. */
export function usePlaces(): Places {
  const { placeCelsius } = useFarm();
  return useMemo(() => placesOf(placeCelsius), [placeCelsius]);
}

/** What a level teaspoon of the salt this house takes weighs, g. */
export function useTeaspoonOfSalt(): number {
  const { saltTeaspoon, usualSalt } = useFarm();
  return saltsOf(saltTeaspoon)[usualSalt ?? 'fine'].gramsPerTeaspoon;
}

/** Says amounts in the farm's own units. */
export function useSay() {
  const { unitSystem, timeZone } = useFarm();
  return useMemo(() => sayIn(unitSystem, timeZone), [unitSystem, timeZone]);
}
