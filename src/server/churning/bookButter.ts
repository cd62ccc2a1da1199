import { isDeepStrictEqual } from 'node:util';
import type { ChurnedLine } from '@/core/balancing/churnedLines';
import { churnedLines } from '@/core/balancing/churnedLines';
import type { Judgement } from '@/core/balancing/judgeBatch';
import { judgeBatch } from '@/core/balancing/judgeBatch';
import type { BatchStory } from '@/core/churning/batchStory';
import { churned } from '@/core/churning/churned';
import { portionCodes } from '@/core/keeping/portionKept';
import { notTakenBack } from '@/core/standing/lotStory';
import { butterFrom } from '@/core/working/butterNow';
import { lotsOfBatch, putPortions } from '@/data/churning/batches';
import type { Batch } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { farmOf } from '@/data/house/house';
import type { Line } from '@/data/ledger/ledger';
import { counterEntry, linesOf, makeLot, postEntry, putLot } from '@/data/ledger/ledger';
import { addLotEvents, changeLot, lotEventsOf, lotsById } from '@/data/ledger/standing';
import type { Sender } from '../commands/command';
import { actId } from '../commands/command';
import { localDate } from '../localDate';
import { kept, movesOf } from '../ledger/redateButter';
import { Refusal } from '../refusal';
import { ownPlaces } from '../ledger/ownPlaces';

/**
 * Books what the batch moved. A batch that was packed before and has changed since gets a counter-entry first, so that
 * the ledger shows both what was written and what put it right; one whose figures are the same is left as it is.
 */
export async function bookButter(
  scope: FarmScope,
  batch: Batch,
  story: BatchStory,
  sender: Sender,
): Promise<Pick<Batch, 'churnedEntryId' | 'judged'>> {
  // Marks of a churning move nothing: only what was packed, or is now, has butter in the ledger.
  if (!batch.churnedEntryId && story.phase !== 'packed') return { churnedEntryId: null, judged: null };
  const before = batch.churnedEntryId ? await linesOf(scope, batch.churnedEntryId) : [];
  if (story.phase !== 'packed') {
    await takeBack(scope, batch, before, [], sender);
    await putPortions(scope, batch.id, []);
    return { churnedEntryId: null, judged: null };
  }
  const { facts } = batch;
  const judged = judgeBatch(facts, story);
  if (!judged)
    throw new Refusal('Nothing is left for the butter beside its salt and what is mixed in.', 'events');
  const buttermilkLot = `${batch.creamLotId}-bm`;
  const lines = (
    await withWhatIsGone(scope, before, churnedLines(facts, story, judged, batch.creamLotId, buttermilkLot))
  ).filter(({ mass, fat }) => mass !== 0 || fat !== 0);
  const summary = {
    butterMass: judged.butterMass,
    fatIn: judged.fatIn,
    fatToButter: judged.fatToButter,
    churnEfficiency: judged.churnEfficiency,
    composition: judged.composition,
    verdict: judged.verdict,
    perLitre: judged.butterMass / (facts.creamVolume / 1000),
    troubles: judged.troubles.map(({ key }) => key),
  };
  const packed = story.events.findLast((event) => event.kind === 'packed')!;
  const madeAt = new Date(packed.atSeconds * 1000);
  const same = batch.churnedEntryId !== null && isDeepStrictEqual(before, lines);
  if (batch.churnedEntryId && !same) await takeBack(scope, batch, before, lines, sender);
  await putButter(scope, batch, story, madeAt);
  await putButtermilk(scope, batch, story, judged, buttermilkLot, sender);
  await putPortions(scope, batch.id, story.portions);
  if (same) return { churnedEntryId: batch.churnedEntryId, judged: summary };
  const churnedEntryId = await postEntry(scope, {
    commandId: sender.commandId,
    kind: 'churned',
    at: madeAt,
    recordedAt: sender.receivedAt,
    lines,
  });
  return { churnedEntryId, judged: summary };
}

/**
 * Takes back what the batch booked, for what it books now. What was eaten, poured or kept as a culture since stays so: less
 * than that may not be left.
 */
async function takeBack(
  scope: FarmScope,
  batch: Batch,
  before: readonly Line[],
  now: readonly Line[],
  sender: Sender,
): Promise<void> {
  const held = await lotsById(
    scope,
    before.flatMap(({ lot }) => lot ?? []),
    true,
  );
  for (const { lot, mass } of before) {
    const found = lot === undefined ? undefined : held.get(lot);
    if (!found || mass <= 0) continue;
    const used = mass - found.mass;
    const still = now.find((line) => line.lot === lot)?.mass ?? 0;
    if (used > 0.0005 && still < used)
      throw new Refusal(
        found.kind === 'buttermilk'
          ? `Some of its buttermilk (${found.code}) was used since. Take that back first, then put the batch right.`
          : 'Some of this butter was eaten, given away or put elsewhere since. Take that back in the Larder first, then put the batch right.',
        'events',
      );
  }
  await counterEntry(scope, batch.churnedEntryId!, sender.commandId, sender.receivedAt);
}

/**
 * Butter that is gone went with the fat that was booked of it then. What the batch is put right by since is told of the rest;
 * where there is no rest to tell it of, it stands as not accounted for.
 * @param before what the batch booked before, where it did
 */
async function withWhatIsGone(
  scope: FarmScope,
  before: readonly Line[],
  lines: readonly ChurnedLine[],
): Promise<ChurnedLine[]> {
  const held = await lotsById(
    scope,
    before.flatMap(({ lot, mass }) => (lot !== undefined && mass > 0 ? [lot] : [])),
  );
  let moved = 0;
  const told = lines.map((line) => {
    const was = before.find(({ lot, mass }) => lot !== undefined && lot === line.lot && mass > 0);
    const found = line.lot === undefined ? undefined : held.get(line.lot);
    if (!was || !found || was.mass - found.mass < 0.0005) return line;
    const gone = { mass: was.mass - found.mass, fat: was.fat - found.fat };
    const rest = Math.max(0, line.mass - gone.mass);
    const fat = milligram(gone.fat + Math.min(rest, Math.max(0, line.fat - gone.fat)));
    moved += line.fat - fat;
    return { ...line, fat };
  });
  return Math.abs(moved) < 0.0005
    ? told
    : told.map((line) =>
        line.account === 'unaccounted' ? { ...line, fat: milligram(line.fat + moved) } : line,
      );
}
const milligram = (grams: number): number => Math.round(grams * 1000) / 1000;

/** The butter as lots: what it is of, where it stands, and until when. */
async function putButter(scope: FarmScope, batch: Batch, story: BatchStory, madeAt: Date): Promise<void> {
  const { facts } = batch;
  const { timeZone } = await farmOf(scope);
  const cream = (await lotsById(scope, [batch.creamLotId])).get(batch.creamLotId);
  const made = await lotsOfBatch(scope, batch.id);
  const codes = portionCodes(
    batch.number,
    story.portions.map(({ id: lotId }) => lotId),
    new Map(made.filter(({ kind }) => kind !== 'buttermilk').map((lot) => [lot.id, lot.code])),
  );
  const moves = await movesOf(
    scope,
    story.portions.map(({ id: lotId }) => lotId),
  );
  for (const [i, portion] of story.portions.entries()) {
    const stands = kept(facts, story, portion, localDate(madeAt, timeZone), moves.get(portion.id)!);
    await putLot(scope, {
      id: portion.id,
      code: codes[i]!,
      kind: portion.ghee ? 'ghee' : 'butter',
      batchId: batch.id,
      madeAt,
      oldestAt: cream?.oldestAt ?? madeAt,
      treatment: cream?.treatment ?? facts.treatment,
      ripened: facts.ripened,
      ...stands,
      blockedReason: cream?.blockedReason ?? null,
      blockedUntil: cream?.blockedUntil ?? null,
      details: facts.despite === undefined ? {} : { despite: facts.despite },
    });
  }
}

/**
 * The buttermilk as a lot: as old as the break, as warm as it was when it was drained, with the water in it known. It
 * stands in the fridge from then on, until somebody says otherwise.
 */
async function putButtermilk(
  scope: FarmScope,
  batch: Batch,
  story: BatchStory,
  judged: Judgement,
  lotId: string,
  sender: Sender,
): Promise<void> {
  const { facts } = batch;
  const held = await lotsById(scope, [batch.creamLotId, lotId]);
  const cream = held.get(batch.creamLotId);
  const standing = held.get(lotId);
  const packed = story.events.findLast(({ kind }) => kind === 'packed')!;
  const drainedAt = story.drains[0]?.atSeconds ?? packed.atSeconds;
  const brokeAt = story.marks.find(({ stage }) => stage === 'break')?.atSeconds ?? drainedAt;
  const born = new Date(Math.min(brokeAt, drainedAt) * 1000);
  const details = {
    ...standing?.details,
    measured: judged.buttermilkMeasured,
    water: Math.round(Math.min(story.addedWater, judged.buttermilkMass) * 1000) / 1000,
    ...(facts.despite === undefined ? {} : { despite: facts.despite }),
    ...(cream?.details.line ? { line: cream.details.line } : {}),
  };
  if (standing) await changeLot(scope, lotId, { details });
  else
    await makeLot(scope, {
      id: lotId,
      code: `M${batch.number}`,
      kind: 'buttermilk',
      batchId: batch.id,
      madeAt: born,
      oldestAt: born,
      treatment: cream?.treatment ?? facts.treatment,
      ripened: facts.ripened,
      blockedReason: cream?.blockedReason ?? null,
      blockedUntil: cream?.blockedUntil ?? null,
      details,
    });
  const atDrain = { ...story, events: story.events.filter(({ atSeconds }) => atSeconds <= drainedAt) };
  const poured = {
    atSeconds: drainedAt,
    mass: judged.buttermilkMass,
    fat: judged.buttermilkFat,
    celsius: butterFrom(facts, atDrain, judged.unsaltedMass, drainedAt, churned(facts, story).breakCelsius)
      .celsius,
  };
  const by = { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt };
  const told = notTakenBack((await lotEventsOf(scope, [lotId])).get(lotId) ?? []);
  const before = told.find((event) => event.kind === 'poured');
  const alike =
    before?.kind === 'poured' && before.atSeconds === poured.atSeconds && before.mass === poured.mass;
  if (alike || judged.buttermilkMass <= 0) return;
  await addLotEvents(
    scope,
    lotId,
    [
      ...(before
        ? [{ kind: 'undone' as const, id: `${actId(sender)}-bu`, eventId: before.id, atSeconds: before.atSeconds }]
        : []),
      { kind: 'poured', id: `${actId(sender)}-bp`, ...poured },
      ...(told.some(({ kind }) => kind === 'placed')
        ? []
        : [{ kind: 'placed' as const, id: `${actId(sender)}-ba`, atSeconds: drainedAt + 0.001, place: 'fridge' as const, celsius: (await ownPlaces(scope)).fridge.celsius }]),
    ],
    by,
  ); // prettier-ignore
}
