import * as v from 'valibot';
import { churnedLines } from '@/core/balancing/churnedLines';
import { judgeBatch } from '@/core/balancing/judgeBatch';
import { moistureTest } from '@/core/balancing/moistureTest';
import { batchEvent, id } from '@/core/churning/batchEvents';
import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import { batchStory } from '@/core/churning/batchStory';
import type { BatchStory } from '@/core/churning/batchStory';
import { creamInChurn } from '@/core/churning/creamInChurn';
import { foresee, paceRatio } from '@/core/churning/foresee';
import { portionCode, portionKept } from '@/core/keeping/portionKept';
import {
  addEvents,
  batchById,
  changeBatch,
  eventsOf,
  portionsOf,
  putPortions,
} from '@/data/churning/batches';
import type { Batch } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { farmOf } from '@/data/house/house';
import { bookedMass, counterEntry, lotBalance, postEntry, putLot } from '@/data/ledger/ledger';
import { addLotEvents, lotsById } from '@/data/ledger/standing';
import type { Sender } from '../commands/command';
import { command } from '../commands/command';
import { localDate } from '../localDate';
import { Refusal } from '../refusal';

/**
 * Records what happened to a batch: marks, readings, water, draining, portions, packing, undo. A late true mark is
 * taken and flagged, never dropped; one sent twice counts once. When the batch is packed, or was, the ledger follows.
 */
export const recordEvents = command({
  name: 'batch.record',
  input: v.strictObject({
    batchId: id,
    events: v.pipe(
      v.array(batchEvent),
      v.minLength(1, 'at least one event.'),
      v.maxLength(50, 'at most 50 events at once.'),
    ),
  }),
  carryOut: async (scope, { batchId, events }, sender) => {
    const batch = await batchById(scope, batchId, true);
    if (!batch) throw new Refusal('There is no such batch on this farm.', 'batchId');
    for (const event of events) refuseImpossible(event);
    const added = await addEvents(scope, batchId, events, {
      device: sender.device,
      commandId: sender.commandId,
      recordedAt: sender.receivedAt,
    });
    if (added === 0) return { revision: batch.revision };
    const all = (await eventsOf(scope, [batchId])).get(batchId) ?? [];
    const story = batchStory(batch.facts, all);
    if (events.some((event) => event.kind === 'packed') && story.portions.length === 0) {
      throw new Refusal('There is no butter to pack yet: say how much there is first.', 'events');
    }
    const { churnedEntryId, judged } = await bookButter(scope, batch, story, sender);
    const revision = batch.revision + added;
    const broke = story.marks.find((mark) => mark.stage === 'break' && !mark.inferred);
    const breakMinutes = broke ? broke.elapsedSeconds / 60 : null;
    const paceRatio =
      breakMinutes === null
        ? null
        : breakMinutes === batch.breakMinutes
          ? batch.paceRatio
          : (paceRatioOf(batch.facts, breakMinutes) ?? null);
    await changeBatch(scope, batchId, {
      phase: story.phase,
      breakMinutes,
      paceRatio,
      judged,
      churnedEntryId,
      revision,
    });
    return { revision };
  },
});

function refuseImpossible(event: BatchEvent): void {
  if (event.kind === 'portion' && event.saltMass >= event.mass)
    throw new Refusal('The salt cannot weigh as much as the butter it is in.', 'saltMass');
  if (event.kind === 'reweighed' && event.saltMass >= event.mass)
    throw new Refusal('The salt cannot weigh as much as the butter it is in.', 'saltMass');
  if (event.kind === 'portion' && event.ghee && event.ghee.mass >= event.mass)
    throw new Refusal('Ghee weighs less than the butter it was made of: its water has gone.', 'ghee');
  if (event.kind === 'moisture') moistureTest(event);
  if (
    event.kind === 'drained' &&
    event.washIn !== undefined &&
    event.mass !== undefined &&
    event.washIn > event.mass
  )
    throw new Refusal('There cannot be more wash water in it than there is of it.', 'washIn');
  if (event.kind === 'drained' && (event.measured === 'skipped') !== (event.mass === undefined)) {
    throw new Refusal('Say how much buttermilk there was, or that it was not measured.', 'mass');
  }
}

/**
 * Books what the batch moved. A batch that was packed before and has changed since gets a counter-entry first, so that
 * the ledger shows both what was written and what put it right.
 */
async function bookButter(
  scope: FarmScope,
  batch: Batch,
  story: BatchStory,
  sender: Sender,
): Promise<Pick<Batch, 'churnedEntryId' | 'judged'>> {
  // Marks of a churning move nothing: only what was packed, or is now, has butter in the ledger.
  if (!batch.churnedEntryId && story.phase !== 'packed') return { churnedEntryId: null, judged: null };
  const earlier = await portionsOf(scope, batch.id);
  if (batch.churnedEntryId) {
    for (const { lotId } of earlier.filter((portion) => portion.standing))
      await refuseIfEaten(scope, batch.churnedEntryId, lotId, story);
    await counterEntry(scope, batch.churnedEntryId, sender.commandId, sender.receivedAt);
  }
  if (story.phase !== 'packed') {
    if (earlier.some((portion) => portion.standing)) await putPortions(scope, batch.id, []);
    return { churnedEntryId: null, judged: null };
  }
  const { facts } = batch;
  const judged = judgeBatch(facts, story, foresee(creamInChurn(facts)).buttermilkFat.mid);
  if (!judged)
    throw new Refusal(
      'These figures leave no fat for the butter: check the cream, its fat and the buttermilk.',
      'events',
    );
  const packed = story.events.findLast((event) => event.kind === 'packed')!;
  const madeAt = new Date(packed.atSeconds * 1000);
  const { timeZone } = await farmOf(scope);
  for (const [i, portion] of story.portions.entries()) {
    const kept = portionKept(facts, story.washes.length > 0, portion, localDate(madeAt, timeZone));
    await putLot(scope, {
      id: portion.id,
      code: portionCode(batch.number, i, story.portions.length),
      kind: portion.ghee ? 'ghee' : 'butter',
      batchId: batch.id,
      madeAt,
      treatment: facts.treatment,
      ripened: facts.ripened,
      storage: portion.storage,
      keepUntil: kept.until,
      keepReasons: kept.reasons,
    });
  }
  const buttermilkLot = `${batch.creamLotId}-bm`;
  const cream = (await lotsById(scope, [batch.creamLotId])).get(batch.creamLotId);
  await putLot(scope, {
    id: buttermilkLot,
    code: `M${batch.number}`,
    kind: 'buttermilk',
    batchId: batch.id,
    madeAt,
    treatment: facts.treatment,
    ripened: facts.ripened,
    details: {
      measured: judged.buttermilkMeasured,
      ...(cream?.details.line ? { line: cream.details.line } : {}),
    },
  });
  // It drains near the temperature of the churn, and stands in the fridge until somebody says otherwise.
  await addLotEvents(
    scope,
    buttermilkLot,
    [
      { kind: 'poured', id: `${buttermilkLot}-p`, atSeconds: packed.atSeconds, mass: facts.creamMass / 2, fat: 0.005, celsius: facts.temperature },
      { kind: 'placed', id: `${buttermilkLot}-a`, atSeconds: packed.atSeconds + 0.001, place: 'fridge', celsius: 4 },
    ],
    { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt },
  ); // prettier-ignore
  await putPortions(scope, batch.id, story.portions);
  const churnedEntryId = await postEntry(scope, {
    commandId: sender.commandId,
    kind: 'churned',
    at: madeAt,
    recordedAt: sender.receivedAt,
    lines: churnedLines(facts, story, judged, batch.creamLotId, buttermilkLot),
  });
  const { butterMass, fatIn, fatToButter, churnEfficiency, impliedButterFat, verdict } = judged;
  return {
    churnedEntryId,
    judged: {
      butterMass,
      fatIn,
      fatToButter,
      churnEfficiency,
      impliedButterFat,
      verdict,
      perLitre: butterMass / (facts.creamVolume / 1000),
    },
  };
}

const paceRatioOf = (facts: BatchFacts, breakMinutes: number): number | undefined => {
  const ratio = paceRatio(creamInChurn(facts), breakMinutes);
  return ratio !== undefined && ratio > 0.01 && ratio < 100 ? ratio : undefined;
};

/** Butter already eaten stays eaten: a correction may not leave less than was used. */
async function refuseIfEaten(
  scope: FarmScope,
  entryId: string,
  lotId: string,
  story: BatchStory,
): Promise<void> {
  const { mass } = await lotBalance(scope, lotId);
  const booked = await bookedMass(scope, entryId, lotId);
  const used = booked - mass;
  if (used <= 0.0005) return;
  const still = story.phase === 'packed' ? story.portions.find((portion) => portion.id === lotId) : undefined;
  if (!still || still.mass < used)
    throw new Refusal(
      'Some of this butter was finished since. Take that back on Today first, then put the batch right.',
      'events',
    );
}
