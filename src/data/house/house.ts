import { QueryTypes } from 'sequelize';
import type { ToolKey } from '@/core/churning/tools';
import type { Breed } from '@/core/dairy/breeds';
import type { UnitSystem } from '@/core/quantities/units';
import type { Prices } from '@/core/planning/yearMoney';
import { pricesKept } from '@/core/planning/yearMoney';
import type { HouseHours } from '@/core/planning/houseHours';
import { hoursKept } from '@/core/planning/hoursSaid';
import type { SaltKind, SaltTeaspoon } from '@/core/salting/salts';
import { saltKinds } from '@/core/salting/salts';
import type { PlaceCelsius } from '@/core/standing/places';
import { ownPlaceKeys } from '@/core/standing/places';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';
import { inFarm, lookInFarm } from '../farmScope';
import { AnimalRow, FarmRow, VesselRow } from './models';

export interface Farm {
  id: string;
  name: string | null;
  unitSystem: UnitSystem;
  timeZone: string;
  /** Shift of the solid fat curve for this farm's fat, K. */
  fatHardness: number;
  /** Butter there is room for in the freezer, g; null where nobody said. */
  freezerRoom: number | null;
  /** Temperatures of its places, °C, where somebody said them. */
  placeCelsius: PlaceCelsius;
  /** What its salts weigh, g in a level teaspoon, where somebody weighed one. */
  saltTeaspoon: SaltTeaspoon;
  /** The salt it takes; null where nobody said. */
  usualSalt: SaltKind | null;
  /** The day its week begins on: 0 is Sunday, 1 Monday. */
  weekBegins: number;
  /** When there is somebody in the dairy; null where nobody said. */
  hours: HouseHours | null;
  /** What things cost and are worth, where somebody said it. */
  prices: Prices;
  /** mL of cream that the fridge has room for; null where nobody said. */
  fridgeRoom: number | null;
  /** Units and time zone were chosen, or taken from the first device. */
  settled: boolean;
}

export const vesselKinds = [
  'churn',
  'pail',
  'jar',
  'can',
  'tapCan',
  'pan',
  'tub',
  'crock',
  'mould',
  'separator',
] as const;
export type VesselKind = (typeof vesselKinds)[number];

export interface Vessel {
  id: string;
  name: string;
  kind: VesselKind;
  tool: ToolKey | null;
  /** mL to the brim; of a separator, the milk it takes in an hour. */
  capacity: number;
  /** mm inside, when it was measured. */
  diameter: number | null;
  /** What a separator is made of: discs, whether a motor turns it, its parts in the order in which they go together. */
  equipment: { discs?: number; motor?: boolean; parts?: string[] };
}

export interface Animal {
  id: string;
  name: string;
  breed: Breed;
  calvedOn: string | null;
  servedOn: string | null;
  /** Dried off on, or to be. */
  dryOn: string | null;
  sharesWithCalf: boolean;
  /** First and last day of a medicine’s withdrawal. */
  withdrawnFrom: string | null;
  withdrawnUntil: string | null;
  withdrawnReason: string | null;
  milked: boolean;
}

/** The house's farm: the first one there is, made when there is none. No account, no set-up. */
export async function houseFarmId(): Promise<string | undefined> {
  const [row] = await database().query<{ id: string | null }>('SELECT house_farm() AS id', {
    type: QueryTypes.SELECT,
  });
  return row?.id ?? undefined;
}

export async function farmExists(id: string): Promise<boolean> {
  return (await lookInFarm(id, 'SELECT id FROM farm WHERE id = :id', { id })).length > 0;
}

/** @throws when there is a farm of that id */
export async function openFarm(id: string, name?: string): Promise<void> {
  await inFarm(id, async (scope) => {
    await database().query('INSERT INTO farm (id) VALUES (:id)', {
      replacements: { id },
      transaction: scope.transaction,
    });
    if (name !== undefined) await changeFarm(scope, { name });
  });
}

export async function farmOf({ farmId, transaction }: FarmScope): Promise<Farm> {
  const [row] = await database().query<FarmRow>(
    `SELECT id, name, unit_system AS "unitSystem", time_zone AS "timeZone", fat_hardness AS "fatHardness", freezer_room AS "freezerRoom",
            place_celsius AS "placeCelsius", salt_teaspoon AS "saltTeaspoon", usual_salt AS "usualSalt", week_begins AS "weekBegins", hours, prices,
            fridge_room AS "fridgeRoom", settled
     FROM farm WHERE id = :farmId`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  if (!row) throw new Error('That farm is not in this house.');
  return {
    id: row.id,
    name: row.name,
    unitSystem: row.unitSystem as UnitSystem,
    timeZone: row.timeZone,
    fatHardness: Number(row.fatHardness),
    freezerRoom: row.freezerRoom === null ? null : Number(row.freezerRoom),
    placeCelsius: numbersOf(row.placeCelsius, ownPlaceKeys),
    saltTeaspoon: numbersOf(row.saltTeaspoon, saltKinds),
    usualSalt: saltKinds.find((kind) => kind === row.usualSalt) ?? null,
    weekBegins: row.weekBegins,
    hours: hoursKept(row.hours),
    prices: pricesKept(row.prices),
    fridgeRoom: row.fridgeRoom === null ? null : Number(row.fridgeRoom),
    settled: row.settled,
  };
}

/** Of what is kept as JSON, the numbers under the names that are known: a file of elsewhere may hold others. */
const numbersOf = <K extends string>(kept: Record<string, unknown>, names: readonly K[]): Partial<Record<K, number>> =>
  Object.fromEntries(names.flatMap((name) => (typeof kept[name] === 'number' ? [[name, kept[name]]] : []))) as Partial<Record<K, number>>; // prettier-ignore

export async function changeFarm(
  { farmId, transaction }: FarmScope,
  change: Partial<Omit<Farm, 'id'>>,
): Promise<void> {
  const { fatHardness, freezerRoom, fridgeRoom, ...rest } = change;
  await FarmRow.update(
    {
      ...rest,
      ...(fatHardness === undefined ? {} : { fatHardness: String(fatHardness) }),
      ...(fridgeRoom === undefined ? {} : { fridgeRoom: fridgeRoom?.toFixed(1) ?? null }),
      ...(freezerRoom === undefined ? {} : { freezerRoom: freezerRoom?.toFixed(1) ?? null }),
    },
    { where: { id: farmId }, transaction },
  );
}

/** Takes the next number of a batch or of a lot; two takers wait for one another. */
export const takeBatchNumber = (scope: FarmScope): Promise<number> => take(scope, 'next_batch_number');
export const takeLotNumber = (scope: FarmScope): Promise<number> => take(scope, 'next_lot_number');

/** One statement: an UPDATE that leaves the key alone waits for other takers, and for nobody who merely points at the farm. */
async function take(
  { farmId, transaction }: FarmScope,
  which: 'next_batch_number' | 'next_lot_number',
): Promise<number> {
  const [row] = await database().query<{ number: number }>(
    `UPDATE farm SET ${which} = ${which} + 1 WHERE id = :farmId RETURNING ${which} - 1 AS number`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return row!.number;
}

/** Vessels in use, in the order of their names; those that were retired are no more. */
export async function vesselsOf({ farmId, transaction }: FarmScope): Promise<Vessel[]> {
  const rows = await database().query<VesselRow>(
    `SELECT id, name, kind, tool, capacity, diameter, equipment FROM vessel WHERE farm_id = :farmId AND retired_at IS NULL ORDER BY name`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    kind: row.kind as VesselKind,
    tool: row.tool as ToolKey | null,
    capacity: Number(row.capacity),
    diameter: row.diameter === null ? null : Number(row.diameter),
    equipment: row.equipment as Vessel['equipment'],
  }));
}

/** Holds a vessel until the transaction ends: two who pour into it wait for one another. */
export async function holdVessel({ farmId, transaction }: FarmScope, id: string): Promise<void> {
  await database().query(
    'SELECT id FROM vessel WHERE farm_id = :farmId AND id::text = :id FOR NO KEY UPDATE',
    { replacements: { farmId, id }, type: QueryTypes.SELECT, transaction },
  );
}

export async function addVessel({ farmId, transaction }: FarmScope, vessel: Vessel): Promise<void> {
  await VesselRow.create(
    {
      farmId,
      ...vessel,
      capacity: vessel.capacity.toFixed(3),
      diameter: vessel.diameter?.toFixed(2) ?? null,
    },
    { transaction },
  );
}

/** Gives a vessel another name or size, or retires it. */
export async function changeVessel(
  { farmId, transaction }: FarmScope,
  id: string,
  {
    capacity,
    diameter,
    ...change
  }: Partial<Pick<Vessel, 'name' | 'capacity' | 'diameter' | 'equipment'>> & { retiredAt?: Date },
): Promise<void> {
  await VesselRow.update(
    {
      ...change,
      ...(capacity === undefined ? {} : { capacity: capacity.toFixed(3) }),
      ...(diameter === undefined ? {} : { diameter: diameter?.toFixed(2) ?? null }),
    },
    { where: { farmId, id }, transaction },
  );
}

/** The herd, in the order of their names. */
export async function animalsOf({ farmId, transaction }: FarmScope): Promise<Animal[]> {
  const rows = await database().query<AnimalRow>(
    `SELECT id, name, breed, calved_on AS "calvedOn", served_on AS "servedOn", dry_on AS "dryOn", shares_with_calf AS "sharesWithCalf", withdrawn_from AS "withdrawnFrom",
            withdrawn_until AS "withdrawnUntil", withdrawn_reason AS "withdrawnReason", milked
     FROM animal WHERE farm_id = :farmId ORDER BY name`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    breed: row.breed as Breed,
    calvedOn: row.calvedOn,
    servedOn: row.servedOn,
    dryOn: row.dryOn,
    sharesWithCalf: row.sharesWithCalf,
    withdrawnFrom: row.withdrawnFrom,
    withdrawnUntil: row.withdrawnUntil,
    withdrawnReason: row.withdrawnReason,
    milked: row.milked,
  }));
}

/** Adds an animal, or brings one of the same id up to date. */
export async function putAnimal({ farmId, transaction }: FarmScope, animal: Animal): Promise<void> {
  await AnimalRow.upsert({ farmId, ...animal }, { transaction });
}

/** Whether milk ever came in, or an animal is there to give it. */
export async function milkWasHere({ farmId, transaction }: FarmScope): Promise<boolean> {
  const [row] = await database().query<{ here: boolean }>(
    `SELECT EXISTS (SELECT 1 FROM animal WHERE farm_id = :farmId) OR EXISTS (SELECT 1 FROM lot WHERE farm_id = :farmId AND kind = 'milk') AS here`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return row!.here;
}

/** Days on which an animal's milk is kept from people, first and last. */
export interface Withdrawal {
  id: string;
  animalId: string;
  animal: string;
  from: string;
  until: string;
  reason: string;
}

/** Every withdrawal that stands, over or not. */
export async function withdrawalsOf({ farmId, transaction }: FarmScope): Promise<Withdrawal[]> {
  const rows = await database().query<Record<string, string>>(
    `SELECT w.id, w.animal_id, animal.name, w.from_day::text, w.until_day::text, w.reason
     FROM withdrawal w JOIN animal ON animal.farm_id = w.farm_id AND animal.id = w.animal_id
     WHERE w.farm_id = :farmId AND w.lifted_at IS NULL ORDER BY w.from_day, w.id`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    id: row.id!,
    animalId: row.animal_id!,
    animal: row.name!,
    from: row.from_day!,
    until: row.until_day!,
    reason: row.reason!,
  }));
}

/**
 * Writes down an animal's withdrawal as it is now: one that goes on is put right, another begins beside it, and none
 * lifts the one that was entered last. What is over stays on record.
 */
export async function putWithdrawal(
  { farmId, transaction }: FarmScope,
  animalId: string,
  given: { from: string; until: string; reason: string } | undefined,
  before: { from: string; until: string } | undefined,
  by: { commandId: string; at: Date },
): Promise<void> {
  const replacements = { farmId, animalId, ...by, from: before?.from ?? null, until: before?.until ?? null };
  if (before)
    await database().query(
      `UPDATE withdrawal SET lifted_at = :at WHERE farm_id = :farmId AND animal_id = :animalId AND lifted_at IS NULL
         AND from_day = :from AND until_day = :until`,
      { replacements, transaction },
    );
  if (given)
    await database().query(
      `INSERT INTO withdrawal (farm_id, animal_id, from_day, until_day, reason, command_id)
       VALUES (:farmId, :animalId, :from, :until, :reason, :commandId)`,
      { replacements: { ...replacements, ...given }, transaction },
    );
}
