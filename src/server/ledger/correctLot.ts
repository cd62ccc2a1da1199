import { percent } from '@/core/quantities/formatQuantity';
import * as v from 'valibot';
import { positiveMass, temperature } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { breedFat } from '@/core/dairy/breeds';
import { richestCream } from '@/core/dairy/creamFat';
import { milkBlock, pooledMilkFat, richestMilk } from '@/core/dairy/milkIn';
import type { LotEvent } from '@/core/standing/lotEvents';
import { notTakenBack } from '@/core/standing/lotStory';
import type { FarmScope } from '@/data/farmScope';
import { animalsOf, farmOf } from '@/data/house/house';
import { counterEntry, entriesInto, postEntry } from '@/data/ledger/ledger';
import type { EntryInto } from '@/data/ledger/ledger';
import type { LotDetails, StandingLot } from '@/data/ledger/standing';
import { addLotEvents, changeLot, lotBeganAt, lotEventsOf, lotsById } from '@/data/ledger/standing';
import { actId, command } from '../commands/command';
import type { Sender } from '../commands/command';
import { localDate } from '../localDate';
import { Refusal } from '../refusal';
import { refuseOverfull } from './intoVessel';
import { passOn } from './passOn';
import { milligrams, momentOf } from './move';
import { retell } from './retell';
import { wholeGrams } from '@/core/quantities/whole';

/** Leanest that is called cream, mass fraction (handbook §6.1). */
const leanestCream = 0.08;

const truth = v.strictObject({
  mass: v.optional(positiveMass),
  fat: v.optional(v.pipe(v.number(), v.gtValue(0, 'some fat is needed.'))),
  treatment: v.optional(v.picklist(['raw', 'pasteurised'])),
  homogenised: v.optional(v.boolean()),
  /** Whose milk it is; none for the whole herd's. */
  animalIds: v.optional(v.pipe(v.array(v.string()), v.maxLength(60, 'at most 60 animals.'))),
  celsius: v.optional(temperature),
  atSeconds: v.optional(atSeconds),
});
type Truth = v.InferOutput<typeof truth>;

/**
 * Puts right what was said when milk or cream came in: how much, how rich, raw or heated, of whom, how warm, and when. What was
 * written is taken back by its opposite and written anew; age, medicine, dates and whatever it became are told again.
 */
export const correctLot = command({
  name: 'lot.correct',
  input: v.strictObject({
    lotId: id,
    /** Which of the pourings it is of, where several stand in one vessel: its entry. */
    entryId: v.optional(v.pipe(v.string(), v.uuid('which pouring it was is not readable.'))),
    /** That, or what was written in its place: an undo of having put it right. */
    orInstead: v.optional(v.boolean(), false),
    to: truth,
  }),
  carryOut: async (scope, { lotId, entryId, orInstead, to }, sender) => {
    const lot = (await lotsById(scope, [lotId], true)).get(lotId);
    if (!lot) throw new Refusal('There is no such lot on this farm.', 'lotId');
    const cameIn = await entriesInto(scope, lotId);
    const entry =
      entryId === undefined
        ? cameIn[0]
        : cameIn.find((one) => one.id === entryId || (orInstead && one.details.corrects === entryId));
    if (entryId !== undefined && !entry)
      throw new Refusal(`That was put right or taken back meanwhile: look at ${lot.code} again.`, 'entryId');
    if (
      !entry ||
      !['milked', 'bought', 'received'].includes(entry.kind) ||
      (lot.kind !== 'milk' && lot.kind !== 'cream')
    )
      throw new Refusal(`${lot.code} came of something else here: put that right, and it follows.`, 'lotId');
    if (cameIn.length > 1 && entryId === undefined)
      throw new Refusal(
        `${lot.code} is of ${cameIn.length} pourings: take the wrong one back and enter it again.`,
        'lotId',
      );
    const at = to.atSeconds === undefined ? entry.at : momentOf(to.atSeconds, sender);
    const whose = await whoseMilk(scope, lot, entry, to, at);
    const alone = cameIn.length === 1;
    const told = notTakenBack((await lotEventsOf(scope, [lotId])).get(lotId) ?? []);
    const used = told.find(({ kind, atSeconds: when }) => kind === 'drawn' && when < at.getTime() / 1000);
    if (used) throw new Refusal(`Some of ${lot.code} was used before that: look at the time.`, 'atSeconds');
    const amounts = amountsOf(lot, entry, to, whose.fat);
    await book(scope, lot, entry, { ...amounts, at, details: { ...entry.details, ...whose.entry } }, sender);
    const change = { mass: amounts.mass - entry.mass, fat: amounts.fat - entry.fat };
    if (isGone(lot) && (Math.abs(change.mass) > 0.0005 || Math.abs(change.fat) > 0.0005))
      await passOn(scope, lot, change, sender);
    await changeLot(scope, lotId, {
      ...(alone ? whose.lot : {}),
      details: {
        ...lot.details,
        ...(alone ? whose.details : await whoseAll(scope, lotId)),
        ...(to.homogenised === undefined ? {} : { homogenised: to.homogenised }),
      },
    });
    if (to.atSeconds !== undefined && alone) await lotBeganAt(scope, lotId, at);
    const poured = pouringOf(told, entry);
    const by = { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt };
    await addLotEvents(
      scope,
      lotId,
      [
        { kind: 'undone', id: `${actId(sender)}-ru`, eventId: poured.id, atSeconds: poured.atSeconds },
        {
          kind: 'poured',
          id: `${actId(sender)}-rp`,
          atSeconds: at.getTime() / 1000,
          mass: amounts.mass,
          fat: amounts.fat / amounts.mass,
          celsius: to.celsius ?? (poured.kind === 'poured' ? poured.celsius : 4),
        },
      ],
      by,
    );
    const placed = told.find(({ kind }) => kind === 'placed');
    // Where it stood from the start, it stood from the true start.
    if (alone && placed?.kind === 'placed' && Math.abs(placed.atSeconds - poured.atSeconds) < 1)
      await addLotEvents(
        scope,
        lotId,
        [
          { kind: 'undone', id: `${actId(sender)}-rq`, eventId: placed.id, atSeconds: placed.atSeconds },
          { ...placed, id: `${actId(sender)}-ra`, atSeconds: at.getTime() / 1000 + 0.001 },
        ],
        by,
      );
    await retell(scope, [lotId]);
    return { lotId, mass: amounts.mass, fat: amounts.fat };
  },
});

/** All of it was used, so that what was more or less of it went where its rest went. */
const isGone = (lot: StandingLot): boolean => lot.kind === 'milk' && lot.mass < 0.0005;

/** How its coming in was told: that of the pouring which is put right. */
function pouringOf(told: readonly LotEvent[], entry: EntryInto): LotEvent {
  const poured = told.filter((event) => event.kind === 'poured');
  return (
    poured.find(
      ({ atSeconds: when, mass }) =>
        Math.abs(when - entry.at.getTime() / 1000) < 1 && Math.abs(mass - entry.mass) < 0.001,
    ) ?? poured[0]!
  );
}

/** The animals of all that stands together in one vessel. */
async function whoseAll(scope: FarmScope, lotId: string): Promise<LotDetails> {
  const names = (await entriesInto(scope, lotId)).flatMap(({ details }) =>
    Array.isArray(details.names) ? (details.names as string[]) : [],
  );
  return names.length > 0 ? { animals: [...new Set(names)] } : {};
}

/** g of it and of its fat, as they truly came in. */
function amountsOf(lot: StandingLot, entry: EntryInto, to: Truth, expectedFat: number | undefined) {
  const mass = milligrams(to.mass ?? entry.mass);
  const share = to.fat ?? expectedFat ?? entry.fat / entry.mass;
  if (lot.kind === 'milk' && share > richestMilk)
    throw new Refusal(`${percent(share)} is no milk: milk holds at most 12 % fat.`, 'fat');
  if (lot.kind === 'cream' && (share > richestCream || share < leanestCream))
    throw new Refusal(`${percent(share)} is no cream: from 8 to 60 % fat.`, 'fat');
  const fat = milligrams(mass * share);
  const left = { mass: lot.mass + mass - entry.mass, fat: lot.fat + fat - entry.fat };
  const gone = entry.mass - lot.mass;
  const moves = Math.abs(mass - entry.mass) > 0.0005 || Math.abs(fat - entry.fat) > 0.0005;
  if (moves && !isGone(lot) && (left.mass < -0.0005 || left.fat < -0.0005 || left.fat > left.mass + 0.0005))
    throw new Refusal(
      `${wholeGrams(gone)} of ${lot.code} was used since: take that back first, then put it right.`,
      to.mass === undefined ? 'fat' : 'mass',
    );
  if (lot.vessel && mass > entry.mass && !isGone(lot))
    refuseOverfull(lot.vessel, mass - entry.mass, lot.mass, 'mass');
  return { mass, fat };
}

/** What follows from whose milk it is: its fat where nobody tested it, what keeps it from people, and its names. */
async function whoseMilk(
  scope: FarmScope,
  lot: StandingLot,
  entry: EntryInto,
  to: Truth,
  at: Date,
): Promise<{
  fat?: number;
  entry: Record<string, unknown>;
  lot: Partial<Pick<StandingLot, 'treatment' | 'fatSd' | 'fatMethod' | 'blockedReason' | 'blockedUntil'>>;
  details: LotDetails;
}> {
  const tested = to.fat === undefined ? {} : { fatSd: 0.002, fatMethod: 'label' };
  const heated = to.treatment === undefined ? {} : { treatment: to.treatment };
  if (lot.kind !== 'milk' || to.animalIds === undefined)
    return { entry: heated, lot: { ...tested, ...heated }, details: {} };
  const herd = await animalsOf(scope);
  if (to.animalIds.some((one) => !herd.some((animal) => animal.id === one)))
    throw new Refusal('That animal is not one of this farm’s.', 'animalIds');
  const milked =
    to.animalIds.length > 0
      ? herd.filter((animal) => to.animalIds!.includes(animal.id))
      : herd.filter((animal) => animal.milked && breedFat[animal.breed].species !== 'goat');
  const { timeZone } = await farmOf(scope);
  const day = localDate(at, timeZone);
  const block = milkBlock(milked, day);
  const expected = pooledMilkFat(milked, day);
  const species = new Set<string>(milked.map((animal) => breedFat[animal.breed].species));
  const byBreed = lot.fatMethod === 'breed' && to.fat === undefined;
  return {
    ...(byBreed ? { fat: expected.fat } : {}),
    entry: {
      ...heated,
      from: to.animalIds.length > 0 ? 'animals' : 'herd',
      animalIds: to.animalIds,
      milkedIds: milked.map(({ id: one }) => one),
      names: milked.map(({ name }) => name),
      block:
        milkBlock(
          milked.map((one) => ({ ...one, withdrawnUntil: null })),
          day,
        ) ?? null,
    },
    lot: {
      ...tested,
      ...heated,
      ...(byBreed ? { fatSd: expected.sd } : {}),
      blockedReason: block?.reason ?? null,
      blockedUntil: block?.until ?? null,
    },
    details: {
      animals: milked.map(({ name }) => name),
      species: species.size === 1 ? ([...species][0] as 'cow') : 'cow',
      ...(byBreed ? { fatHow: expected.how } : {}),
    },
  };
}

async function book(
  scope: FarmScope,
  lot: StandingLot,
  entry: EntryInto,
  now: { mass: number; fat: number; at: Date; details: Record<string, unknown> },
  sender: Sender,
): Promise<void> {
  await counterEntry(scope, entry.id, sender.commandId, sender.receivedAt);
  await postEntry(
    scope,
    {
      commandId: sender.commandId,
      kind: entry.kind,
      at: now.at,
      recordedAt: sender.receivedAt,
      details: { ...now.details, corrects: entry.id },
      lines: [
        { account: entry.kind === 'milked' ? 'milked' : 'received', mass: -now.mass, fat: -now.fat },
        { lot: lot.id, mass: now.mass, fat: now.fat },
      ],
    },
    true,
  );
}
