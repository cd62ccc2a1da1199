import type { BatchVerdict, Composition } from '@/core/balancing/judgeBatch';
import type { TroubleKey } from '@/core/balancing/troubles';
import type { BatchEvent, BatchFacts, MixedIn } from '@/core/churning/batchEvents';
import type { Phase, StoryPortion } from '@/core/churning/batchStory';
import type { PaceLesson } from '@/core/churning/learnPace';
import { literal, Op, QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { ToolKey } from '@/core/churning/tools';
import type { FarmScope } from '../farmScope';
import { lookInFarm } from '../farmScope';
import { LotRow } from '../ledger/models';
import { idsSaidOtherwise } from '../saidOtherwise';
import { BatchEventRow, BatchRow, PortionRow } from './models';

export interface Batch {
  id: string;
  number: number;
  creamLotId: string;
  facts: BatchFacts;
  startedAt: Date;
  phase: Phase;
  breakMinutes: number | null;
  /** Break time over the one foreseen at the tool's median; what the churn's pace is learned from. */
  paceRatio: number | null;
  /** The figures that matter, once packed. */
  judged: BatchSummary | null;
  churnedEntryId: string | null;
  revision: number;
  /** Who churned it, by name, where that was said. */
  maker: string | null;
}

/** What the ledger shows of a packed batch without telling its whole story again. Masses in g. */
export interface BatchSummary {
  butterMass: number;
  fatIn: number;
  fatToButter: number;
  churnEfficiency: number;
  /** What the butter is made of: shares that add up to one. Its fat is the one the batch’s page shows. */
  composition: Composition;
  verdict: BatchVerdict;
  /** g of butter per litre of cream. */
  perLitre: number;
  /** What went wrong with it; not there in batches packed before that was told. */
  troubles?: TroubleKey[];
}

/** An event as stored: with the device that sent it and when the server had it. */
export type RecordedEvent = BatchEvent & { device: string; recordedAtSeconds: number };

const batchFrom = (row: BatchRow): Batch => ({
  id: row.id,
  number: row.number,
  creamLotId: row.creamLotId,
  facts: row.facts as BatchFacts,
  startedAt: row.startedAt,
  phase: row.phase as Phase,
  breakMinutes: row.breakMinutes === null ? null : Number(row.breakMinutes),
  paceRatio: row.paceRatio === null ? null : Number(row.paceRatio),
  judged: row.judged as BatchSummary | null,
  churnedEntryId: row.churnedEntryId,
  revision: row.revision,
  maker: row.maker,
});

export async function addBatch(
  { farmId, transaction }: FarmScope,
  batch: Pick<Batch, 'id' | 'number' | 'creamLotId' | 'facts' | 'startedAt'> & {
    maker?: string;
    /** Its cream stood on the Shelf. */
    fromShelf: boolean;
  },
): Promise<void> {
  await BatchRow.create(
    {
      farmId,
      ...batch,
      vesselId: batch.facts.vesselId,
      phase: 'stopped',
      breakMinutes: null,
      paceRatio: null,
      judged: null,
      churnedEntryId: null,
      revision: 0,
    },
    { transaction },
  );
}

/** Reads a batch; `hold` keeps others from changing it until the transaction ends. */
export async function batchById(
  { farmId, transaction }: FarmScope,
  id: string,
  hold = false,
): Promise<Batch | undefined> {
  const row = await BatchRow.findOne({
    where: { farmId, id },
    transaction,
    ...(hold ? { lock: transaction.LOCK.NO_KEY_UPDATE } : {}),
  });
  return row ? batchFrom(row) : undefined;
}

/** Why a batch is abandoned that came of a notebook which was taken back as a whole. */
export const withItsNotebook = 'taken back with its notebook';

/** A condition on `batch`: it is in the books, and was not taken back with the notebook it came from, as if it had never been. */
export const inTheBooks = (batch: string): string =>
  `(${batch}.phase <> 'abandoned' OR NOT EXISTS (SELECT 1 FROM batch_event gone WHERE gone.farm_id = ${batch}.farm_id
     AND gone.batch_id = ${batch}.id AND gone.kind = 'abandoned' AND gone.data->>'reason' = '${withItsNotebook}'))`;

/** The farm's batches, newest first. */
export async function batchesOf({ farmId, transaction }: FarmScope, limit = 200): Promise<Batch[]> {
  const rows = await BatchRow.findAll({
    where: { farmId, [Op.and]: literal(inTheBooks('batch')) },
    transaction,
    order: [
      ['startedAt', 'DESC'],
      ['number', 'DESC'],
    ],
    limit,
    raw: true,
  });
  return rows.map(batchFrom);
}

export async function changeBatch(
  { farmId, transaction }: FarmScope,
  id: string,
  change: Pick<Batch, 'phase' | 'breakMinutes' | 'paceRatio' | 'judged' | 'churnedEntryId' | 'revision'> &
    Partial<Pick<Batch, 'facts' | 'startedAt'>>,
): Promise<void> {
  await BatchRow.update(
    {
      ...change,
      ...(change.facts ? { vesselId: change.facts.vesselId } : {}),
      breakMinutes: change.breakMinutes?.toFixed(3) ?? null,
      paceRatio: change.paceRatio?.toFixed(4) ?? null,
    },
    { where: { farmId, id }, transaction },
  );
}

/** Adds events that are not there yet; one sent twice stays once. Returns how many were new. One statement: marks wait for it. */
export async function addEvents(
  { farmId, transaction }: FarmScope,
  batchId: string,
  events: readonly BatchEvent[],
  by: { device: string; commandId: string; recordedAt: Date },
): Promise<number> {
  const added = await database().query(
    `INSERT INTO batch_event (farm_id, batch_id, id, kind, at, data, device, command_id, recorded_at)
     SELECT :farmId, :batchId, event->>'id', event->>'kind', to_timestamp((event->>'atSeconds')::float8), event,
       :device, :commandId, :recordedAt
     FROM jsonb_array_elements(CAST(:events AS jsonb)) AS event
     ON CONFLICT DO NOTHING RETURNING id`,
    {
      replacements: { farmId, batchId, events: JSON.stringify(events), ...by },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  return added.length;
}

/** Ids among `events` that are there already and say something else, or say it of another batch. */
export const saidOtherwise = (scope: FarmScope, batchId: string, events: readonly BatchEvent[]) =>
  idsSaidOtherwise(scope, 'batch', batchId, events);

export async function eventsOf(
  { farmId, transaction }: FarmScope,
  batchIds: readonly string[],
): Promise<Map<string, RecordedEvent[]>> {
  const rows = await BatchEventRow.findAll({
    where: { farmId, batchId: [...batchIds] },
    attributes: ['batchId', 'data', 'device', 'recordedAt'],
    transaction,
    order: [
      ['at', 'ASC'],
      ['id', 'ASC'],
    ],
    raw: true,
  });
  const byBatch = new Map<string, RecordedEvent[]>(batchIds.map((id) => [id, []]));
  for (const row of rows) {
    byBatch.get(row.batchId)?.push({
      ...(row.data as BatchEvent),
      device: row.device,
      recordedAtSeconds: row.recordedAt.getTime() / 1000,
    });
  }
  return byBatch;
}

/** Replaces what a batch's portions are known as; those no longer in the story stop standing. */
export async function putPortions(
  { farmId, transaction }: FarmScope,
  batchId: string,
  portions: readonly StoryPortion[],
): Promise<void> {
  await PortionRow.update({ standing: false }, { where: { farmId, batchId }, transaction });
  for (const portion of portions) {
    await PortionRow.upsert(
      {
        farmId,
        lotId: portion.id,
        batchId,
        name: portion.name,
        mass: portion.mass.toFixed(3),
        saltMass: portion.saltMass.toFixed(3),
        measured: portion.measured,
        additions: portion.additions,
        mixedIn: portion.mixedIn ?? null,
        pieces: portion.pieces ? { ...portion.pieces } : null,
        standing: true,
      },
      { transaction },
    );
  }
}

/** What a portion was packed as. */
export interface LoosePortion {
  lotId: string;
  name: string;
  /** g, salt and all. */
  mass: number;
  saltMass: number;
  measured: string;
  additions: string[];
  mixedIn: MixedIn[] | null;
}

/** Puts down what butter of no single batch is packed as. */
export async function putLoosePortion(
  { farmId, transaction }: FarmScope,
  { mass, saltMass, ...portion }: LoosePortion,
): Promise<void> {
  await PortionRow.create(
    {
      farmId,
      batchId: null,
      ...portion,
      mass: mass.toFixed(3),
      saltMass: saltMass.toFixed(3),
      pieces: null,
      standing: true,
    },
    { transaction },
  );
}

/** A portion as it was packed, whichever batch it is of. */
export async function portionRow(
  { farmId, transaction }: FarmScope,
  lotId: string,
): Promise<LoosePortion | undefined> {
  const row = await PortionRow.findOne({ where: { farmId, lotId }, transaction });
  return row
    ? {
        lotId,
        name: row.name,
        mass: Number(row.mass),
        saltMass: Number(row.saltMass),
        measured: row.measured,
        additions: row.additions,
        mixedIn: row.mixedIn,
      }
    : undefined;
}

/** What this house mixed into its butter by names of its own, the latest first. */
export async function mixedBefore({
  farmId,
  transaction,
}: FarmScope): Promise<Pick<MixedIn, 'of' | 'name'>[]> {
  const rows = await database().query<Required<Pick<MixedIn, 'of' | 'name'>>>(
    `SELECT thing->>'of' AS of, thing->>'name' AS name
     FROM portion
     JOIN lot ON lot.farm_id = portion.farm_id AND lot.id = portion.lot_id
     CROSS JOIN LATERAL jsonb_array_elements(portion.mixed_in) AS thing
     WHERE portion.farm_id = :farmId AND thing ? 'name'
     GROUP BY 1, 2 ORDER BY max(lot.made_at) DESC LIMIT 24`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return rows;
}

/** Portions a batch ever had, by lot id, with whether they still stand. */
export async function portionsOf(
  { farmId, transaction }: FarmScope,
  batchId: string,
): Promise<{ lotId: string; standing: boolean }[]> {
  const rows = await PortionRow.findAll({ where: { farmId, batchId }, transaction });
  return rows.map(({ lotId, standing }) => ({ lotId, standing }));
}

/** What batches begun before a time taught about pace, newest first. */
export async function paceLessonsOf(
  { farmId, transaction }: FarmScope,
  before: Date,
): Promise<(PaceLesson & { batch: string })[]> {
  const rows = await database().query<{
    id: string;
    tool: ToolKey;
    churn: string | null;
    ratio: string;
    day: number;
    temperature: number | null;
    fat: number | null;
  }>(
    // A temperature that was only assumed says nothing of what warmth does.
    `SELECT id, facts->>'tool' AS tool, facts->>'vesselId' AS churn, pace_ratio AS ratio,
       CASE WHEN facts->>'temperatureAssumed' = 'false' THEN (facts->>'temperature')::float8 END AS temperature,
       (facts->>'creamFat')::float8 AS fat,
       extract(epoch FROM started_at)::float8 / 86400 AS day
     FROM batch WHERE farm_id = :farmId AND pace_ratio IS NOT NULL AND NOT left_out AND phase <> 'abandoned' AND started_at < :before
     ORDER BY started_at DESC, id LIMIT 1000`,
    { replacements: { farmId, before }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(({ id, tool, churn, ratio, day, temperature, fat }) => ({
    batch: id,
    tool,
    ...(churn === null ? {} : { churn }),
    ratio: Number(ratio),
    day,
    ...(temperature === null ? {} : { temperature }),
    ...(fat === null ? {} : { creamFat: fat }),
  }));
}

/** Puts right what the cream of a batch is known to be. */
export async function changeFacts(
  { farmId, transaction }: FarmScope,
  id: string,
  facts: BatchFacts,
): Promise<void> {
  await BatchRow.update({ facts }, { where: { farmId, id }, transaction });
}

/** Lots a batch has made, by id, with their codes. */
export async function lotsOfBatch(
  { farmId, transaction }: FarmScope,
  batchId: string,
): Promise<{ id: string; code: string; kind: string; vesselId: string | null }[]> {
  return LotRow.findAll({
    where: { farmId, batchId },
    attributes: ['id', 'code', 'kind', 'vesselId'],
    order: [['id', 'ASC']],
    transaction,
    raw: true,
  });
}

/** Every batch that is neither packed nor given up, newest first, however many are newer. */
export async function openBatches({ farmId, transaction }: FarmScope): Promise<Batch[]> {
  const rows = await BatchRow.findAll({
    where: { farmId, phase: { [Op.notIn]: ['packed', 'abandoned'] } },
    transaction,
    // What turns comes before what waits.
    order: [[literal(`phase = 'churning'`), 'DESC'], ['startedAt', 'DESC'], ['number', 'DESC']],
    raw: true,
  }); // prettier-ignore
  return rows.map(batchFrom);
}

/** When churnings were begun, since a time, newest first. */
export async function begunSince({ farmId, transaction }: FarmScope, since: Date): Promise<Date[]> {
  const rows = await database().query<{ started_at: Date }>(
    `SELECT started_at FROM batch WHERE farm_id = :farmId AND started_at >= :since ORDER BY started_at DESC, id LIMIT 400`,
    { replacements: { farmId, since }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(({ started_at: at }) => at);
}

/** How many batches were ever begun, and what those that are judged come to together. Masses g. */
export async function batchTotals({ farmId, transaction }: FarmScope): Promise<{
  batches: number;
  judged: number;
  good: number;
  butterMass: number;
  fatIn: number;
  fatToButter: number;
}> {
  const [row] = await database().query<Record<string, string>>(
    `SELECT count(*) AS batches, count(judged) AS judged, count(*) FILTER (WHERE judged->>'verdict' = 'plausible') AS good,
       coalesce(sum((judged->>'butterMass')::numeric), 0) AS butter, coalesce(sum((judged->>'fatIn')::numeric), 0) AS fat_in,
       coalesce(sum((judged->>'fatToButter')::numeric), 0) AS fat_to_butter
     FROM batch WHERE farm_id = :farmId AND ${inTheBooks('batch')}`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  const { batches, judged, good, butter, fat_in: fatIn, fat_to_butter: fatToButter } = row!;
  return {
    batches: Number(batches),
    judged: Number(judged),
    good: Number(good),
    butterMass: Number(butter),
    fatIn: Number(fatIn),
    fatToButter: Number(fatToButter),
  };
}

/** The revision of a batch alone: one indexed look. */
export async function revisionOf(farmId: string, id: string): Promise<number | undefined> {
  const [row] = await lookInFarm<{ revision: number }>(
    farmId,
    'SELECT revision FROM batch WHERE farm_id = :farmId AND id = :id',
    { id },
  );
  return row?.revision;
}

/** Leaves a batch out of what is learned, or takes it in again. False when there is none. */
export async function leaveBatchOut(
  { farmId, transaction }: FarmScope,
  id: string,
  out: boolean,
): Promise<boolean> {
  const [changed] = await BatchRow.update({ leftOut: out }, { where: { farmId, id }, transaction });
  return changed > 0;
}

/** Sees anew of every batch whether its cream stood on the Shelf: after books were taken in that do not say. */
export async function seeFromShelf({ farmId, transaction }: FarmScope): Promise<void> {
  await database().query(
    `UPDATE batch SET from_shelf = EXISTS (
       SELECT 1 FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id
       WHERE l.farm_id = batch.farm_id AND l.lot_id = batch.cream_lot_id AND l.mass > 0 AND e.kind = 'poured')
     WHERE farm_id = :farmId`,
    { replacements: { farmId }, transaction },
  );
}

/** Says who churned a batch. Returns whether there is one of that id. */
export async function setMaker(
  { farmId, transaction }: FarmScope,
  id: string,
  maker: string | null,
): Promise<boolean> {
  const [changed] = await BatchRow.update({ maker }, { where: { farmId, id }, transaction });
  return changed > 0;
}

/** Who ever churned on this farm, by name, the newest first. */
export async function makersOf({ farmId, transaction }: FarmScope): Promise<string[]> {
  const rows = await database().query<{ maker: string }>(
    `SELECT maker FROM batch b WHERE farm_id = :farmId AND maker IS NOT NULL AND ${inTheBooks('b')}
     GROUP BY maker ORDER BY max(started_at) DESC, maker LIMIT 40`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(({ maker }) => maker);
}

/** What the last packed batches before a moment came to, newest first; those whose figures contradict each other, or that nobody weighed, say nothing. */
export async function packedBefore(
  { farmId, transaction }: FarmScope,
  before: Date,
  limit: number,
): Promise<{ atSeconds: number; fatIn: number; fatToButter: number }[]> {
  const rows = await database().query<{ started_at: Date; fat_in: string; fat_to_butter: string }>(
    `SELECT started_at, judged->>'fatIn' AS fat_in, judged->>'fatToButter' AS fat_to_butter FROM batch
     WHERE farm_id = :farmId AND phase = 'packed' AND NOT left_out AND started_at < :before
       AND judged->>'verdict' NOT IN ('contradicts', 'unweighed') AND (judged->>'fatIn')::numeric > 0
     ORDER BY started_at DESC LIMIT :limit`,
    { replacements: { farmId, before, limit }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(({ started_at, fat_in, fat_to_butter }) => ({
    atSeconds: started_at.getTime() / 1000,
    fatIn: Number(fat_in),
    fatToButter: Number(fat_to_butter),
  }));
}

/** Packed batches that were begun in a stretch of time, and whose figures can be right: what went in, and what came out. */
export async function packedBetween(
  { farmId, transaction }: FarmScope,
  from: Date,
  to: Date,
): Promise<
  {
    id: string;
    startedAt: Date;
    creamLotId: string;
    fatIn: number;
    fatToButter: number;
    butterMass: number;
  }[]
> {
  const rows = await database().query<Record<string, string>>(
    `SELECT id, started_at AS started, cream_lot_id AS cream, judged->>'fatIn' AS fat_in, judged->>'fatToButter' AS fat_to_butter, judged->>'butterMass' AS butter
     FROM batch WHERE farm_id = :farmId AND phase = 'packed' AND started_at >= :from AND started_at < :to
       AND judged->>'verdict' NOT IN ('contradicts', 'unweighed') AND (judged->>'fatIn')::numeric > 0
     ORDER BY started_at, id`,
    { replacements: { farmId, from, to }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map((row) => ({
    id: row.id!,
    startedAt: new Date(row.started!),
    creamLotId: row.cream!,
    fatIn: Number(row.fat_in),
    fatToButter: Number(row.fat_to_butter),
    butterMass: Number(row.butter),
  }));
}
