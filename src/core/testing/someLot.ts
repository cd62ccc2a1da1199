import type { LotEvent } from '../standing/lotEvents';
import type { LotStory, ToldLot } from '../standing/lotStory';
import { lotStory } from '../standing/lotStory';
import { vesselShape } from '../standing/places';

export const hour = 3600;
/** When everything told here begins, s. */
export const start = 1_760_000_000;

/** The first pour: two litres of milk, unless said otherwise. */
export const poured = (celsius: number, mass = 2000, fat = 0.04): LotEvent => ({
  kind: 'poured',
  id: 'first',
  atSeconds: start,
  mass,
  fat,
  celsius,
});

/** A lot in a jar of three litres. */
export const lot = (kind: ToldLot['kind'], events: LotEvent[], change: Partial<ToldLot> = {}): ToldLot => ({
  kind,
  treatment: 'raw',
  ripened: false,
  vessel: vesselShape('jar', 3000),
  vesselFactor: 1,
  events,
  ...change,
});

/** What has become of it so many hours later. */
export const after = (hours: number, told: ToldLot): LotStory => lotStory(told, start + hours * hour)!;
