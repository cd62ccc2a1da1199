import type { BatchFacts } from '@/core/churning/batchEvents';
import type { BatchStory, StoryPortion } from '@/core/churning/batchStory';
import { tellBatch } from '@/core/churning/tellBatch';
import type { Storage } from '@/core/keeping/keepingDate';
import type { Stay } from '@/core/keeping/keptThrough';
import { portionKept } from '@/core/keeping/portionKept';
import { notTakenBack } from '@/core/standing/lotStory';
import { batchById, changeFacts, eventsOf } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { farmOf } from '@/data/house/house';
import { datedLot, partsOf } from '@/data/ledger/ledger';
import type { Treatment } from '@/data/ledger/ledger';
import { lotEventsOf, lotsById } from '@/data/ledger/standing';
import { localDate } from '../localDate';

/** A batch's facts say only whether its cream was heated. */
export const factTreatment = (treatment: Treatment): BatchFacts['treatment'] =>
  treatment === 'raw' ? 'raw' : 'pasteurised';

/** Brings what a batch is known as, and the dates of what was packed of it, in line with its cream as it is known now. */
export async function redateButter(scope: FarmScope, batchId: string): Promise<void> {
  const batch = (await batchById(scope, batchId, true))!;
  const cream = (await lotsById(scope, [batch.creamLotId])).get(batch.creamLotId);
  const facts: BatchFacts = cream
    ? { ...batch.facts, treatment: factTreatment(cream.treatment) }
    : batch.facts;
  if (facts.treatment !== batch.facts.treatment) await changeFacts(scope, batchId, facts);
  const story = tellBatch(facts, (await eventsOf(scope, [batchId])).get(batchId) ?? []);
  const packed = story.events.findLast((event) => event.kind === 'packed');
  if (!packed) return;
  const made = localDate(new Date(packed.atSeconds * 1000), (await farmOf(scope)).timeZone);
  const ids = story.portions.map((portion) => portion.id);
  const parts = await partsOf(scope, ids);
  const moves = await movesOf(scope, [
    ...ids,
    ...[...parts.values()].flatMap((some) => some.map((part) => part.id)),
  ]);
  for (const portion of story.portions)
    for (const lotId of [portion.id, ...parts.get(portion.id)!.map((part) => part.id)])
      await datedLot(scope, lotId, kept(facts, story, portion, made, moves.get(lotId)!));
}

/** Where butter was moved to, by lot, in order, on the farm’s dates. */
export async function movesOf(scope: FarmScope, lotIds: readonly string[]): Promise<Map<string, Stay[]>> {
  const { timeZone } = await farmOf(scope);
  const told = await lotEventsOf(scope, lotIds);
  return new Map(
    lotIds.map((lotId) => [
      lotId,
      notTakenBack(told.get(lotId) ?? []).flatMap((event) =>
        event.kind === 'kept'
          ? [{ storage: event.storage, on: localDate(new Date(event.atSeconds * 1000), timeZone) }]
          : [],
      ),
    ]),
  );
}

/** Where butter is now, until when it keeps there, and why. */
export function kept(
  facts: BatchFacts,
  story: Pick<BatchStory, 'washes'>,
  portion: StoryPortion,
  made: string,
  moves: readonly Stay[],
): { keepUntil: string; keepReasons: string[]; storage: Storage } {
  const { until, reasons } = portionKept(facts, story.washes.length > 0, portion, made, moves);
  return { keepUntil: until, keepReasons: reasons, storage: moves.at(-1)?.storage ?? portion.storage };
}
