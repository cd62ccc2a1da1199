import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { butterOnHand } from '@/data/ledger/ledger';
import { batchView } from '../churning/views';
import { setClock } from '../clock';
import { event, facts, morning, portion, send } from '../testing/aBatch';
import { aDairy, animal, cream, lotOf, milk, putTo, skim } from '../testing/aDairy';
import { retell } from './retell';

const house = aDairy();
const done = { status: 'done' };
const day = 86_400;
const date = (offset: number) => new Date((morning + offset * day) * 1000).toISOString().slice(0, 10);
const butter = (farm: string) => inFarm(farm, butterOnHand);
const withheld = (one: object, from: number, until: number) => ({
  ...one,
  withdrawnFrom: date(from),
  withdrawnUntil: date(until),
  withdrawnReason: 'udder tubes',
});
const heat = async (farm: string, lotId: string) => {
  const command = randomUUID();
  expect(
    await send(farm, 'lot.record', { lotId, events: [{ id: randomUUID(), atSeconds: morning, kind: 'heated', how: 'pasteurised', celsius: 75, minutes: 1 }] }, command),
  ).toMatchObject(done);
  return command;
}; // prettier-ignore
const churnedOf = async (farm: string, creamId: string, portions: Record<string, number>, washed = true) => {
  const batchId = randomUUID();
  const { mass } = await lotOf(farm, creamId);
  expect(
    await send(farm, 'batch.begin', {
      batchId, creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: morning,
      facts: { ...facts, creamMass: mass, creamFat: 0.36 },
      fromLots: [{ lotId: creamId }],
    }),
  ).toMatchObject(done);
  expect(
    await send(farm, 'batch.record', {
      batchId,
      events: [
        event(8, { kind: 'mark', stage: 'break' }),
        event(9, { kind: 'mark', stage: 'stopped' }),
        event(10, { kind: 'drained', measured: 'skipped' }),
        ...(washed ? [event(11, { kind: 'washed', clarity: 'clear' })] : []),
        ...Object.entries(portions).map(([id, grams]) => event(12, portion(id, grams, 0.016 * grams))),
        event(13, { kind: 'packed' }),
      ],
    }),
  ).toMatchObject(done);
  return batchId;
}; // prettier-ignore

describe('butter already packed', () => {
  it('is dated anew with its cream: each portion, and each part of it that was moved', async () => {
    const farm = await house.farm();
    const creamId = await cream(farm, { treatment: 'raw' });
    const heating = await heat(farm, creamId);
    const [first, second, part] = [randomUUID(), randomUUID(), randomUUID()];
    const batchId = await churnedOf(farm, creamId, { [first]: 400, [second]: 300 });
    expect((await batchView(farm, batchId))!.facts.treatment).toBe('pasteurised');
    expect(
      await send(farm, 'butter.move', { lotId: first, to: 'freezer', mass: 150, partId: part, atSeconds: morning + 2 * day }),
    ).toMatchObject(done);
    // Tasted the day after: it is as old as its packing.
    expect(
      await send(farm, 'batch.record', { batchId, events: [event(25 * 60, { kind: 'tasted', tastes: ['sweet'] })] }),
    ).toMatchObject(done);
    const dates = async () => new Map((await butter(farm)).map((pat) => [pat.lotId, [pat.keepUntil, pat.storage]]));
    const before = await dates();
    expect([...before.keys()].toSorted()).toEqual([first, second, part].toSorted());
    expect(before.get(part)![1]).toBe('freezer');
    // The heating was a slip: it is raw, and all of it keeps shorter, in its own place.
    expect(await send(farm, 'entry.undo', { commandId: heating })).toMatchObject(done);
    const after = await dates();
    expect((await batchView(farm, batchId))!.facts.treatment).toBe('raw');
    for (const id of [first, second, part]) {
      expect(after.get(id)![0]! < before.get(id)![0]!).toBe(true);
      expect(after.get(id)![1]).toBe(before.get(id)![1]);
    }
    expect(after.get(part)![0]! > after.get(first)![0]!).toBe(true);
    // Heated after all: as before.
    await heat(farm, creamId);
    expect(await dates()).toEqual(before);
    expect((await batchView(farm, batchId))!.facts.treatment).toBe('pasteurised');
  }); // prettier-ignore
});

it('butter still in the churn is known as what its cream is, and has no date yet', async () => {
  const farm = await house.farm();
  const creamId = await cream(farm, { treatment: 'raw' });
  const heating = await heat(farm, creamId);
  const batchId = randomUUID();
  expect(
    await send(farm, 'batch.begin', {
      batchId, creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: morning,
      facts: { ...facts, creamMass: 2000, creamFat: 0.36 },
      fromLots: [{ lotId: creamId }],
    }),
  ).toMatchObject(done);
  expect(await send(farm, 'entry.undo', { commandId: heating })).toMatchObject(done);
  expect((await batchView(farm, batchId))!.facts.treatment).toBe('raw');
  expect(await butter(farm)).toEqual([]);
}); // prettier-ignore

describe('books that an older version wrote', () => {
  const older = (farm: string, lotId: string, without = `- 'milkedIds' - 'treatment' - 'block'`) =>
    house.asOwner(
      farm,
      `ALTER TABLE entry DISABLE TRIGGER USER;
       UPDATE entry SET details = details ${without} WHERE id IN (SELECT entry_id FROM entry_line WHERE lot_id = '${lotId}' AND mass > 0);
       ALTER TABLE entry ENABLE TRIGGER USER;`,
    );

  it('name the animals of their milk: medicine that comes to be known late reaches it by name', async () => {
    const farm = await house.farm();
    const [tansy, quill] = [animal({}), animal({ name: 'Quill' })];
    for (const one of [tansy, quill]) expect(await send(farm, 'animal.put', one)).toMatchObject(done);
    const of = (one: { id: string }) => milk(farm, { from: 'animals', animalIds: [one.id], mass: 5000 });
    const [hers, others] = [await of(tansy), await of(quill)];
    for (const lotId of [hers, others]) await older(farm, lotId);
    const creamId = randomUUID();
    await skim(farm, [hers], { cuts: [{ lotId: creamId, mass: 800, fat: 0.2 }] });
    expect(await send(farm, 'animal.put', withheld(tansy, -1, 3))).toMatchObject(done);
    expect((await lotOf(farm, hers)).blockedReason).toBe('Tansy: udder tubes');
    expect(await lotOf(farm, creamId)).toMatchObject({
      blockedReason: 'Tansy: udder tubes',
      treatment: 'raw',
    });
    expect((await lotOf(farm, others)).blockedReason).toBeNull();
  });

  it('keep what they said when it came in: its treatment, its age, and why it was kept from people', async () => {
    const farm = await house.farm();
    const fern = animal({ name: 'Fern', calvedOn: date(-1) });
    expect(await send(farm, 'animal.put', fern)).toMatchObject(done);
    const first = await milk(farm, {
      from: 'animals',
      animalIds: [fern.id],
      mass: 5000,
      treatment: 'pasteurised',
    });
    const said = await lotOf(farm, first);
    expect(said.blockedReason).toMatch(/Fern/);
    await older(farm, first);
    // Something is told of it, and so everything of it is told again.
    const heating = await heat(farm, first);
    expect(await send(farm, 'entry.undo', { commandId: heating })).toMatchObject(done);
    expect(await lotOf(farm, first)).toMatchObject({
      blockedReason: said.blockedReason,
      blockedUntil: said.blockedUntil,
      treatment: 'pasteurised',
      oldestAt: said.oldestAt,
    });
  });
});

describe('a pour that is taken back', () => {
  it('takes its age back with it', async () => {
    const farm = await house.farm();
    setClock(new Date((morning - 30 * 3600) * 1000));
    const old = await milk(farm, { from: 'bought', mass: 4000, atSeconds: morning - 30 * 3600 });
    setClock(new Date(morning * 1000));
    const young = await milk(farm, { from: 'bought', mass: 4000 });
    const pour = randomUUID();
    expect(
      await send(farm, 'lot.pour', { from: [{ lotId: old, mass: 500 }], lotId: randomUUID(), intoLotId: young, kind: 'milk', celsius: 5 }, pour),
    ).toMatchObject(done);
    const age = async (id: string) => (await lotOf(farm, id)).oldestAt.getTime() / 1000 - morning;
    expect(await age(young)).toBe(-30 * 3600);
    expect(await send(farm, 'entry.undo', { commandId: pour })).toMatchObject(done);
    expect(await age(young)).toBe(0);
    expect(await age(old)).toBe(-30 * 3600);
    // What came in by mistake and is taken back stands empty, as it was.
    const came = randomUUID();
    const lotId = randomUUID();
    await send(farm, 'milk.in', { lotId, from: 'bought', mass: 900, massSd: 5 }, came);
    expect(await send(farm, 'entry.undo', { commandId: came })).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ mass: 0, treatment: 'raw', blockedReason: null });
    expect(await inFarm(farm, (scope) => retell(scope, [randomUUID()]))).toEqual([]);
  }); // prettier-ignore
});

describe('told again for another reason', () => {
  it('butter that was not washed keeps as butter that was not washed', async () => {
    const farm = await house.farm();
    const creamId = await cream(farm, { treatment: 'raw' });
    const first = await heat(farm, creamId);
    const pat = randomUUID();
    await churnedOf(farm, creamId, { [pat]: 600 }, false);
    const [before] = await butter(farm);
    expect(await send(farm, 'entry.undo', { commandId: first })).toMatchObject(done);
    expect((await butter(farm))[0]!.keepUntil < before!.keepUntil).toBe(true);
    await heat(farm, creamId);
    expect((await butter(farm))[0]!.keepUntil).toBe(before!.keepUntil);
  });

  it('what was skimmed of boiled milk stays boiled, and yoghurt of unheated milk raw', async () => {
    const farm = await house.farm();
    const cow = animal({});
    expect(await send(farm, 'animal.put', cow)).toMatchObject(done);
    const lotId = await milk(farm, { from: 'animals', animalIds: [cow.id], mass: 8000 });
    const raw = await putTo(farm, lotId, 'yoghurt', { mass: 1000, made: { heated: false } });
    const heated = await putTo(farm, lotId, 'yoghurt', { mass: 1000 });
    const creamId = randomUUID();
    expect(
      await skim(farm, [lotId], { way: 'boiled', cuts: [{ lotId: creamId, mass: 500, fat: 0.2 }] }),
    ).toMatchObject(done);
    const treatments = async () =>
      Promise.all([creamId, raw.made, heated.made].map(async (id) => (await lotOf(farm, id)).treatment));
    expect(await treatments()).toEqual(['boiled', 'raw', 'boiled']);
    expect(await send(farm, 'animal.put', withheld(cow, -1, 3))).toMatchObject(done);
    expect((await lotOf(farm, creamId)).blockedReason).toBe('Tansy: udder tubes');
    expect(await treatments()).toEqual(['boiled', 'raw', 'boiled']);
  });

  it('milk of the days before and after medicine stays what it is; which lots were reached is said', async () => {
    const farm = await house.farm();
    const cow = animal({});
    expect(await send(farm, 'animal.put', cow)).toMatchObject(done);
    const of = (offset: number) => {
      setClock(new Date((morning + offset * day) * 1000));
      return milk(farm, { from: 'animals', animalIds: [cow.id], mass: 3000, atSeconds: morning + offset * day });
    };
    const [before, within, after] = [await of(0), await of(2), await of(5)];
    expect(await send(farm, 'animal.put', withheld(cow, 1, 3))).toMatchObject({ ...done, result: { blocked: [within] } });
    for (const lotId of [before, after]) {
      const heating = await heat(farm, lotId);
      expect(await send(farm, 'entry.undo', { commandId: heating })).toMatchObject(done);
      expect((await lotOf(farm, lotId)).blockedReason).toBeNull();
    }
    // It is to be withheld a day longer, for the same reason.
    expect((await lotOf(farm, within)).blockedUntil).toBe(date(3));
    expect(await send(farm, 'animal.put', withheld(cow, 1, 4))).toMatchObject(done);
    expect((await lotOf(farm, within)).blockedUntil).toBe(date(4));
    // Told again with nothing new, nothing is said to have changed.
    expect(await inFarm(farm, (scope) => retell(scope, [within]))).toEqual([]);
  });
}); // prettier-ignore

describe('a withdrawal', () => {
  it('that ends, or is taken back, leaves each other reason where it was', async () => {
    const farm = await house.farm();
    const fern = animal({ name: 'Fern', calvedOn: date(-2) });
    expect(await send(farm, 'animal.put', fern)).toMatchObject(done);
    const lotId = await milk(farm, { from: 'animals', animalIds: [fern.id], mass: 5000 });
    const { blockedReason, blockedUntil } = await lotOf(farm, lotId);
    expect(blockedReason).toMatch(/Fern/);
    expect(await send(farm, 'animal.put', withheld(fern, -1, 30))).toMatchObject(done);
    const both = await lotOf(farm, lotId);
    expect(both.blockedReason!.split('; ')).toHaveLength(2);
    expect(both.blockedUntil).toBe(date(30));
    expect(await send(farm, 'animal.put', fern)).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ blockedReason, blockedUntil });
  });

  it('reaches milk that was poured onto milk: by the day of each pour', async () => {
    const farm = await house.farm();
    const [tansy, quill] = [animal({}), animal({ name: 'Quill' })];
    for (const one of [tansy, quill]) expect(await send(farm, 'animal.put', one)).toMatchObject(done);
    const vesselId = randomUUID();
    expect(
      await send(farm, 'vessel.add', { id: vesselId, name: 'Can', kind: 'can', tool: null, capacity: 20_000 }),
    ).toMatchObject(done);
    const pour = (one: { id: string }, offset: number) => {
      setClock(new Date((morning + offset * day) * 1000));
      return milk(farm, { from: 'animals', animalIds: [one.id], mass: 4000, vesselId, atSeconds: morning + offset * day });
    };
    const can = await pour(quill, 0);
    await pour(tansy, 1);
    expect((await lotOf(farm, can)).oldestAt.getTime() / 1000).toBe(morning);
    // Hers of the day before it was given: not in there.
    expect(await send(farm, 'animal.put', withheld(tansy, -3, 0))).toMatchObject(done);
    expect((await lotOf(farm, can)).blockedReason).toBeNull();
    expect(await send(farm, 'animal.put', withheld(tansy, 1, 4))).toMatchObject(done);
    expect((await lotOf(farm, can)).blockedReason).toBe('Tansy: udder tubes');
  }); // prettier-ignore
});
