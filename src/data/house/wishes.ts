import { QueryTypes } from 'sequelize';
import type { Foreseen } from '@/core/planning/wishSaid';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** Butter that is wanted by a time. */
export interface WishRow {
  id: string;
  /** g, as it is packed. */
  mass: number;
  soured: boolean;
  /** Share. */
  salt: number;
  readyAt: Date;
  /** What it is for. */
  occasion: string | null;
  vesselId: string | null;
  /** Cream that is lacking is bought. */
  buys: boolean;
  foreseen: Foreseen;
  putAt: Date;
  batchId: string | null;
  /** Batches that somebody said are not for it. */
  notBatchIds: string[];
  droppedAt: Date | null;
}

const columns = `w.id, w.mass, w.soured, w.salt, w.ready_at AS "readyAt", w.occasion, w.vessel_id AS "vesselId", w.buys, w.foreseen,
  w.put_at AS "putAt", w.batch_id AS "batchId", w.not_batch_ids AS "notBatchIds", w.dropped_at AS "droppedAt"`;

type Raw = Omit<WishRow, 'mass' | 'salt'> & { mass: string; salt: string };
const told = (row: Raw): WishRow => ({ ...row, mass: Number(row.mass), salt: Number(row.salt) });

/** Wishes that are wanted after a moment and were not dropped, the soonest first. */
export async function wishesSince({ farmId, transaction }: FarmScope, since: Date): Promise<WishRow[]> {
  const rows = await database().query<Raw>(
    `SELECT ${columns} FROM wish w WHERE w.farm_id = :farmId AND w.dropped_at IS NULL AND w.ready_at >= :since ORDER BY w.ready_at, w.id LIMIT 60`,
    { replacements: { farmId, since }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(told);
}

export async function wishById({ farmId, transaction }: FarmScope, id: string): Promise<WishRow | undefined> {
  const [row] = await database().query<Raw>(
    `SELECT ${columns} FROM wish w WHERE w.farm_id = :farmId AND w.id = :id FOR UPDATE`,
    { replacements: { farmId, id }, type: QueryTypes.SELECT, transaction },
  );
  return row && told(row);
}

/** The wishes a batch is made for. */
export async function wishesOfBatch({ farmId, transaction }: FarmScope, batchId: string): Promise<WishRow[]> {
  const rows = await database().query<Raw>(
    `SELECT ${columns} FROM wish w WHERE w.farm_id = :farmId AND w.batch_id = :batchId AND w.dropped_at IS NULL ORDER BY w.ready_at, w.id`,
    { replacements: { farmId, batchId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(told);
}

/** Writes a wish down, or as it is now. */
export async function putWish({ farmId, transaction }: FarmScope, wish: WishRow): Promise<void> {
  await database().query(
    `INSERT INTO wish (farm_id, id, mass, soured, salt, ready_at, occasion, vessel_id, buys, foreseen, put_at, batch_id, not_batch_ids, dropped_at)
     VALUES (:farmId, :id, :mass, :soured, :salt, :readyAt, :occasion, :vesselId, :buys, CAST(:foreseen AS jsonb), :putAt, :batchId, CAST(:notBatchIds AS jsonb), :droppedAt)
     ON CONFLICT (farm_id, id) DO UPDATE SET mass = excluded.mass, soured = excluded.soured, salt = excluded.salt, ready_at = excluded.ready_at,
       occasion = excluded.occasion, vessel_id = excluded.vessel_id, buys = excluded.buys, foreseen = excluded.foreseen, put_at = excluded.put_at,
       batch_id = excluded.batch_id, not_batch_ids = excluded.not_batch_ids, dropped_at = excluded.dropped_at`,
    {
      replacements: {
        farmId,
        ...wish,
        foreseen: JSON.stringify(wish.foreseen),
        notBatchIds: JSON.stringify(wish.notBatchIds),
      },
      transaction,
    },
  );
}
