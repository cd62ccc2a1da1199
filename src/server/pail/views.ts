import { butterOnHand } from '@/data/ledger/ledger';
import type { LotEvent } from '@/core/standing/lotEvents';
import { vesselFactor } from '@/core/standing/lotHeat';
import type { VesselShape } from '@/core/standing/places';
import { madeKinds } from '@/core/standing/lotKinds';
import { vesselShape } from '@/core/standing/places';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import type { AnsweredBefore } from '@/data/house/answered';
import { answeredSince } from '@/data/house/answered';
import type { Animal, Vessel } from '@/data/house/house';
import { animalsOf, vesselsOf } from '@/data/house/house';
import type { LotKind } from '@/data/ledger/ledger';
import type { MilkingBefore, Parked } from '@/data/ledger/movements';
import { cleanedAndUsed, milkingsSince, parkedOf, separationsOf, usesSince } from '@/data/ledger/movements';
import type { LotDetails, StandingLot } from '@/data/ledger/standing';
import { lotEventsOf, shownFactors, standingLots } from '@/data/ledger/standing';
import { now } from '../clock';
import type { HouseView } from '../house/views';
import { houseViewOf } from '../house/views';

export type { Animal, LotDetails, Vessel };

/** A lot as a screen gets it, with all that was done to it, so that the page can tell its story as time goes on. */
export interface ShownLot extends Omit<StandingLot, 'madeAt' | 'oldestAt' | 'vessel'> {
  madeSeconds: number;
  oldestSeconds: number;
  vessel: (NonNullable<StandingLot['vessel']> & { shape: VesselShape }) | null;
  /** How its vessel passes heat against the table, learned from its readings. */
  vesselFactor: number;
  vesselReadings: number;
  events: LotEvent[];
}

/** One separation as it was done before. */
export interface SeparationBefore {
  atSeconds: number;
  vesselId: string | null;
  way: string;
  milkMass: number;
  milkFat: number;
  creamMass: number;
  creamFat: number;
  skimUse: string;
  foreseen?: number;
  stopped?: number;
  screw?: number;
  flow?: number;
  milkCelsius?: number;
  skimFat?: number;
  separatorId?: string;
}

export interface Milking extends Omit<MilkingBefore, 'at'> {
  atSeconds: number;
}

export interface ParkedShown {
  commandId: string;
  name: string;
  question: string;
  device: string;
  atSeconds: number;
}

export interface AnsweredShown extends Omit<AnsweredBefore, 'at' | 'until'> {
  atSeconds: number;
  untilSeconds: number;
}

export interface PailView extends HouseView {
  vessels: Vessel[];
  animals: Animal[];
  lots: ShownLot[];
  /** Milk that came in these last days, newest first. */
  milkings: Milking[];
  separations: SeparationBefore[];
  /** Grams that went to each use this week. */
  uses: { kind: string; account: string; mass: number; fat: number }[];
  parked: ParkedShown[];
  /** Vessels used since they were cleaned. */
  dirty: string[];
  /** Cleaning was written down before: it is a book this house keeps. */
  cleaningKept: boolean;
  /** What was left for later on Today, or done instead of it, newest first. */
  answered: AnsweredShown[];
}

const hour = 3_600_000;

/** Lots of some kinds as screens get them: two statements more, however many there are. */
export async function shownLots(scope: FarmScope, kinds: readonly LotKind[]): Promise<ShownLot[]> {
  return shown(scope, await standingLots(scope, kinds, now()));
}

export async function shown(scope: FarmScope, lots: readonly StandingLot[]): Promise<ShownLot[]> {
  const vesselIds = [...new Set(lots.flatMap(({ vessel }) => (vessel ? [vessel.id] : [])))];
  const events = await lotEventsOf(
    scope,
    lots.map(({ id }) => id),
  );
  const factors = await shownFactors(scope, vesselIds);
  return lots.map(({ madeAt, oldestAt, vessel, ...lot }) => {
    const read = vessel ? (factors.get(vessel.id) ?? []) : [];
    return {
      ...lot,
      madeSeconds: madeAt.getTime() / 1000,
      oldestSeconds: oldestAt.getTime() / 1000,
      vessel: vessel && { ...vessel, shape: vesselShape(vessel.kind, vessel.capacity, vessel.diameter) },
      vesselFactor: vesselFactor(read),
      vesselReadings: read.length,
      events: events.get(lot.id) ?? [],
    };
  });
}

/** Skimmings and separations, newest first. */
export const separationsBefore = async (scope: FarmScope): Promise<SeparationBefore[]> =>
  (await separationsOf(scope, 60)).map(({ at: when, details, vesselId }) => ({
    ...(details as unknown as Omit<SeparationBefore, 'atSeconds' | 'vesselId'>),
    atSeconds: when.getTime() / 1000,
    vesselId,
  }));

/** What stands in the dairy, and the butter by its codes, for a line that may speak of any of it. */
export interface DairyView extends PailView {
  butter: { lotId: string; code: string }[];
}

export const dairyView = (farmId: string): Promise<DairyView> =>
  inFarm(farmId, async (scope) => ({
    ...(await pailViewOf(scope)),
    butter: (await butterOnHand(scope)).map(({ lotId, code }) => ({ lotId, code })),
  }));

export async function pailViewOf(scope: FarmScope): Promise<PailView> {
  const at = now().getTime();
  const cleaned = await cleanedAndUsed(scope);
  return {
    ...(await houseViewOf(scope)),
    vessels: await vesselsOf(scope),
    animals: await animalsOf(scope),
    lots: await shownLots(scope, ['milk', 'skim', 'cream', 'buttermilk', 'culture', ...madeKinds]),
    milkings: (await milkingsSince(scope, new Date(at - 8 * 24 * hour))).map(({ at: when, ...one }) => ({
      ...one,
      atSeconds: when.getTime() / 1000,
    })),
    separations: await separationsBefore(scope),
    uses: await usesSince(scope, new Date(at - 7 * 24 * hour)),
    parked: parkedShown(await parkedOf(scope)),
    cleaningKept: cleaned.some(({ cleanedAt }) => cleanedAt !== null),
    answered: (await answeredSince(scope, new Date(at - 60 * 24 * hour))).map(
      ({ at: when, until, ...one }) => ({
        ...one,
        atSeconds: when.getTime() / 1000,
        untilSeconds: until.getTime() / 1000,
      }),
    ),
    dirty: cleaned.flatMap(({ vesselId, cleanedAt, usedAt }) =>
      usedAt && (!cleanedAt || cleanedAt < usedAt) ? [vesselId] : [],
    ),
  };
}

export const parkedShown = (parked: readonly Parked[]): ParkedShown[] =>
  parked.map(({ commandId, name, question, device, at }) => ({
    commandId,
    name,
    question,
    device,
    atSeconds: at.getTime() / 1000,
  }));

export const pailView = (farmId: string): Promise<PailView> => inFarm(farmId, pailViewOf);
