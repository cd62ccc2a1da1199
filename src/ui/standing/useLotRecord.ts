'use client';

import type { Place } from '@/core/standing/places';
import { usePlaces } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import type { Refused } from '../outbox/useAct';
import { useAct } from '../outbox/useAct';

/** Writes down of a lot what is seen of it now, and where it stands from now on. */
export function useLotRecord(lotId: string): {
  record: (event: Record<string, unknown>, says: string) => Promise<boolean>;
  placed: (place: Place) => Promise<boolean>;
  refused: Refused | undefined;
} {
  const places = usePlaces();
  const { act, refused } = useAct();
  const record = (event: Record<string, unknown>, says: string) =>
    act('lot.record', { lotId, events: [{ id: newId(), atSeconds: clockSeconds(), ...event }] }, says);
  const placed = (place: Place) =>
    record({ kind: 'placed', place, celsius: places[place].celsius }, `Now ${places[place].inSentence}.`);
  return { record, placed, refused };
}
