import { QueryTypes } from 'sequelize';
import type { Treatment } from '@/core/standing/lotNature';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** A milking as the books have it now, and the lot it came into. */
export interface MilkingRow {
  entryId: string;
  at: Date;
  details: Record<string, unknown>;
  /** g of milk and of fat. */
  mass: number;
  fat: number;
  lot: {
    id: string;
    code: string;
    treatment: Treatment;
    fatMethod: string | null;
    /** Names, where the entry has none. */
    animals: string[];
    vessel: string | null;
    blockedReason: string | null;
    /** g of it that still stand. */
    left: number;
    /** So many pourings stand in it. */
    pourings: number;
  };
}

/** Milkings that stand between two moments, newest first. */
export async function milkingRows(
  { farmId, transaction }: FarmScope,
  from: Date,
  to: Date,
  most: number,
): Promise<MilkingRow[]> {
  const rows = await database().query<Record<string, unknown>>(
    `SELECT e.id, e.at, e.details, l.mass::float8 AS mass, l.fat::float8 AS fat, lot.id AS lot_id, lot.code, lot.treatment, lot.fat_method,
       lot.details->'animals' AS animals, lot.blocked_reason, lot.mass_now::float8 AS left, vessel.name AS vessel,
       (SELECT count(*) FROM entry_line o JOIN entry p ON p.farm_id = o.farm_id AND p.id = o.entry_id AND p.kind <> 'correction'
        WHERE o.farm_id = l.farm_id AND o.lot_id = l.lot_id AND o.mass > 0
          AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = p.farm_id AND c.corrects_id = p.id)) AS pourings
     FROM entry e JOIN entry_line l ON l.farm_id = e.farm_id AND l.entry_id = e.id AND l.lot_id IS NOT NULL AND l.mass > 0
     JOIN lot ON lot.farm_id = l.farm_id AND lot.id = l.lot_id
     LEFT JOIN vessel ON vessel.farm_id = lot.farm_id AND vessel.id = lot.vessel_id
     WHERE e.farm_id = :farmId AND e.kind = 'milked' AND e.at >= :from AND e.at < :to
       AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
     ORDER BY e.at DESC, e.recorded_at DESC, e.id LIMIT :most`,
    { replacements: { farmId, from, to, most }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    entryId: String(row.id),
    at: row.at as Date,
    details: (row.details ?? {}) as Record<string, unknown>,
    mass: Number(row.mass),
    fat: Number(row.fat),
    lot: {
      id: String(row.lot_id),
      code: String(row.code),
      treatment: row.treatment as Treatment,
      fatMethod: row.fat_method as string | null,
      animals: (row.animals ?? []) as string[],
      vessel: row.vessel as string | null,
      blockedReason: row.blocked_reason as string | null,
      left: Number(row.left),
      pourings: Number(row.pourings),
    },
  }));
}
