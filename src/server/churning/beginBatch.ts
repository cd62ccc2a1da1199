import * as v from 'valibot';
import { batchFacts, id } from '@/core/churning/batchEvents';
import { batchStory } from '@/core/churning/batchStory';
import { leanestChurnable } from '@/core/dairy/creamFat';
import { addBatch, addEvents, batchById, changeBatch } from '@/data/churning/batches';
import { takeBatchNumber, vesselsOf } from '@/data/house/house';
import { postEntry, putLot } from '@/data/ledger/ledger';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Most cream one batch takes, g: past this a unit was mistyped (engineering estimate). */
const mostCream = 500_000;

/**
 * Begins a batch: the cream comes in as a lot, the batch takes its number, and the clock starts at the time the maker
 * pressed the button on their device.
 */
export const beginBatch = command({
  name: 'batch.begin',
  input: v.strictObject({
    batchId: id,
    creamLotId: id,
    startedEventId: id,
    startedAtSeconds: v.number(),
    facts: batchFacts,
  }),
  carryOut: async (scope, { batchId, creamLotId, startedEventId, startedAtSeconds, facts }, sender) => {
    const existing = await batchById(scope, batchId);
    if (existing) throw new Refusal('This batch was begun already.', 'batchId');
    if (facts.creamMass > mostCream)
      throw new Refusal(
        `${Math.round(facts.creamMass / 1000)} kg of cream is more than a farm churns at once: check the unit.`,
        'creamMass',
      );
    if (facts.creamFat < leanestChurnable) {
      throw new Refusal(
        `Cream of ${Math.round(facts.creamFat * 100)} % fat will whip and never break: it takes about 25 % and more.`,
        'creamFat',
      );
    }
    if (facts.vesselId !== null && !(await vesselsOf(scope)).some((vessel) => vessel.id === facts.vesselId)) {
      throw new Refusal('That churn is not one of this farm’s.', 'vesselId');
    }
    const startedAt = new Date(startedAtSeconds * 1000);
    const number = await takeBatchNumber(scope);
    const fat = round(facts.creamMass * facts.creamFat);
    const cream = round(facts.creamMass);
    await putLot(scope, {
      id: creamLotId,
      code: `C${number}`,
      kind: 'cream',
      vesselId: facts.vesselId,
      madeAt: startedAt,
      raw: facts.treatment === 'raw',
      ripened: facts.ripened,
      fatMethod: facts.fatMethod,
      details: { fatSd: facts.creamFatSd, massSd: facts.creamMassSd },
    });
    await postEntry(scope, {
      commandId: sender.commandId,
      kind: 'received',
      at: startedAt,
      recordedAt: sender.receivedAt,
      lines: [
        { account: 'received', mass: -cream, fat: -fat },
        { lot: creamLotId, mass: cream, fat },
      ],
    });
    await addBatch(scope, { id: batchId, number, creamLotId, facts, startedAt });
    const started = { kind: 'started' as const, id: startedEventId, atSeconds: startedAtSeconds };
    await addEvents(scope, batchId, [started], {
      device: sender.device,
      commandId: sender.commandId,
      recordedAt: sender.receivedAt,
    });
    await changeBatch(scope, batchId, {
      phase: batchStory(facts, [started]).phase,
      breakMinutes: null,
      paceRatio: null,
      judged: null,
      churnedEntryId: null,
      revision: 1,
    });
    return { batchId, number };
  },
});

/** To the milligram, as the ledger keeps it. */
const round = (grams: number): number => Math.round(grams * 1000) / 1000;
