'use client';

import type { ReactNode } from 'react';
import { createContext, useContext, useMemo } from 'react';
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

/** Says amounts in the farm's own units. */
export function useSay() {
  const { unitSystem, timeZone } = useFarm();
  return useMemo(() => sayIn(unitSystem, timeZone), [unitSystem, timeZone]);
}
