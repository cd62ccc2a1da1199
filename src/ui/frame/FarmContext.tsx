'use client';

import type { ReactNode } from 'react';
import { createContext, useContext, useMemo } from 'react';
import type { Farm } from '@/server/house/views';
import { sayIn } from './sayIn';

const FarmContext = createContext<Farm | undefined>(undefined);

export function FarmProvider({ farm, children }: { farm: Farm; children: ReactNode }) {
  return <FarmContext.Provider value={farm}>{children}</FarmContext.Provider>;
}

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
