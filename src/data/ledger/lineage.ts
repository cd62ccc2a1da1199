import { QueryTypes } from 'sequelize';
import type { Treatment } from '@/core/standing/lotNature';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';
import type { LotKind } from './ledger';

/** A lot in its lineage: as it is written down, as it came in, and what flowed into it. */
export interface LineageLot {
  id: string;
  code: string;
  kind: LotKind;
  batchId: string | null;
  /** The batch it is the cream of. */
  creamOf: string | null;
  treatment: Treatment;
  oldestAt: Date;
  blockedReason: string | null;
  blockedUntil: string | null;
  details: Record<string, unknown>;
  origin: {
    treatment?: Treatment;
    oldestSeconds?: number;
    blockedReason?: string;
    blockedUntil?: string | null;
  };
  /** Something of what was asked for reached it. */
  reached: boolean;
  inflows: { at: Date; details: Record<string, unknown>; sources: string[]; outside: boolean }[];
  heatings: { atSeconds: number; how: 'pasteurised' | 'boiled' }[];
}

/**
 * Lots, everything they reached since, and everything that any of these came of, by entries that stand. A culture that
 * was not reached itself is not followed further back: a line carried on for years has years of ancestors.
 */
const lineageSql = `
WITH RECURSIVE
moved AS NOT MATERIALIZED (
  SELECT o.lot_id AS source, i.lot_id AS target
  FROM entry_line o JOIN entry_line i ON i.farm_id = o.farm_id AND i.entry_id = o.entry_id AND i.lot_id IS NOT NULL AND i.mass > 0
  JOIN entry e ON e.farm_id = o.farm_id AND e.id = o.entry_id AND e.kind <> 'correction'
  WHERE o.farm_id = :farmId AND o.lot_id IS NOT NULL AND o.mass < 0
    AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = o.farm_id AND c.corrects_id = e.id)
),
forth AS (
  SELECT unnest(ARRAY[:lotIds]::text[]) AS lot_id UNION
  SELECT moved.target FROM forth JOIN moved ON moved.source = forth.lot_id
),
back AS (
  SELECT lot_id FROM forth UNION
  SELECT moved.source FROM back JOIN moved ON moved.target = back.lot_id
    JOIN lot ON lot.farm_id = :farmId AND lot.id = back.lot_id AND (lot.kind <> 'culture' OR back.lot_id IN (SELECT lot_id FROM forth))
)
SELECT lot.id, lot.code, lot.kind, lot.batch_id, lot.treatment, lot.oldest_at, lot.blocked_reason, lot.blocked_until::text AS blocked_until,
  lot.details, lot.origin, lot.id IN (SELECT lot_id FROM forth) AS reached,
  (SELECT batch.id FROM batch WHERE batch.farm_id = lot.farm_id AND batch.cream_lot_id = lot.id) AS cream_of,
  (SELECT coalesce(jsonb_agg(jsonb_build_object('at', extract(epoch FROM e.at), 'details', e.details,
       'sources', (SELECT coalesce(jsonb_agg(s.lot_id), '[]') FROM entry_line s WHERE s.farm_id = e.farm_id AND s.entry_id = e.id AND s.lot_id IS NOT NULL AND s.mass < 0),
       'outside', EXISTS (SELECT 1 FROM entry_line s WHERE s.farm_id = e.farm_id AND s.entry_id = e.id AND s.account IN ('milked', 'received') AND s.mass < 0)) ORDER BY e.at, e.recorded_at, e.id), '[]')
   FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id AND e.kind <> 'correction'
   WHERE l.farm_id = lot.farm_id AND l.lot_id = lot.id AND l.mass > 0
     AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)) AS inflows,
  (SELECT coalesce(jsonb_agg(jsonb_build_object('atSeconds', h.data->'atSeconds', 'how', h.data->'how')), '[]') FROM lot_event h
   WHERE h.farm_id = lot.farm_id AND h.lot_id = lot.id AND h.kind = 'heated'
     AND NOT EXISTS (SELECT 1 FROM lot_event u WHERE u.farm_id = h.farm_id AND u.lot_id = h.lot_id AND u.kind = 'undone' AND u.data->>'eventId' = h.id)) AS heatings
FROM lot WHERE lot.farm_id = :farmId AND lot.id IN (SELECT lot_id FROM back)`;

export async function lineageOf(
  { farmId, transaction }: FarmScope,
  lotIds: readonly string[],
): Promise<Map<string, LineageLot>> {
  if (lotIds.length === 0) return new Map();
  const rows = await database().query<Record<string, unknown>>(lineageSql, {
    replacements: { farmId, lotIds: [...new Set(lotIds)] },
    type: QueryTypes.SELECT,
    transaction,
  });
  return new Map(
    rows.map((row) => [
      String(row.id),
      {
        id: String(row.id),
        code: String(row.code),
        kind: row.kind as LotKind,
        batchId: row.batch_id as string | null,
        creamOf: row.cream_of as string | null,
        treatment: row.treatment as Treatment,
        oldestAt: row.oldest_at as Date,
        blockedReason: row.blocked_reason as string | null,
        blockedUntil: row.blocked_until as string | null,
        details: (row.details ?? {}) as Record<string, unknown>,
        origin: (row.origin ?? {}) as LineageLot['origin'],
        reached: row.reached === true,
        inflows: (
          row.inflows as {
            at: number;
            details: Record<string, unknown>;
            sources: string[];
            outside: boolean;
          }[]
        ).map((one) => ({ ...one, at: new Date(one.at * 1000) })),
        heatings: row.heatings as LineageLot['heatings'],
      },
    ]),
  );
}

/** Lots that milk of an animal came into between two days, whoever else was milked with it. */
export async function milkOf(
  { farmId, transaction }: FarmScope,
  animal: { id: string; name: string },
  from: string,
  until: string,
  timeZone: string,
): Promise<string[]> {
  const rows = await database().query<{ lot_id: string }>(
    `SELECT DISTINCT l.lot_id FROM entry e
     JOIN entry_line l ON l.farm_id = e.farm_id AND l.entry_id = e.id AND l.lot_id IS NOT NULL AND l.mass > 0
     JOIN lot ON lot.farm_id = l.farm_id AND lot.id = l.lot_id
     WHERE e.farm_id = :farmId AND e.kind = 'milked'
       AND e.at >= (:from::date)::timestamp AT TIME ZONE :timeZone AND e.at < (:until::date + 1)::timestamp AT TIME ZONE :timeZone
       AND (jsonb_exists(e.details->'milkedIds', :id) OR (NOT jsonb_exists(e.details, 'milkedIds') AND jsonb_exists(lot.details->'animals', :name)))`,
    {
      replacements: { farmId, from, until, timeZone, ...animal },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  return rows.map(({ lot_id }) => lot_id);
}
