import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { MixedIn } from '@/core/churning/batchEvents';
import type { LotKind } from '@/core/standing/lotKinds';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';
import { EntryLineRow, EntryRow, LotRow } from './models';

export type { LotKind };
export type Treatment = 'raw' | 'pasteurised' | 'boiled';

export interface NewLot {
  id: string;
  code: string;
  kind: LotKind;
  vesselId?: string | null;
  batchId?: string | null;
  madeAt: Date;
  /** When the oldest of what is in it was milked or bought; `madeAt` when not given. */
  oldestAt?: Date;
  treatment: Treatment;
  ripened: boolean;
  fatMethod?: string | null;
  fatSd?: number | null;
  blockedReason?: string | null;
  blockedUntil?: string | null;
  storage?: string | null;
  keepUntil?: string | null;
  keepReasons?: string[];
  details?: Record<string, unknown>;
  /** It is in the churn: what else is said to stand in that vessel does not concern it. */
  inChurn?: boolean;
}

/** One side of an entry: grams into (or, below zero, out of) a lot or an account, and the fat among them. */
export interface Line {
  lot?: string;
  account?: string;
  mass: number;
  fat: number;
}

export interface NewEntry {
  commandId: string;
  kind: 'received' | 'milked' | 'bought' | 'separated' | 'poured' | 'churned' | 'used';
  at: Date;
  recordedAt: Date;
  lines: Line[];
  /** How it was done: the separator's screw, where the ladle stopped. */
  details?: Record<string, unknown>;
}

const rowOf = (farmId: string, lot: NewLot) => ({
  farmId,
  ...lot,
  raw: lot.treatment === 'raw',
  oldestAt: lot.oldestAt ?? lot.madeAt,
  fatSd: lot.fatSd?.toFixed(6) ?? null,
  // As it came in, for what is undone later.
  origin: {
    treatment: lot.treatment,
    oldestSeconds: (lot.oldestAt ?? lot.madeAt).getTime() / 1000,
    ...(lot.blockedReason
      ? { blockedReason: lot.blockedReason, blockedUntil: lot.blockedUntil ?? null }
      : {}),
    ...(lot.details?.line ? { line: lot.details.line } : {}),
  },
  vesselId: lot.vesselId ?? null,
  batchId: lot.batchId ?? null,
  fatMethod: lot.fatMethod ?? null,
  storage: lot.storage ?? null,
  keepUntil: lot.keepUntil ?? null,
});

/** Makes a lot. The database refuses one that is there already. */
export async function makeLot({ farmId, transaction }: FarmScope, lot: NewLot): Promise<void> {
  await LotRow.create(rowOf(farmId, lot), { transaction });
}

/** Makes a lot, or puts what is known of it right: butter packed once more. */
export async function putLot({ farmId, transaction }: FarmScope, lot: NewLot): Promise<void> {
  await LotRow.upsert(rowOf(farmId, lot), { transaction });
}

/** Gives a lot another day to be eaten by, with its reasons, and the place they are for. */
export async function datedLot(
  { farmId, transaction }: FarmScope,
  id: string,
  date: { keepUntil: string; keepReasons: string[]; storage: string },
): Promise<void> {
  await LotRow.update(date, { where: { farmId, id }, transaction });
}

/** What an entry moved, line by line. */
export async function linesOf({ farmId, transaction }: FarmScope, entryId: string): Promise<Line[]> {
  const rows = await EntryLineRow.findAll({
    where: { farmId, entryId },
    order: [['position', 'ASC']],
    transaction,
    raw: true,
  });
  return rows.map(({ lotId, account, mass, fat }) => ({
    ...(lotId ? { lot: lotId } : {}),
    ...(account ? { account } : {}),
    mass: Number(mass),
    fat: Number(fat),
  }));
}

/**
 * Writes an entry. The database refuses it when its two sides differ. Returns its id.
 * @param judgedLater it is one of several that only together leave every lot with what it can hold
 */
export async function postEntry(
  { farmId, transaction }: FarmScope,
  entry: NewEntry,
  judgedLater = false,
): Promise<string> {
  const id = randomUUID();
  const lines = entry.lines.filter((line) => line.mass !== 0 || line.fat !== 0);
  await EntryRow.create(
    {
      farmId,
      id,
      lineCount: lines.length,
      commandId: entry.commandId,
      kind: entry.kind,
      at: entry.at,
      recordedAt: entry.recordedAt,
      correctsId: null,
      details: entry.details ?? {},
    },
    { transaction },
  );
  await EntryLineRow.bulkCreate(
    lines.map((line, position) => ({
      farmId,
      entryId: id,
      position,
      lotId: line.lot ?? null,
      account: line.account ?? null,
      mass: line.mass.toFixed(3),
      fat: line.fat.toFixed(3),
    })),
    { transaction },
  );
  if (!judgedLater) await checkNow(transaction);
  return id;
}

/** Has the database judge the entry here and now, so that what it refuses is answered and not lost at commit. */
export async function checkNow(transaction: FarmScope['transaction']): Promise<void> {
  await database().query('SET CONSTRAINTS ALL IMMEDIATE', { transaction });
  await database().query('SET CONSTRAINTS ALL DEFERRED', { transaction });
}

/** Takes an entry back by its opposite. An entry can be taken back once. */
export async function counterEntry(
  { farmId, transaction }: FarmScope,
  entryId: string,
  commandId: string,
  recordedAt: Date,
): Promise<void> {
  const id = randomUUID();
  await database().query(
    `INSERT INTO entry (farm_id, id, command_id, kind, at, recorded_at, corrects_id, line_count)
     SELECT farm_id, :id, :commandId, 'correction', :recordedAt, :recordedAt, id, line_count FROM entry WHERE farm_id = :farmId AND id = :entryId`,
    { replacements: { id, farmId, entryId, commandId, recordedAt }, transaction },
  );
  await database().query(
    `INSERT INTO entry_line (farm_id, entry_id, position, lot_id, account, mass, fat)
     SELECT farm_id, :id, position, lot_id, account, -mass, -fat FROM entry_line WHERE farm_id = :farmId AND entry_id = :entryId`,
    { replacements: { id, farmId, entryId }, transaction },
  );
}

/** Whether a lot was poured from others when it was made, and did not come in as it is. */
export async function camePoured({ farmId, transaction }: FarmScope, lotId: string): Promise<boolean> {
  const [row] = await database().query<{ kind: string }>(
    `SELECT e.kind FROM entry e JOIN entry_line l ON l.farm_id = e.farm_id AND l.entry_id = e.id
     WHERE e.farm_id = :farmId AND l.lot_id = :lotId AND l.mass > 0 ORDER BY e.recorded_at, e.id LIMIT 1`,
    { replacements: { farmId, lotId }, type: QueryTypes.SELECT, transaction },
  );
  return row?.kind === 'poured';
}

/** An entry that brought something into a lot, with how much of it. */
export interface EntryInto {
  id: string;
  kind: NewEntry['kind'];
  at: Date;
  details: Record<string, unknown>;
  mass: number;
  fat: number;
}

/** Entries that stand and brought something into a lot, oldest first. */
export async function entriesInto({ farmId, transaction }: FarmScope, lotId: string): Promise<EntryInto[]> {
  return database().query<EntryInto>(
    `SELECT e.id, e.kind, e.at, e.details, l.mass::float8 AS mass, l.fat::float8 AS fat
     FROM entry e JOIN entry_line l ON l.farm_id = e.farm_id AND l.entry_id = e.id
     WHERE e.farm_id = :farmId AND l.lot_id = :lotId AND l.mass > 0 AND e.kind <> 'correction'
       AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
     ORDER BY e.at, e.recorded_at, e.id`,
    { replacements: { farmId, lotId }, type: QueryTypes.SELECT, transaction },
  );
}

/** What is in a lot now, g. */
export async function lotBalance(
  { farmId, transaction }: FarmScope,
  lotId: string,
): Promise<{ mass: number; fat: number }> {
  const [row] = await database().query<{ mass: string; fat: string }>(
    `SELECT mass_now AS mass, fat_now AS fat FROM lot WHERE farm_id = :farmId AND id = :lotId`,
    {
      replacements: { farmId, lotId },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  return { mass: Number(row?.mass ?? 0), fat: Number(row?.fat ?? 0) };
}

/** Waits for, and then holds, a lot until the transaction ends. Undefined when there is no such lot. */
export async function holdLot(
  { farmId, transaction }: FarmScope,
  lotId: string,
): Promise<{ id: string; kind: LotKind; code: string } | undefined> {
  const row = await LotRow.findOne({
    where: { farmId, id: lotId },
    transaction,
    lock: transaction.LOCK.NO_KEY_UPDATE,
  });
  return row ? { id: row.id, kind: row.kind as LotKind, code: row.code } : undefined;
}

/** The newest `used` entry of a lot that was not taken back, if any. */
export async function lastUse(
  { farmId, transaction }: FarmScope,
  lotId: string,
): Promise<string | undefined> {
  const [row] = await database().query<{ id: string }>(
    `SELECT e.id FROM entry e JOIN entry_line l ON l.farm_id = e.farm_id AND l.entry_id = e.id
     WHERE e.farm_id = :farmId AND l.lot_id = :lotId AND e.kind = 'used'
       AND NOT EXISTS (SELECT 1 FROM entry c WHERE c.farm_id = e.farm_id AND c.corrects_id = e.id)
     ORDER BY e.recorded_at DESC LIMIT 1`,
    { replacements: { farmId, lotId }, type: QueryTypes.SELECT, transaction },
  );
  return row?.id;
}

export interface ButterOnHand {
  lotId: string;
  kind: 'butter' | 'ghee';
  /** Shaped into pieces of so much each, g. */
  pieces: { form: string; each: number } | null;
  code: string;
  /** Undefined for butter of no single batch. */
  batchId: string | undefined;
  name: string;
  /** g left. */
  mass: number;
  fat: number;
  additions: string[];
  /** By their own names, where they were said. */
  mixedIn?: MixedIn[] | null;
  salted: boolean;
  storage: string;
  madeAt: Date;
  /** Nobody knows when it was made: `madeAt` is when it was written down. */
  madeUnknown?: true;
  keepUntil: string;
  keepReasons: string[];
  raw: boolean;
  blockedReason: string | null;
  /** Why it should never have been made, when it was made knowingly. */
  despite?: string;
}

/** Butter with something left in it, oldest first. */
export async function butterOnHand({ farmId, transaction }: FarmScope): Promise<ButterOnHand[]> {
  const rows = await database().query<Record<string, unknown>>(
    `SELECT lot.id, lot.code, lot.kind, lot.batch_id, portion.name, portion.pieces, portion.salt_mass > 0 AS salted, lot.mass_now AS mass, lot.fat_now AS fat, portion.additions, portion.mixed_in,
            lot.storage, lot.made_at, lot.details->'loose'->>'made' AS loose_made, lot.details->'loose' IS NOT NULL AS loose, lot.keep_until::text AS keep_until, lot.keep_reasons, lot.raw, lot.blocked_reason, lot.details->>'despite' AS despite
     FROM lot
     JOIN portion ON portion.farm_id = lot.farm_id AND portion.lot_id = coalesce(lot.details->>'partOf', lot.id)
     WHERE lot.farm_id = :farmId AND lot.kind IN ('butter', 'ghee') AND lot.mass_now > 0
     ORDER BY coalesce((lot.details->'loose'->>'made')::timestamptz, lot.made_at), lot.code`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    lotId: String(row.id),
    kind: row.kind as 'butter' | 'ghee',
    pieces: row.pieces as { form: string; each: number } | null,
    code: String(row.code),
    batchId: row.batch_id === null ? undefined : String(row.batch_id),
    name: String(row.name),
    mass: Number(row.mass),
    fat: Number(row.fat),
    additions: row.additions as string[],
    mixedIn: row.mixed_in as MixedIn[] | null,
    salted: row.salted === true,
    storage: String(row.storage),
    madeAt:
      row.loose_made === null ? (row.made_at as Date) : new Date(`${row.loose_made as string}T12:00:00Z`),
    ...(row.loose === true && row.loose_made === null ? { madeUnknown: true as const } : {}),
    keepUntil: String(row.keep_until),
    keepReasons: row.keep_reasons as string[],
    raw: row.raw === true,
    blockedReason: row.blocked_reason as string | null,
    ...(row.despite ? { despite: String(row.despite) } : {}),
  }));
}

/** What one entry put into a lot, g. */
export async function bookedMass(
  { farmId, transaction }: FarmScope,
  entryId: string,
  lotId: string,
): Promise<number> {
  const lines = await EntryLineRow.findAll({ where: { farmId, entryId, lotId }, transaction });
  return lines.reduce((sum, line) => sum + Number(line.mass), 0);
}

/** Ids and codes of what was once part of these portions, by portion, in the order they were parted. */
export async function partsOf(
  { farmId, transaction }: FarmScope,
  portionIds: readonly string[],
): Promise<Map<string, { id: string; code: string }[]>> {
  const parts = new Map<string, { id: string; code: string }[]>(portionIds.map((id) => [id, []]));
  if (portionIds.length === 0) return parts;
  const rows = await database().query<{ id: string; code: string; of: string }>(
    `SELECT id, code, details->>'partOf' AS of FROM lot WHERE farm_id = :farmId AND jsonb_exists(details, 'partOf') AND details->>'partOf' IN (:portionIds)
     ORDER BY made_at, id`,
    { replacements: { farmId, portionIds: [...portionIds] }, type: QueryTypes.SELECT, transaction },
  );
  for (const { id, code, of } of rows) parts.get(of)?.push({ id, code });
  return parts;
}

/** Butter and ghee that left the larder since a time, g, by what for and when; what was taken back left nothing. */
export async function butterLeft(
  { farmId, transaction }: FarmScope,
  since: Date,
): Promise<{ at: Date; account: string; mass: number; guests: boolean }[]> {
  const rows = await database().query<Record<string, unknown>>(
    // Entry by entry, in this order: books that were just brought in have no statistics yet, and a join would be planned for none.
    `WITH used AS MATERIALIZED (
       SELECT id, at, details FROM entry WHERE farm_id = :farmId AND kind = 'used' AND at >= :since)
     SELECT e.at, o.account, o.mass, coalesce((e.details->>'guests')::boolean, false) AS guests FROM used e
     CROSS JOIN LATERAL (SELECT account, mass FROM entry_line
                         WHERE farm_id = :farmId AND entry_id = e.id AND account IS NOT NULL AND mass > 0 OFFSET 0) o
     WHERE (SELECT true FROM entry_line l JOIN lot ON lot.farm_id = l.farm_id AND lot.id = l.lot_id
            WHERE l.farm_id = :farmId AND l.entry_id = e.id AND l.mass < 0 AND lot.kind IN ('butter', 'ghee') LIMIT 1)
       AND (SELECT true FROM entry c WHERE c.farm_id = :farmId AND c.corrects_id = e.id LIMIT 1) IS NULL`,
    { replacements: { farmId, since }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(({ at, account, mass, guests }) => ({
    at: at as Date,
    account: String(account),
    mass: Number(mass),
    guests: guests === true,
  }));
}

/** When butter was packed first on this farm. */
export async function firstButter({ farmId, transaction }: FarmScope): Promise<Date | undefined> {
  const [row] = await database().query<{ at: Date | null }>(
    `SELECT min(made_at) AS at FROM lot WHERE farm_id = :farmId AND kind = 'butter'`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return row?.at ?? undefined;
}

/** Where a lot of butter is, until when it keeps there, and why. */
export async function datesOf(
  { farmId, transaction }: FarmScope,
  id: string,
): Promise<{ storage: string; keepUntil: string; keepReasons: string[] }> {
  const row = await LotRow.findOne({ where: { farmId, id }, transaction, rejectOnEmpty: true });
  return { storage: row.storage ?? 'fridge', keepUntil: row.keepUntil ?? '', keepReasons: row.keepReasons };
}

/** What is mixed into a portion. */
export async function additionsOf({ farmId, transaction }: FarmScope, portionId: string): Promise<string[]> {
  const [row] = await database().query<{ additions: string[] }>(
    `SELECT additions FROM portion WHERE farm_id = :farmId AND lot_id = :portionId`,
    { replacements: { farmId, portionId }, type: QueryTypes.SELECT, transaction },
  );
  return row?.additions ?? [];
}

/** Ids of all butter that is kept in one place now. */
export async function butterIn({ farmId, transaction }: FarmScope, storage: string): Promise<string[]> {
  const rows = await database().query<{ id: string }>(
    `SELECT id FROM lot WHERE farm_id = :farmId AND kind IN ('butter', 'ghee') AND mass_now > 0 AND storage = :storage ORDER BY id`,
    { replacements: { farmId, storage }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(({ id }) => id);
}
