import { percent } from '@/core/quantities/formatQuantity';
import type { BatchFacts } from '@/core/churning/batchEvents';
import { leanestChurnable } from '@/core/dairy/creamFat';
import { notTakenBack } from '@/core/standing/lotStory';
import type { Batch } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { vesselsOf } from '@/data/house/house';
import { camePoured, counterEntry, entriesInto, postEntry } from '@/data/ledger/ledger';
import { addLotEvents, changeLot, lotEventsOf, lotsById } from '@/data/ledger/standing';
import { actId } from '../commands/command';
import type { Sender } from '../commands/command';
import { Refusal } from '../refusal';

/** What the Shelf knows of cream that stood there, and a batch does not change. */
const ofTheShelf = ['treatment', 'ripened', 'homogenised'] as const;

/**
 * Books what was put right of a batch's cream: what it was more or less goes where the rest of it came from, in an entry of
 * its own, and its lot says what it is of now. The butter follows it (`bookButter.ts`).
 * @throws {Refusal} for cream that cannot be, or that another place knows better
 */
export async function correctCream(
  scope: FarmScope,
  batch: Batch,
  facts: BatchFacts,
  sender: Sender,
): Promise<void> {
  const was = batch.facts;
  if (facts.creamFat < leanestChurnable)
    throw new Refusal(`${percent(facts.creamFat, 0)} fat is milk: cream that broke had more.`, 'creamFat');
  if (facts.vesselId !== null && !(await vesselsOf(scope)).some(({ id }) => id === facts.vesselId))
    throw new Refusal('That churn is not one of this farm’s.', 'vesselId');
  const poured = await camePoured(scope, batch.creamLotId);
  if (poured && ofTheShelf.some((key) => facts[key] !== was[key]))
    throw new Refusal(
      'This cream stood on the Shelf: whether it was raw, heated or ripened is put right there, on its own page.',
      'treatment',
    );
  await bookAnew(scope, batch, facts, poured, sender);
  const cream = (await lotsById(scope, [batch.creamLotId], true)).get(batch.creamLotId)!;
  await changeLot(scope, batch.creamLotId, {
    fatSd: facts.creamFatSd,
    fatMethod: facts.fatMethod,
    ...(poured ? {} : { treatment: facts.treatment, ripened: facts.ripened }),
    vesselId: facts.vesselId,
    details: { ...cream.details, massSd: facts.creamMassSd },
  });
  const told = notTakenBack((await lotEventsOf(scope, [batch.creamLotId])).get(batch.creamLotId) ?? []);
  const before = told.find(({ kind }) => kind === 'poured');
  const atSeconds = before?.atSeconds ?? batch.startedAt.getTime() / 1000;
  await addLotEvents(
    scope,
    batch.creamLotId,
    [
      ...(before
        ? [{ kind: 'undone' as const, id: `${actId(sender)}-cu`, eventId: before.id, atSeconds }]
        : []),
      { kind: 'poured', id: `${actId(sender)}-cp`, atSeconds, mass: round(facts.creamMass), fat: facts.creamFat, celsius: facts.temperature },
    ],
    { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt },
  ); // prettier-ignore
}

/** What there was of it, written anew: in place of what came in with the batch, or beside what the Shelf gave. */
async function bookAnew(
  scope: FarmScope,
  batch: Batch,
  facts: BatchFacts,
  poured: boolean,
  sender: Sender,
): Promise<void> {
  const before = held(batch.facts);
  const after = held(facts);
  if (before.mass === after.mass && before.fat === after.fat) return;
  const account = poured ? 'unaccounted' : 'received';
  // What was churned of it is booked anew after this: only then is it judged what a lot holds.
  const post = (mass: number, fat: number) =>
    postEntry(
      scope,
      {
        commandId: sender.commandId,
        kind: poured ? 'poured' : 'received',
        at: batch.startedAt,
        recordedAt: sender.receivedAt,
        details: { corrects: batch.id },
        lines: [
          { account, mass: round(-mass), fat: round(-fat) },
          { lot: batch.creamLotId, mass: round(mass), fat: round(fat) },
        ],
      },
      true,
    );
  if (!poured) {
    for (const { id } of await entriesInto(scope, batch.creamLotId))
      await counterEntry(scope, id, sender.commandId, sender.receivedAt);
    await post(after.mass, after.fat);
    return;
  }
  const more = { mass: after.mass - before.mass, fat: after.fat - before.fat };
  // No line holds more fat than mass, nor moves one in and the other out.
  if (more.mass * more.fat >= 0 && Math.abs(more.fat) <= Math.abs(more.mass)) {
    await post(more.mass, more.fat);
    return;
  }
  await post(-before.mass, -before.fat);
  await post(after.mass, after.fat);
}

const held = ({ creamMass, creamFat }: BatchFacts) => ({
  mass: round(creamMass),
  fat: round(creamMass * creamFat),
});

/** To the milligram, as the ledger keeps it. */
const round = (grams: number): number => Math.round(grams * 1000) / 1000;
