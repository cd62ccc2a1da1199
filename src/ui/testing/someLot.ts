import { vesselShape } from '@/core/standing/places';
import type { ShownLot } from '@/server/pail/views';
import { lotNow } from '../standing/lotNow';
import type { LotNow } from '../standing/lotNow';

/** The minute these fixtures are looked at: the morning of 15 January 2027, s since 1970. */
export const lookedAt = 1_800_000_000;
const hour = 3600;

/** Milk of four per cent in the blue jar, 2.5 L, so old; or what is changed of that. */
export function shownLot(change: Partial<ShownLot> = {}, ageHours = 14, celsius = 5): ShownLot {
  const poured = lookedAt - ageHours * hour;
  return {
    id: 'milk-0001',
    code: 'W1',
    kind: 'milk',
    mass: 2575,
    fat: 103,
    treatment: 'raw',
    ripened: false,
    blockedReason: null,
    details: {},
    madeSeconds: poured,
    oldestSeconds: poured,
    vessel: { id: 'blue', name: 'Blue jar', kind: 'jar', capacity: 5000, shape: vesselShape('jar', 5000) },
    vesselFactor: 1,
    vesselReadings: 0,
    events: [{ kind: 'poured', id: 'first', atSeconds: poured, mass: 2575, fat: 0.04, celsius }],
    ...change,
  } as unknown as ShownLot;
}

export const someLot = (change: Partial<ShownLot> = {}, ageHours?: number, celsius?: number): LotNow =>
  lotNow(shownLot(change, ageHours, celsius), lookedAt);
