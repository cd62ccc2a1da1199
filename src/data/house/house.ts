import type { ToolKey } from '@/core/churning/tools';
import type { Breed } from '@/core/dairy/breeds';
import type { UnitSystem } from '@/core/quantities/units';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';
import { AnimalRow, FarmRow, VesselRow } from './models';

export interface Farm {
  id: string;
  name: string | null;
  unitSystem: UnitSystem;
  timeZone: string;
  /** Shift of the solid fat curve for this farm's fat, K. */
  fatHardness: number;
  /** Units and time zone were chosen, or taken from the first device. */
  settled: boolean;
}

export type VesselKind = 'churn' | 'jar' | 'can' | 'pan' | 'tub' | 'crock' | 'mould';

export interface Vessel {
  id: string;
  name: string;
  kind: VesselKind;
  tool: ToolKey | null;
  /** mL to the brim. */
  capacity: number;
}

/** Farms are found before any farm is bound: this sees that the connection is there first. */
function farms(): typeof FarmRow {
  database();
  return FarmRow;
}

/** The house's farm: the first one there is, made when there is none. No account, no set-up. */
export async function houseFarmId(): Promise<string | undefined> {
  const farm = await farms().findOne({ order: [['created_at', 'ASC']], attributes: ['id'] });
  return farm?.id;
}

export async function farmExists(id: string): Promise<boolean> {
  return (await farms().count({ where: { id } })) > 0;
}

export async function openFarm(id: string): Promise<void> {
  await farms().create({ id });
}

export async function farmOf({ farmId, transaction }: FarmScope): Promise<Farm> {
  const row = await FarmRow.findByPk(farmId, { transaction, rejectOnEmpty: true });
  return {
    id: row.id,
    name: row.name,
    unitSystem: row.unitSystem as UnitSystem,
    timeZone: row.timeZone,
    fatHardness: Number(row.fatHardness),
    settled: row.settled,
  };
}

export async function changeFarm(
  { farmId, transaction }: FarmScope,
  change: Partial<Pick<Farm, 'name' | 'unitSystem' | 'timeZone' | 'fatHardness' | 'settled'>>,
): Promise<void> {
  const { fatHardness, ...rest } = change;
  await FarmRow.update(
    { ...rest, ...(fatHardness === undefined ? {} : { fatHardness: String(fatHardness) }) },
    { where: { id: farmId }, transaction },
  );
}

/** Takes the next batch number; two takers wait for one another. */
export async function takeBatchNumber({ farmId, transaction }: FarmScope): Promise<number> {
  const row = await FarmRow.findByPk(farmId, {
    transaction,
    lock: transaction.LOCK.UPDATE,
    rejectOnEmpty: true,
  });
  await row.update({ nextBatchNumber: row.nextBatchNumber + 1 }, { transaction });
  return row.nextBatchNumber - 1;
}

export async function vesselsOf({ farmId, transaction }: FarmScope): Promise<Vessel[]> {
  const rows = await VesselRow.findAll({ where: { farmId }, transaction, order: [['name', 'ASC']] });
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    kind: row.kind as VesselKind,
    tool: row.tool as ToolKey | null,
    capacity: Number(row.capacity),
  }));
}

export async function addVessel({ farmId, transaction }: FarmScope, vessel: Vessel): Promise<void> {
  await VesselRow.create({ farmId, ...vessel, capacity: vessel.capacity.toFixed(3) }, { transaction });
}

export async function addAnimal(
  { farmId, transaction }: FarmScope,
  animal: { id: string; name: string; breed: Breed },
): Promise<void> {
  await AnimalRow.create({ farmId, ...animal }, { transaction });
}
