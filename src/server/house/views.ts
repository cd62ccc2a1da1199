import type { NamedWay } from '@/data/churning/ways';
import { makersOf } from '@/data/churning/batches';
import { waysOf } from '@/data/churning/ways';
import { calendarsOf } from '@/data/house/calendars';
import type { Animal, Farm, Vessel } from '@/data/house/house';
import { animalsOf, farmOf, milkWasHere, vesselsOf } from '@/data/house/house';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import { tableKeys } from '@/formats/farm/tables';
import { now } from '../clock';

export type { Animal, Farm, Vessel };

/** What every screen knows of the house it is in. */
export interface HouseView {
  farm: Farm;
  /** Server's clock at rendering, s since 1970. */
  nowSeconds: number;
}

export async function houseViewOf(scope: FarmScope): Promise<HouseView> {
  return { farm: await farmOf(scope), nowSeconds: now().getTime() / 1000 };
}

/** What the frame around every screen knows. */
export const frameView = (farmId: string): Promise<HouseView & { hasMilk: boolean }> =>
  inFarm(farmId, async (scope) => ({ ...(await houseViewOf(scope)), hasMilk: await milkWasHere(scope) }));

/** How the house stands with its backups. */
export interface BackupsView {
  madeAtSeconds: number | null;
  bytes: number | null;
  /** They go to another disk by themselves. */
  elsewhere: boolean;
  /** Days since one left the machine; null for never. */
  leftDays: number | null;
  /** Whether that cannot wait: no backup could be made, or the disk is nearly full. */
  pressing: boolean;
  /** What is to be thought of, in a sentence; null where all is well. */
  says: string | null;
}

export interface WholeHouse extends HouseView {
  vessels: Vessel[];
  animals: Animal[];
  ways: NamedWay[];
  /** Addresses under which a calendar reads what is coming. */
  calendars: { id: string; madeSeconds: number }[];
  /** Who churned here lately, by name. */
  people: string[];
  /** Tables that can be taken along, one by one. */
  tables: readonly string[];
}

export const houseView = (farmId: string): Promise<WholeHouse> =>
  inFarm(farmId, async (scope) => ({
    ...(await houseViewOf(scope)),
    vessels: await vesselsOf(scope),
    animals: await animalsOf(scope),
    ways: await waysOf(scope),
    people: await makersOf(scope),
    tables: tableKeys,
    calendars: (await calendarsOf(scope)).map(({ id, madeAt }) => ({
      id,
      madeSeconds: madeAt.getTime() / 1000,
    })),
  }));
