import { QueryTypes } from 'sequelize';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { Feed } from '@/core/churning/batchWords';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';
import type { BatchSummary } from './batches';

/** A packed batch as trends need it: its facts and figures, its churn by name, and how its butter looked. */
export interface TrendRow {
  id: string;
  number: number;
  startedAt: Date;
  facts: BatchFacts;
  creamLotId: string;
  breakMinutes: number | null;
  paceRatio: number | null;
  /** It teaches nothing: somebody said so. */
  leftOut: boolean;
  maker: string | null;
  judged: BatchSummary;
  churn: string | null;
  colour: number | null;
  feed: Feed | null;
}

/** The newest packed batches, newest first. */
export async function trendRows({ farmId, transaction }: FarmScope, limit: number): Promise<TrendRow[]> {
  const rows = await database().query<
    Omit<TrendRow, 'breakMinutes' | 'paceRatio'> & { breakMinutes: string | null; paceRatio: string | null }
  >(
    `SELECT b.id, b.number, b.started_at AS "startedAt", b.facts, b.cream_lot_id AS "creamLotId", b.break_minutes AS "breakMinutes",
       b.pace_ratio AS "paceRatio", b.judged, b.left_out AS "leftOut", b.maker, v.name AS churn,
       (t.data->>'colour')::int AS colour, t.data->>'feed' AS feed
     FROM (SELECT * FROM batch WHERE farm_id = :farmId AND phase = 'packed' AND judged IS NOT NULL
           ORDER BY started_at DESC, id LIMIT :limit) b
     LEFT JOIN vessel v ON v.farm_id = b.farm_id AND v.id::text = b.facts->>'vesselId'
     LEFT JOIN LATERAL (
       SELECT e.data FROM batch_event e WHERE e.farm_id = b.farm_id AND e.batch_id = b.id AND e.kind = 'tasted'
         AND NOT EXISTS (SELECT 1 FROM batch_event u WHERE u.farm_id = e.farm_id AND u.batch_id = e.batch_id
                         AND u.kind = 'undone' AND u.data->>'eventId' = e.id)
       ORDER BY e.at DESC, e.id LIMIT 1) t ON true
     ORDER BY b.started_at DESC, b.id`,
    { replacements: { farmId, limit }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    ...row,
    breakMinutes: row.breakMinutes === null ? null : Number(row.breakMinutes),
    paceRatio: row.paceRatio === null ? null : Number(row.paceRatio),
  }));
}
