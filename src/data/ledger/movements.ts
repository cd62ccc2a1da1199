import { QueryTypes } from 'sequelize';
import type { LotKind } from '@/core/standing/lotKinds';
import { madeKinds } from '@/core/standing/lotKinds';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';
import type { NewEntry } from './ledger';
import { ParkedRow } from './models';

/** An entry with what it moved, newest first in lists. */
export interface Movement {
  id: string;
  commandId: string;
  kind: string;
  at: Date;
  details: Record<string, unknown>;
  device: string;
}

/** The entries of one command that were not taken back; what was put right since stands in their place. */
export async function entriesOfCommand(
  { farmId, transaction }: FarmScope,
  commandId: string,
): Promise<{ id: string; kind: string; lots: string[] }[]> {
  return database().query<{ id: string; kind: string; lots: string[] }>(
    `WITH RECURSIVE mine AS (
       SELECT id, recorded_at FROM entry WHERE farm_id = :farmId AND command_id = :commandId AND kind <> 'correction'
       UNION
       SELECT e.id, e.recorded_at FROM mine JOIN entry e ON e.farm_id = :farmId AND e.recorded_at >= mine.recorded_at
         AND e.details->>'corrects' = mine.id::text
     )
     SELECT e.id, e.kind, array_remove(array_agg(l.lot_id), NULL) AS lots FROM entry e
     JOIN entry_line l ON l.farm_id = e.farm_id AND l.entry_id = e.id
     WHERE e.farm_id = :farmId AND e.id IN (SELECT id FROM mine)
       AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
     GROUP BY e.id, e.kind ORDER BY e.id`,
    { replacements: { farmId, commandId }, type: QueryTypes.SELECT, transaction },
  );
}

/** Whether what a command moved or said was taken back. */
export async function wasTakenBack({ farmId, transaction }: FarmScope, commandId: string): Promise<boolean> {
  const [row] = await database().query<{ back: boolean }>(
    `SELECT EXISTS (SELECT 1 FROM entry e JOIN entry c ON c.farm_id = e.farm_id AND c.corrects_id = e.id
                    WHERE e.farm_id = :farmId AND e.command_id = :commandId)
         OR EXISTS (SELECT 1 FROM lot_event s JOIN lot_event u ON u.farm_id = s.farm_id AND u.lot_id = s.lot_id AND u.kind = 'undone' AND u.data->>'eventId' = s.id
                    WHERE s.farm_id = :farmId AND s.command_id = :commandId) AS back`,
    { replacements: { farmId, commandId }, type: QueryTypes.SELECT, transaction },
  );
  return row!.back;
}

/** What another device did to a lot that this one, at `at`, could not know of: its time and device; undefined when nothing. */
export async function unseenBy(
  { farmId, transaction }: FarmScope,
  lotId: string,
  device: string,
  at: Date,
): Promise<{ at: Date; device: string } | undefined> {
  const [row] = await database().query<{ at: Date; device: string }>(
    `SELECT e.at, c.device FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id
     JOIN command c ON c.farm_id = e.farm_id AND c.id = e.command_id
     WHERE l.farm_id = :farmId AND l.lot_id = :lotId AND l.mass < 0 AND c.device <> :device AND e.recorded_at > :at
     ORDER BY e.recorded_at DESC LIMIT 1`,
    { replacements: { farmId, lotId, device, at }, type: QueryTypes.SELECT, transaction },
  );
  return row;
}

/** When a lot was emptied, and by which device; undefined when nothing was ever taken from it. */
export async function lastTaken(
  { farmId, transaction }: FarmScope,
  lotId: string,
): Promise<{ at: Date; device: string } | undefined> {
  const [row] = await database().query<{ at: Date; device: string }>(
    `SELECT e.at, c.device FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id
     JOIN command c ON c.farm_id = e.farm_id AND c.id = e.command_id
     WHERE l.farm_id = :farmId AND l.lot_id = :lotId AND l.mass < 0 ORDER BY e.recorded_at DESC LIMIT 1`,
    { replacements: { farmId, lotId }, type: QueryTypes.SELECT, transaction },
  );
  return row;
}

/** The newest entry that stands and took something out of a lot. */
export async function lastOut(
  { farmId, transaction }: FarmScope,
  lotId: string,
): Promise<{ id: string; kind: NewEntry['kind']; at: Date; details: Record<string, unknown> } | undefined> {
  const [row] = await database().query<{
    id: string;
    kind: NewEntry['kind'];
    at: Date;
    details: Record<string, unknown>;
  }>(
    `SELECT e.id, e.kind, e.at, e.details FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id
     WHERE l.farm_id = :farmId AND l.lot_id = :lotId AND l.mass < 0 AND e.kind <> 'correction'
       AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
     ORDER BY e.at DESC, e.recorded_at DESC, e.id LIMIT 1`,
    { replacements: { farmId, lotId }, type: QueryTypes.SELECT, transaction },
  );
  return row;
}

export interface MilkingBefore {
  /** mL as it was told, or worked out from its mass. */
  mass: number;
  at: Date;
  details: Record<string, unknown>;
  vesselId: string | null;
  vesselName: string | null;
}

/** Milk that came in since a time, newest first, with how it was told. */
export async function milkingsSince(
  { farmId, transaction }: FarmScope,
  since: Date,
): Promise<MilkingBefore[]> {
  const rows = await database().query<Record<string, unknown>>(
    `SELECT e.at, e.details, l.mass, lot.vessel_id, vessel.name AS vessel_name FROM entry e
     JOIN entry_line l ON l.farm_id = e.farm_id AND l.entry_id = e.id AND l.lot_id IS NOT NULL
     JOIN lot ON lot.farm_id = l.farm_id AND lot.id = l.lot_id
     LEFT JOIN vessel ON vessel.farm_id = lot.farm_id AND vessel.id = lot.vessel_id
     WHERE e.farm_id = :farmId AND e.kind = 'milked' AND e.at >= :since
       AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
     ORDER BY e.at DESC, e.recorded_at DESC, e.id LIMIT 60`,
    { replacements: { farmId, since }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    mass: Number(row.mass),
    at: row.at as Date,
    details: row.details as Record<string, unknown>,
    vesselId: row.vessel_id as string | null,
    vesselName: row.vessel_name as string | null,
  }));
}

/** Skimmings and separator runs, newest first: what each took and left, and how it was done. */
export async function separationsOf(
  { farmId, transaction }: FarmScope,
  limit: number,
  before?: Date,
): Promise<{ id: string; at: Date; details: Record<string, unknown>; vesselId: string | null }[]> {
  const rows = await database().query<Record<string, unknown>>(
    `SELECT e.id, e.at, e.details, e.details->>'vesselId' AS vessel_id FROM entry e
     WHERE e.farm_id = :farmId AND e.kind = 'separated' ${before ? 'AND e.at < :before' : ''}
       AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
     ORDER BY e.at DESC, e.recorded_at DESC, e.id LIMIT :limit`,
    { replacements: { farmId, limit, ...(before ? { before } : {}) }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    id: String(row.id),
    at: row.at as Date,
    details: row.details as Record<string, unknown>,
    vesselId: row.vessel_id as string | null,
  }));
}

/** What lots went to by name, with when, how much and to whom: what left the ledger’s vessels for good; of several that went together, each its share. */
export async function goneOf(
  { farmId, transaction }: FarmScope,
  lotIds: readonly string[],
): Promise<{ lotId: string; at: Date; account: string; mass: number; note: string | null }[]> {
  if (lotIds.length === 0) return [];
  const rows = await database().query<Record<string, unknown>>(
    `SELECT l.lot_id, e.at, o.account, e.details->>'note' AS note,
       o.mass * l.mass / (SELECT sum(d.mass) FROM entry_line d
                          WHERE d.farm_id = l.farm_id AND d.entry_id = l.entry_id AND d.lot_id IS NOT NULL AND d.mass < 0) AS mass
     FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id AND e.kind IN ('used', 'separated')
     JOIN entry_line o ON o.farm_id = l.farm_id AND o.entry_id = l.entry_id AND o.account IS NOT NULL AND o.mass > 0
     WHERE l.farm_id = :farmId AND l.lot_id IN (:lotIds) AND l.mass < 0 AND o.account <> 'unaccounted'
       AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
     ORDER BY e.at, e.recorded_at, e.id`,
    { replacements: { farmId, lotIds: [...lotIds] }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    lotId: String(row.lot_id),
    at: row.at as Date,
    account: String(row.account),
    mass: Number(row.mass),
    note: row.note as string | null,
  }));
}

/** Grams that went to each named use since a time, by the kind of lot they came from. */
export async function usesSince(
  { farmId, transaction }: FarmScope,
  since: Date,
): Promise<{ kind: string; account: string; mass: number; fat: number }[]> {
  const rows = await database().query<Record<string, unknown>>(
    `SELECT CASE WHEN e.kind = 'separated' THEN 'skim' ELSE coalesce(lot.kind, 'milk') END AS kind, coalesce(o.account, made.kind) AS account, sum(o.mass) AS mass, sum(o.fat) AS fat
     FROM entry e JOIN entry_line o ON o.farm_id = e.farm_id AND o.entry_id = e.id AND o.mass > 0
     LEFT JOIN lot made ON made.farm_id = o.farm_id AND made.id = o.lot_id AND made.kind IN (:made)
     LEFT JOIN LATERAL (SELECT lot_id FROM entry_line l WHERE l.farm_id = e.farm_id AND l.entry_id = e.id AND l.mass < 0
                        AND l.lot_id IS NOT NULL LIMIT 1) source ON true
     LEFT JOIN lot ON lot.farm_id = e.farm_id AND lot.id = source.lot_id
     WHERE e.farm_id = :farmId AND e.at >= :since AND e.kind IN ('used', 'separated') AND (o.account IS NOT NULL OR made.id IS NOT NULL)
       AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
     GROUP BY 1, 2 ORDER BY 3 DESC, 1, 2`,
    { replacements: { farmId, since, made: [...madeKinds] }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    kind: String(row.kind),
    account: String(row.account),
    mass: Number(row.mass),
    fat: Number(row.fat),
    ...(row.fat_sd === null ? {} : { fatSd: Number(row.fat_sd) }),
  }));
}

export interface TrailLot {
  id: string;
  code: string;
  kind: LotKind;
  madeAt: Date;
  batchId: string | null;
  vessel: string | null;
  details: Record<string, unknown>;
  /** Steps back (below zero) or on from the lot asked about. */
  steps: number;
}

/** One movement between two lots of a trail: how much of the source, g, and its fat. */
export interface TrailStep {
  from: string;
  to: string;
  kind: string;
  at: Date;
  mass: number;
  fat: number;
}

/**
 * All ancestors and all descendants of a lot, in one statement: entries that were not taken back lead from the lots
 * they took from to the lots they filled. A lot that is poured back and forth is visited once in each direction.
 */
export const trailSql = `
WITH RECURSIVE
moved AS NOT MATERIALIZED (
  SELECT o.farm_id, o.entry_id, e.kind, e.at, o.lot_id AS source, i.lot_id AS target, -o.mass AS mass, -o.fat AS fat,
         i.mass AS into_mass, i.fat AS into_fat
  FROM entry_line o JOIN entry_line i ON i.farm_id = o.farm_id AND i.entry_id = o.entry_id AND i.lot_id IS NOT NULL AND i.mass > 0
  JOIN entry e ON e.farm_id = o.farm_id AND e.id = o.entry_id AND e.kind <> 'correction'
  WHERE o.farm_id = :farmId AND o.lot_id IS NOT NULL AND o.mass < 0
    AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = o.farm_id AND c.corrects_id = e.id)
),
back AS (
  SELECT :lotId::text AS lot_id UNION
  SELECT moved.source FROM back JOIN moved ON moved.target = back.lot_id
),
forth AS (
  SELECT :lotId::text AS lot_id UNION
  SELECT moved.target FROM forth JOIN moved ON moved.source = forth.lot_id
),
reached AS (SELECT lot_id, -1 AS side FROM back UNION ALL SELECT lot_id, 1 FROM forth),
-- From each lot that was reached over its own lines: what all others moved is not looked at.
step AS (
  SELECT moved.* FROM back JOIN moved ON moved.target = back.lot_id
  UNION ALL
  SELECT moved.* FROM forth JOIN moved ON moved.source = forth.lot_id
  WHERE NOT (moved.source IN (SELECT lot_id FROM back) AND moved.target IN (SELECT lot_id FROM back))
)
SELECT 'step' AS row_is, step.source AS a, step.target AS b, step.kind, step.at, step.into_mass AS mass, step.into_fat AS fat, NULL AS code, NULL AS batch_id, NULL AS vessel, NULL::jsonb AS details
FROM step
UNION ALL
SELECT 'lot', lot.id, (SELECT string_agg(r.side::text, ',') FROM reached r WHERE r.lot_id = lot.id), lot.kind, lot.made_at, lot.mass_now, lot.fat_now, lot.code, lot.batch_id, vessel.name, lot.details
FROM lot LEFT JOIN vessel ON vessel.farm_id = lot.farm_id AND vessel.id = lot.vessel_id
WHERE lot.farm_id = :farmId AND lot.id IN (SELECT lot_id FROM reached)`;

export async function trailOf(
  { farmId, transaction }: FarmScope,
  lotId: string,
): Promise<{ lots: TrailLot[]; steps: TrailStep[] }> {
  const rows = await database().query<Record<string, unknown>>(trailSql, {
    replacements: { farmId, lotId },
    type: QueryTypes.SELECT,
    transaction,
  });
  const lots: TrailLot[] = [];
  const steps: TrailStep[] = [];
  for (const row of rows) {
    if (row.row_is === 'step')
      steps.push({
        from: String(row.a),
        to: String(row.b),
        kind: String(row.kind),
        at: row.at as Date,
        mass: Number(row.mass),
        fat: Number(row.fat),
      });
    else
      lots.push({
        id: String(row.a),
        code: String(row.code),
        kind: row.kind as LotKind,
        madeAt: row.at as Date,
        batchId: row.batch_id as string | null,
        vessel: row.vessel as string | null,
        details: (row.details ?? {}) as Record<string, unknown>,
        steps: row.a === lotId ? 0 : String(row.b).includes('-1') ? -1 : 1,
      });
  }
  return { lots, steps };
}

export interface Parked {
  commandId: string;
  name: string;
  input: Record<string, unknown>;
  lotId: string;
  device: string;
  at: Date;
  question: string;
}

/** Puts a late entry where it can be seen, with the question it raises. */
export async function park({ farmId, transaction }: FarmScope, parked: Parked): Promise<void> {
  await ParkedRow.create({ farmId, ...parked }, { transaction });
}

/** What is parked and not settled, oldest first. */
export async function parkedOf({ farmId, transaction }: FarmScope): Promise<Parked[]> {
  const rows = await ParkedRow.findAll({
    where: { farmId, settledAt: null },
    transaction,
    order: [['at', 'ASC']],
  });
  return rows.map(parkedFrom);
}

/** One that is parked and not settled, held until the transaction ends. */
export async function holdParked(
  { farmId, transaction }: FarmScope,
  commandId: string,
): Promise<Parked | undefined> {
  const row = await ParkedRow.findOne({
    where: { farmId, commandId, settledAt: null },
    transaction,
    lock: transaction.LOCK.UPDATE,
  });
  return row ? parkedFrom(row) : undefined;
}

export async function settleParked(
  { farmId, transaction }: FarmScope,
  commandId: string,
  settledHow: 'letGo' | 'takeWhatIsLeft',
  settledAt: Date,
): Promise<void> {
  await ParkedRow.update({ settledHow, settledAt }, { where: { farmId, commandId }, transaction });
}

const parkedFrom = (row: ParkedRow): Parked => ({
  commandId: row.commandId,
  name: row.name,
  input: row.input as Record<string, unknown>,
  lotId: row.lotId,
  device: row.device,
  at: row.at,
  question: row.question,
});

/** Writes down that vessels were cleaned. */
export async function addCleaning(
  { farmId, transaction }: FarmScope,
  cleaning: { commandId: string; vesselIds: readonly string[]; at: Date; steps: readonly string[] },
): Promise<void> {
  for (const vesselId of cleaning.vesselIds)
    await database().query(
      `INSERT INTO cleaning (farm_id, command_id, vessel_id, at, steps) VALUES (:farmId, :commandId, :vesselId, :at, ARRAY[:steps])`,
      {
        replacements: {
          farmId,
          commandId: cleaning.commandId,
          vesselId,
          at: cleaning.at,
          steps: [...cleaning.steps],
        },
        transaction,
      },
    );
}

/** When each vessel was last cleaned, and last used. */
export async function cleanedAndUsed({
  farmId,
  transaction,
}: FarmScope): Promise<{ vesselId: string; cleanedAt: Date | null; usedAt: Date | null }[]> {
  const rows = await database().query<Record<string, unknown>>(
    `SELECT vessel.id, (SELECT max(at) FROM cleaning WHERE cleaning.farm_id = vessel.farm_id AND cleaning.vessel_id = vessel.id) AS cleaned_at,
       (SELECT max(made_at) FROM lot WHERE lot.farm_id = vessel.farm_id AND lot.vessel_id = vessel.id) AS used_at
     FROM vessel WHERE vessel.farm_id = :farmId AND vessel.retired_at IS NULL`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    vesselId: String(row.id),
    cleanedAt: row.cleaned_at as Date | null,
    usedAt: row.used_at as Date | null,
  }));
}

/** One line of an entry that has to do with a lot's fat. */
export interface LineBehind {
  entryId: string;
  kind: string;
  at: Date;
  lot: string | null;
  lotKind: string | null;
  account: string | null;
  /** g, and g of fat among them. */
  mass: number;
  fat: number;
  /** One standard deviation of that fat, where its lot says one. */
  fatSd?: number;
}

/** Every line of the entries that filled these lots, and all before them: where their fat came from, and what went elsewhere. */
export async function linesBehind(
  { farmId, transaction }: FarmScope,
  lotIds: readonly string[],
): Promise<LineBehind[]> {
  if (lotIds.length === 0) return [];
  const rows = await database().query<Record<string, unknown>>(
    `WITH RECURSIVE
fills AS NOT MATERIALIZED (
  SELECT l.entry_id, l.lot_id FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id AND e.kind <> 'correction'
  WHERE l.farm_id = :farmId AND l.lot_id IS NOT NULL AND l.mass > 0
    AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = l.farm_id AND c.corrects_id = e.id)
),
back AS (
  SELECT unnest(ARRAY[:lotIds]::text[]) AS lot_id UNION
  SELECT o.lot_id FROM back JOIN fills ON fills.lot_id = back.lot_id
  JOIN entry_line o ON o.farm_id = :farmId AND o.entry_id = fills.entry_id AND o.lot_id IS NOT NULL AND o.mass < 0
)
SELECT e.id, e.kind, e.at, l.lot_id, lot.kind AS lot_kind, l.account, l.mass, l.fat, abs(l.mass) * lot.fat_sd AS fat_sd
FROM entry e JOIN entry_line l ON l.farm_id = e.farm_id AND l.entry_id = e.id
LEFT JOIN lot ON lot.farm_id = l.farm_id AND lot.id = l.lot_id
WHERE e.farm_id = :farmId AND e.id IN (SELECT entry_id FROM fills JOIN back ON back.lot_id = fills.lot_id)`,
    { replacements: { farmId, lotIds: [...lotIds] }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    entryId: String(row.id),
    kind: String(row.kind),
    at: row.at as Date,
    lot: row.lot_id as string | null,
    lotKind: row.lot_kind as string | null,
    account: row.account as string | null,
    mass: Number(row.mass),
    fat: Number(row.fat),
  }));
}
