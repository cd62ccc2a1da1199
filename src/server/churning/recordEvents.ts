import { counted } from '@/core/quantities/counted';
import { isDeepStrictEqual } from 'node:util';
import * as v from 'valibot';
import { mixName } from '@/core/working/mix';
import { moistureTest } from '@/core/balancing/moistureTest';
import { batchEvent, id } from '@/core/churning/batchEvents';
import type { BatchEvent } from '@/core/churning/batchEvents';
import { correctedFacts } from '@/core/churning/correctedFacts';
import { tellBatch } from '@/core/churning/tellBatch';
import type { BatchStory, Phase } from '@/core/churning/batchStory';
import { paceShown } from '@/core/churning/churned';
import { addEvents, batchById, changeBatch, eventsOf, saidOtherwise } from '@/data/churning/batches';
import type { Batch } from '@/data/churning/batches';
import { command } from '../commands/command';
import type { Sender } from '../commands/command';
import { momentOf } from '../ledger/move';
import { Refusal } from '../refusal';
import { bookButter } from './bookButter';
import { correctCream } from './correctCream';

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
    for (const event of events) {
      refuseImpossible(event);
      withinTheBatch(event, batch.startedAt, sender);
    }
    const added = await addEvents(scope, batchId, events, {
      device: sender.device,
      commandId: sender.commandId,
      recordedAt: sender.receivedAt,
    });
    if (added < events.length && (await saidOtherwise(scope, batchId, events)).length > 0)
      throw new Refusal('Something else was said under that id before: it is not told again.', 'events');
    if (added === 0) return { revision: batch.revision };
    const all = (await eventsOf(scope, [batchId])).get(batchId) ?? [];
    const fresh = new Set(events.map((event) => event.id));
    const facts = correctedFacts(
      batch.facts,
      all.filter((event) => !fresh.has(event.id)),
      all,
    );
    if (!isDeepStrictEqual(facts, batch.facts)) await correctCream(scope, batch, facts, sender);
    const story = tellBatch(facts, all);
    if (events.some((event) => event.kind === 'packed') && story.portions.length === 0) {
      throw new Refusal('There is no butter to pack yet: say how much there is first.', 'events');
    }
    // A taste or a feel is remembered and moves nothing.
    const quiet = events.every(({ kind }) => kind === 'tasted' || kind === 'felt' || kind === 'noted');
    const now = { ...batch, facts };
    const { churnedEntryId, judged } = quiet ? batch : await bookButter(scope, now, story, sender);
    const revision = batch.revision + added;
    const broke = story.marks.find((mark) => mark.stage === 'break' && !mark.inferred);
    const breakMinutes = broke ? broke.elapsedSeconds / 60 : null;
    await changeBatch(scope, batchId, {
      phase: story.phase,
      breakMinutes,
      paceRatio: broke ? paceTaught(now, story, events) : null,
      judged,
      churnedEntryId,
      revision,
      facts,
      ...startOf(batch, story),
    });
    return { revision };
  },
});

/** When it began, where that was put right; within the second it is as it was written down. */
function startOf({ startedAt }: Batch, story: BatchStory): Partial<Pick<Batch, 'startedAt'>> {
  const moved =
    story.startedAt !== undefined && Math.abs(story.startedAt * 1000 - startedAt.getTime()) > 1000;
  return moved ? { startedAt: new Date(story.startedAt! * 1000) } : {};
}

/** How long before its first button a batch may have begun in truth, ms. */
const earliestMs = 86_400_000;
/** What says nothing of how the churning itself went. */
const afterwards = new Set<BatchEvent['kind']>([
  'tasted',
  'felt',
  'noted',
  'washed',
  'worked',
  'gathered',
  'portion',
  'reweighed',
  'moisture',
  'joined',
]);
const past: ReadonlySet<Phase> = new Set(['drained', 'washed', 'portioned', 'packed']);

/** What this batch teaches of pace: worked out once churning is over, and again only when something of it is put right. */
function paceTaught(batch: Batch, story: BatchStory, events: readonly BatchEvent[]): number | null {
  if (!past.has(story.phase)) return batch.paceRatio;
  const known = batch.paceRatio !== null || past.has(batch.phase);
  if (known && events.every(({ kind }) => afterwards.has(kind))) return batch.paceRatio;
  const ratio = paceShown(batch.facts, story);
  return ratio !== undefined && ratio > 0.01 && ratio < 100 ? ratio : null;
}

/** What is said of a batch happened between a day before it was begun, for one written down late, and now. */
function withinTheBatch(event: BatchEvent, startedAt: Date, sender: Sender): void {
  const times = event.kind === 'retimed' ? [event.atSeconds, event.toSeconds] : [event.atSeconds];
  for (const at of times)
    if (momentOf(at, sender).getTime() < startedAt.getTime() - earliestMs)
      throw new Refusal(
        `That is ${counted(Math.round((startedAt.getTime() / 1000 - at) / 86_400), 'day')} before this batch was begun: look at its day.`,
        'atSeconds',
      );
}

function refuseImpossible(event: BatchEvent): void {
  if (event.kind === 'portion' && event.saltMass >= event.mass)
    throw new Refusal('The salt cannot weigh as much as the butter it is in.', 'saltMass');
  if (event.kind === 'reweighed' && event.saltMass >= event.mass)
    throw new Refusal('The salt cannot weigh as much as the butter it is in.', 'saltMass');
  if (event.kind === 'portion' && event.saltMass + (event.additionMass ?? 0) >= event.mass)
    throw new Refusal('What is mixed in cannot weigh as much as the butter it is in.', 'additionMass');
  // Its dates and its label go by the rules it falls under.
  const unruled = event.kind === 'portion' && event.mixedIn?.find(({ of }) => !event.additions.includes(of));
  if (unruled)
    throw new Refusal(
      `“${mixName(unruled)}” is mixed in, and its rule is not among the additions.`,
      'additions',
    );
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
