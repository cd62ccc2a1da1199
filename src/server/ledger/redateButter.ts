import type { BatchFacts } from '@/core/churning/batchEvents';
import { tellBatch } from '@/core/churning/tellBatch';
import { portionKept } from '@/core/keeping/portionKept';
import { batchById, changeFacts, eventsOf } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { farmOf } from '@/data/house/house';
import { datedLot } from '@/data/ledger/ledger';
import type { Treatment } from '@/data/ledger/ledger';
import { lotsById } from '@/data/ledger/standing';
import { localDate } from '../localDate';

/** A batch's facts say only whether its cream was heated. */
export const factTreatment = (treatment: Treatment): BatchFacts['treatment'] =>
  treatment === 'raw' ? 'raw' : 'pasteurised';

/** Brings what a batch is known as, and the dates of what was packed of it, in line with its cream as it is known now. */
export async function redateButter(scope: FarmScope, batchId: string): Promise<void> {
  const batch = await batchById(scope, batchId, true);
  if (!batch) return;
  const cream = (await lotsById(scope, [batch.creamLotId])).get(batch.creamLotId);
  const facts: BatchFacts = cream
    ? { ...batch.facts, treatment: factTreatment(cream.treatment) }
    : batch.facts;
  if (facts.treatment !== batch.facts.treatment) await changeFacts(scope, batchId, facts);
  if (batch.phase !== 'packed') return;
  const story = tellBatch(facts, (await eventsOf(scope, [batchId])).get(batchId) ?? []);
  const packed = story.events.findLast((event) => event.kind === 'packed');
  if (!packed) return;
  const made = localDate(new Date(packed.atSeconds * 1000), (await farmOf(scope)).timeZone);
  for (const portion of story.portions) {
    const { until, reasons } = portionKept(facts, story.washes.length > 0, portion, made);
    await datedLot(scope, portion.id, { keepUntil: until, keepReasons: reasons });
  }
}
