import { percent } from '@/core/quantities/formatQuantity';
import * as v from 'valibot';
import type { BatchFacts } from '@/core/churning/batchEvents';
import { atSeconds, batchFacts, id } from '@/core/churning/batchEvents';
import { personName } from '@/core/people/personName';
import { tellBatch } from '@/core/churning/tellBatch';
import { leanestChurnable } from '@/core/dairy/creamFat';
import { leastTreated } from '@/core/standing/lotNature';
import { addBatch, addEvents, batchById, changeBatch } from '@/data/churning/batches';
import { takeBatchNumber, vesselsOf } from '@/data/house/house';
import { makeLot, postEntry } from '@/data/ledger/ledger';
import { park } from '@/data/ledger/movements';
import { addLotEvents } from '@/data/ledger/standing';
import { actId, command } from '../commands/command';
import { letGo } from '../ledger/judgedLots';
import { blendOf, momentOf, outs } from '../ledger/move';
import { factTreatment } from '../ledger/redateButter';
import { madeFor } from '../ready/wishes';
import { Refusal } from '../refusal';
import { drawChurned, heardWithin } from './drawChurned';
import { wholeKilograms } from '@/core/quantities/whole';

/** Most cream one batch takes, g: past this a unit was mistyped (engineering estimate). */
const mostCream = 500_000;

/**
 * Begins a batch: the cream comes in as a lot, the batch takes its number, and the clock starts at the time the maker
 * pressed the button on their device. One that was begun without a signal is never lost to what others did meanwhile.
 */
export const beginBatch = command({
  name: 'batch.begin',
  input: v.strictObject({
    batchId: id,
    creamLotId: id,
    startedEventId: id,
    startedAtSeconds: atSeconds,
    facts: batchFacts,
    /** Cream from the Shelf; without it the cream comes in with the batch. */
    fromLots: v.optional(outs),
    /** Who churns it; without a word, whoever is signed in. */
    maker: v.optional(personName),
  }),
  carryOut: async (
    scope,
    { batchId, creamLotId, startedEventId, startedAtSeconds, facts: told, fromLots, maker },
    sender,
  ) => {
    const existing = await batchById(scope, batchId);
    if (existing) throw new Refusal('This batch was begun already.', 'batchId');
    if (told.creamMass > mostCream)
      throw new Refusal(
        `${wholeKilograms(told.creamMass / 1000)} of cream is more than a farm churns at once: check the unit.`,
        'creamMass',
      );
    if (told.creamFat < leanestChurnable) {
      throw new Refusal(
        `${percent(told.creamFat, 0)} fat is milk or light cream: it never breaks. Let it stand and take the cream off it, or stir richer cream in.`,
        'creamFat',
      );
    }
    if (told.vesselId !== null && !(await vesselsOf(scope)).some((vessel) => vessel.id === told.vesselId)) {
      throw new Refusal('That churn is not one of this farm’s.', 'vesselId');
    }
    const startedAt = momentOf(startedAtSeconds, sender);
    const { drawn, lots, late } = fromLots
      ? await drawChurned(scope, fromLots, sender)
      : { drawn: [], lots: [], late: undefined };
    const odd = lots.find(({ kind }) => kind !== 'cream');
    if (odd) throw new Refusal(`${odd.code} is ${odd.kind}: cream is churned.`, 'fromLots');
    const blocked = lots.find(({ blockedReason }) => blockedReason !== null);
    if (blocked)
      throw new Refusal(
        `${blocked.code} is kept from people’s food (${blocked.blockedReason}): it is not churned for them.`,
        'fromLots',
      );
    const startsLate = sender.receivedAt.getTime() - sender.at.getTime() > heardWithin;
    // What was begun without a signal is in the churn: it is written down, and what speaks against it with it.
    const despite =
      (await letGo(scope, lots, 'churn', startedAt, told.despite !== undefined || startsLate)) ??
      told.despite;
    const whole = lots.length > 0 ? blendOf(lots) : undefined;
    // What went into it decides, whatever the device was told: raw stays raw.
    const facts: BatchFacts = {
      ...told,
      treatment: factTreatment(
        leastTreated([told.treatment, ...(whole ? [whole.treatment] : [])]) ?? told.treatment,
      ),
      homogenised: told.homogenised || lots.some(({ details }) => details.homogenised === true),
      ...(despite === undefined ? {} : { despite }),
    };
    const number = await takeBatchNumber(scope);
    const fat = round(facts.creamMass * facts.creamFat);
    const cream = round(facts.creamMass);
    await makeLot(scope, {
      id: creamLotId,
      code: `C${number}`,
      kind: 'cream',
      vesselId: facts.vesselId,
      inChurn: true,
      madeAt: startedAt,
      oldestAt: whole?.oldestAt ?? startedAt,
      treatment: whole?.treatment ?? facts.treatment,
      blockedReason: null,
      ripened: facts.ripened,
      fatMethod: facts.fatMethod,
      fatSd: facts.creamFatSd,
      details: {
        massSd: facts.creamMassSd,
        ...whole?.details,
        ...(despite === undefined ? {} : { despite }),
      },
    });
    const took = {
      mass: drawn.reduce((sum, one) => sum + one.mass, 0),
      fat: drawn.reduce((sum, one) => sum + one.fat, 0),
    };
    await postEntry(scope, {
      commandId: sender.commandId,
      kind: fromLots ? 'poured' : 'received',
      at: startedAt,
      recordedAt: sender.receivedAt,
      lines: [
        ...drawn.map(({ lot, mass, fat: fatTaken }) => ({ lot: lot.id, mass: -mass, fat: -fatTaken })),
        // What the scale or the label says beside the books is shown as unaccounted, never hidden.
        {
          account: fromLots ? 'unaccounted' : 'received',
          mass: round(took.mass - cream),
          fat: round(took.fat - fat),
        },
        { lot: creamLotId, mass: cream, fat },
      ],
    });
    await addLotEvents(
      scope,
      creamLotId,
      [{ kind: 'poured', id: `${actId(sender)}-p0`, atSeconds: startedAtSeconds, mass: cream, fat: facts.creamFat, celsius: facts.temperature }],
      { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt },
    ); // prettier-ignore
    await addBatch(scope, {
      id: batchId,
      number,
      creamLotId,
      facts,
      startedAt,
      fromShelf: fromLots !== undefined,
      ...((maker ?? sender.by.name) === undefined ? {} : { maker: maker ?? sender.by.name! }),
    });
    const started = { kind: 'started' as const, id: startedEventId, atSeconds: startedAtSeconds };
    await addEvents(scope, batchId, [started], {
      device: sender.device,
      commandId: sender.commandId,
      recordedAt: sender.receivedAt,
    });
    await changeBatch(scope, batchId, {
      phase: tellBatch(facts, [started]).phase,
      breakMinutes: null,
      paceRatio: null,
      judged: null,
      churnedEntryId: null,
      revision: 1,
    });
    await madeFor(scope, { id: batchId, startedAt, ripened: facts.ripened });
    if (late)
      await park(scope, {
        commandId: sender.commandId,
        name: 'batch.begin',
        input: { batchId, fromLots },
        lotId: late.lotId,
        device: sender.device,
        at: sender.at,
        question: `${late.question} Batch ${number} is written down as it was churned; what its cream lacks stands as not accounted for.`,
      });
    return { batchId, number };
  },
});

/** To the milligram, as the ledger keeps it. */
const round = (grams: number): number => Math.round(grams * 1000) / 1000;
