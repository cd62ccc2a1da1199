'use client';

import type { ShownLot } from '@/server/shelf/views';
import type { LotNow } from '../standing/lotNow';
import { BeginSouring } from './BeginSouring';
import { Souring } from './Souring';

/** Ripening: choose a school and a culture, see when it is ready and when it must be thrown out, and look at it as it goes. */
export function Ripen({ one, cultures, now }: { one: LotNow; cultures: readonly ShownLot[]; now: number }) {
  const { story } = one;
  if (story?.spoiled) return null;
  if (story?.souring) return <Souring one={one} now={now} />;
  if (story?.soured) return null;
  return <BeginSouring one={one} cultures={cultures} now={now} />;
}
