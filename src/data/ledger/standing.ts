import { Op, QueryTypes } from 'sequelize';
import type { LotEvent } from '@/core/standing/lotEvents';
import { madeKinds } from '@/core/standing/lotKinds';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';
import type { VesselKind } from '../house/house';
import { idsSaidOtherwise } from '../saidOtherwise';
import type { LotKind, Treatment } from './ledger';
import { LotEventRow, LotRow } from './models';

/** A lot as it stands: what is in it, how old its oldest part is, and the vessel it stands in. */
export interface StandingLot {
  id: string;
  code: string;
  kind: LotKind;
  /** g now, and g of fat among them. */
  mass: number;
  fat: number;
  /** One standard deviation of the fat fraction, when it is known. */
  fatSd: number | null;
  fatMethod: string | null;
  treatment: Treatment;
  ripened: boolean;
  madeAt: Date;
  oldestAt: Date;
  blockedReason: string | null;
  blockedUntil: string | null;
  details: LotDetails;
  /** The line of culture it came in with. */
  originLine: LotDetails['line'] | undefined;
  batchId: string | null;
  vessel: { id: string; name: string; kind: VesselKind; capacity: number; diameter: number | null } | null;
}

/** What else is known of a lot. */
export interface LotDetails {
  /** Animals the milk is of, and the species that decides how it creams. */
  animals?: string[];
  species?: 'cow' | 'goat' | 'sheep' | 'buffalo';
  from?: 'herd' | 'bought' | 'animals';
  strained?: boolean;
  homogenised?: boolean;
  /** How the fat was worked out. */
  fatHow?: string[];
  /** Part of a skimming: all of it, the heavy top, or the light rest. */
  cut?: 'whole' | 'top' | 'rest';
  /** A line of culture: its name, how often it was carried on, and what kind it is. */
  line?: { name: string; generation: number; kind: 'mesophilic' | 'yoghurt' | 'both'; culture: string };
  amountTyped?: string;
  /** Why something that went into it should have been thrown away: it was used knowingly. */
  despite?: string;
  /** Id of the portion it was once part of. */
  partOf?: string;
  /** How curd came about. */
  way?: 'heatAcid' | 'cultured' | 'clabber';
  /** Water that went into it in the churn, g. */
  water?: number;
  [other: string]: unknown;
}

const columns = `lot.id, lot.code, lot.kind, lot.mass_now, lot.fat_now, lot.fat_sd, lot.fat_method, lot.treatment, lot.ripened,
  lot.made_at, lot.oldest_at, lot.blocked_reason, lot.blocked_until::text AS blocked_until, lot.details, lot.batch_id,
  lot.origin->'line' AS origin_line,
  vessel.id AS vessel_id, vessel.name AS vessel_name, vessel.kind AS vessel_kind, vessel.capacity, vessel.diameter`;

const standingLot = (row: Record<string, unknown>): StandingLot => ({
  id: String(row.id),
  code: String(row.code),
  kind: row.kind as LotKind,
  mass: Number(row.mass_now),
  fat: Number(row.fat_now),
  fatSd: row.fat_sd === null ? null : Number(row.fat_sd),
  fatMethod: row.fat_method as string | null,
  treatment: row.treatment as Treatment,
  ripened: row.ripened === true,
  madeAt: row.made_at as Date,
  oldestAt: row.oldest_at as Date,
  blockedReason: row.blocked_reason as string | null,
  blockedUntil: row.blocked_until as string | null,
  details: row.details as LotDetails,
  originLine: (row.origin_line ?? undefined) as LotDetails['line'] | undefined,
  batchId: row.batch_id as string | null,
  vessel:
    row.vessel_id === null
      ? null
      : {
          id: String(row.vessel_id),
          name: String(row.vessel_name),
          kind: row.vessel_kind as VesselKind,
          capacity: Number(row.capacity),
          diameter: row.diameter === null ? null : Number(row.diameter),
        },
});

/** By-products nobody said anything of, and what was made of them, leave the shelf by themselves after this long; they were asked about for most of it, days (engineering estimate). */
const leavesAfter = 21;

/** The one statement behind Pail and Shelf: lots of some kinds with something in them, oldest part first; cream in a churn stands there. */
export const standingSql = `SELECT ${columns} FROM lot LEFT JOIN vessel ON vessel.farm_id = lot.farm_id AND vessel.id = lot.vessel_id
  WHERE lot.farm_id = :farmId AND lot.mass_now > 0 AND lot.put_away_at IS NULL AND lot.kind IN (:kinds)
    AND (lot.kind NOT IN (:leaving) OR lot.oldest_at > :leaves
      OR EXISTS (SELECT 1 FROM lot_event f WHERE f.farm_id = lot.farm_id AND f.lot_id = lot.id AND f.kind = 'placed' AND f.data->>'place' = 'freezer'))
    AND NOT EXISTS (SELECT 1 FROM batch WHERE batch.farm_id = lot.farm_id AND batch.cream_lot_id = lot.id AND batch.phase <> 'abandoned')
  ORDER BY lot.oldest_at, lot.code`;

/**
 * What stands in a vessel. By-products that left the shelf by themselves leave it for what comes in now.
 * @returns what stands in it still; the database sees that it is one thing at most
 */
export async function standingIn(
  scope: FarmScope,
  vesselId: string,
  now: Date,
): Promise<StandingLot | undefined> {
  const { farmId, transaction } = scope;
  await database().query(
    `UPDATE lot SET put_away_at = :now WHERE farm_id = :farmId AND vessel_id = :vesselId AND mass_now > 0 AND put_away_at IS NULL
       AND kind IN (:leaving) AND oldest_at <= :leaves
       AND NOT EXISTS (SELECT 1 FROM lot_event f WHERE f.farm_id = lot.farm_id AND f.lot_id = lot.id AND f.kind = 'placed' AND f.data->>'place' = 'freezer')`,
    { replacements: { ...standingFor(farmId, [], now), vesselId, now }, transaction },
  );
  const [row] = await database().query<Record<string, unknown>>(
    `SELECT ${columns} FROM lot LEFT JOIN vessel ON vessel.farm_id = lot.farm_id AND vessel.id = lot.vessel_id
     WHERE lot.farm_id = :farmId AND lot.vessel_id = :vesselId AND lot.mass_now > 0 AND lot.put_away_at IS NULL AND NOT lot.in_churn
       AND lot.kind IN ('milk', 'cream', 'skim', 'buttermilk', 'culture') FOR NO KEY UPDATE OF lot`,
    { replacements: { farmId, vesselId }, type: QueryTypes.SELECT, transaction },
  );
  return row && standingLot(row);
}

/** What {@link standingSql} is asked with. */
export const standingFor = (farmId: string, kinds: readonly LotKind[], now: Date) => ({
  farmId,
  kinds: [...kinds],
  leaving: ['skim', 'buttermilk', ...madeKinds],
  leaves: new Date(now.getTime() - leavesAfter * 86_400_000),
});

export async function standingLots(
  { farmId, transaction }: FarmScope,
  kinds: readonly LotKind[],
  now: Date,
): Promise<StandingLot[]> {
  const rows = await database().query<Record<string, unknown>>(standingSql, {
    replacements: standingFor(farmId, kinds, now),
    type: QueryTypes.SELECT,
    transaction,
  });
  return rows.map(standingLot);
}

/**
 * Lots by id, in the order of their ids. `hold` waits for each and keeps others from changing them until the
 * transaction ends; taking them in one order keeps two holders from waiting for one another.
 */
export async function lotsById(
  { farmId, transaction }: FarmScope,
  ids: readonly string[],
  hold = false,
): Promise<Map<string, StandingLot>> {
  if (ids.length === 0) return new Map();
  const rows = await database().query<Record<string, unknown>>(
    `SELECT ${columns} FROM lot LEFT JOIN vessel ON vessel.farm_id = lot.farm_id AND vessel.id = lot.vessel_id
     WHERE lot.farm_id = :farmId AND lot.id IN (:ids) ORDER BY lot.id ${hold ? 'FOR NO KEY UPDATE OF lot' : ''}`,
    { replacements: { farmId, ids: [...new Set(ids)] }, type: QueryTypes.SELECT, transaction },
  );
  return new Map(rows.map((row) => [String(row.id), standingLot(row)]));
}

/** Keeps the age of the oldest part, and how sure the fat is, of a lot that something was poured into. */
export async function changeLot(
  { farmId, transaction }: FarmScope,
  id: string,
  change: {
    oldestAt?: Date;
    fatSd?: number | null;
    treatment?: Treatment;
    ripened?: boolean;
    fatMethod?: string | null;
    blockedReason?: string | null;
    blockedUntil?: string | null;
    details?: LotDetails;
    vesselId?: string | null;
  },
): Promise<void> {
  const { fatSd, treatment, ...rest } = change;
  await LotRow.update(
    {
      ...rest,
      ...(fatSd === undefined ? {} : { fatSd: fatSd?.toFixed(6) ?? null }),
      ...(treatment === undefined ? {} : { treatment, raw: treatment === 'raw' }),
    },
    { where: { farmId, id }, transaction },
  );
}

/** Has a lot begin at another moment: what it is aged by from its start is told from then on. */
export async function lotBeganAt({ farmId, transaction }: FarmScope, id: string, at: Date): Promise<void> {
  await database().query(
    `UPDATE lot SET made_at = :at, oldest_at = :at, origin = origin || jsonb_build_object('oldestSeconds', extract(epoch FROM :at::timestamptz))
     WHERE farm_id = :farmId AND id = :id`,
    { replacements: { farmId, id, at }, transaction },
  );
}

/** Takes lots off every shelf without moving a gram. */
export async function putAway(
  { farmId, transaction }: FarmScope,
  ids: readonly string[],
  at: Date,
): Promise<void> {
  if (ids.length === 0) return;
  await database().query('UPDATE lot SET put_away_at = :at WHERE farm_id = :farmId AND id IN (:ids)', {
    replacements: { farmId, ids: [...ids], at },
    transaction,
  });
}

/** An event with what was worked out of it when it came in. */
export type RecordedLotEvent = LotEvent & {
  /** A reading: the factor on U that it showed. */
  factor?: number;
  /** A heating of what was to be thrown out: why it was, and what it was treated as before. */
  despite?: string;
  was?: Treatment;
};

/** Adds what happened to a lot; one sent twice stays once. */
export async function addLotEvents(
  { farmId, transaction }: FarmScope,
  lotId: string,
  events: readonly RecordedLotEvent[],
  by: { device: string; commandId: string; recordedAt: Date },
): Promise<void> {
  await LotEventRow.bulkCreate(
    events.map((event) => ({
      farmId,
      lotId,
      id: event.id,
      kind: event.kind,
      at: new Date(event.atSeconds * 1000),
      data: event,
      ...by,
    })),
    { transaction, ignoreDuplicates: true },
  );
}

/** Ids among `events` that are there already of another lot, of another kind or at another time. */
export const lotSaidOtherwise = (scope: FarmScope, lotId: string, events: readonly RecordedLotEvent[]) =>
  idsSaidOtherwise(scope, 'lot', lotId, events);

/** What one command said of lots, with the lot it said it of, and whether it was taken back since. */
export async function lotEventsOfCommand(
  { farmId, transaction }: FarmScope,
  commandId: string,
): Promise<{ lotId: string; event: RecordedLotEvent }[]> {
  const rows = await database().query<{ lot_id: string; data: RecordedLotEvent }>(
    `SELECT e.lot_id, e.data FROM lot_event e WHERE e.farm_id = :farmId AND e.command_id = :commandId AND e.kind <> 'undone'
       AND NOT EXISTS (SELECT 1 FROM lot_event u WHERE u.farm_id = e.farm_id AND u.lot_id = e.lot_id AND u.kind = 'undone'
                       AND u.data->>'eventId' = e.id)
     ORDER BY e.at, e.id`,
    { replacements: { farmId, commandId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({ lotId: row.lot_id, event: row.data }));
}

/** Events of lots, oldest first. */
export async function lotEventsOf(
  { farmId, transaction }: FarmScope,
  lotIds: readonly string[],
): Promise<Map<string, RecordedLotEvent[]>> {
  const byLot = new Map<string, RecordedLotEvent[]>(lotIds.map((id) => [id, []]));
  if (lotIds.length === 0) return byLot;
  const rows = await LotEventRow.findAll({
    where: { farmId, lotId: { [Op.in]: [...lotIds] } },
    attributes: ['lotId', 'data'],
    transaction,
    order: [
      ['at', 'ASC'],
      ['id', 'ASC'],
    ],
    raw: true,
  });
  for (const row of rows) byLot.get(row.lotId)?.push(row.data as RecordedLotEvent);
  return byLot;
}

/** So many of the newest readings teach of their vessels. */
const newestTaught = 600;

/** What readings taught of how each vessel passes heat, newest first, at most twenty a vessel. */
export async function shownFactors(
  { farmId, transaction }: FarmScope,
  vesselIds: readonly string[],
): Promise<Map<string, number[]>> {
  const byVessel = new Map<string, number[]>(vesselIds.map((id) => [id, []]));
  if (vesselIds.length === 0) return byVessel;
  const rows = await database().query<{ vessel_id: string; factor: string }>(
    // The readings first, by their own index: among many farms they would be looked for in every lot that ever stood in the vessels.
    `WITH taught AS MATERIALIZED (
       SELECT id, lot_id, at, (data->>'factor')::numeric AS factor FROM lot_event
       WHERE farm_id = :farmId AND kind = 'reading' AND jsonb_exists(data, 'factor') ORDER BY at DESC, id LIMIT :newest)
     SELECT lot.vessel_id, taught.factor FROM taught JOIN lot ON lot.farm_id = :farmId AND lot.id = taught.lot_id
     WHERE lot.vessel_id IN (:vesselIds) ORDER BY taught.at DESC, taught.id`,
    {
      replacements: { farmId, vesselIds: [...vesselIds], newest: newestTaught },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  for (const { vessel_id, factor } of rows) {
    const list = byVessel.get(vessel_id)!;
    if (list.length < 20) list.push(Number(factor));
  }
  return byVessel;
}
