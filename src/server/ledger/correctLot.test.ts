import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import { notTakenBack } from '@/core/standing/lotStory';
import { database } from '@/data/connection';
import { inFarm } from '@/data/farmScope';
import { entriesInto } from '@/data/ledger/ledger';
import { findNotes } from './views';
import { morning, send } from '../testing/aBatch';
import { aDairy, animal, balanced, booked, cream, lotOf, milk, putTo, skim, sums } from '../testing/aDairy';
import { pailView } from '../pail/views';

const house = aDairy();
const done = { status: 'done' };
const right = (farm: string, lotId: string, to: object) => send(farm, 'lot.correct', { lotId, to });
/** g that was drunk, by the books. */
const drunk = (farm: string): Promise<number> =>
  inFarm(farm, async ({ transaction }) => {
    const [row] = await database().query<{ mass: number }>(
      `SELECT coalesce(sum(mass), 0)::float8 AS mass FROM entry_line WHERE account = 'drunk'`,
      { type: QueryTypes.SELECT, transaction },
    );
    return row!.mass;
  });
const vessel = async (farm: string, name: string, kind = 'jar', capacity = 6000) => {
  const id = randomUUID();
  expect(await send(farm, 'vessel.add', { id, tool: null, name, kind, capacity })).toMatchObject(done);
  return id;
};

describe('milk that came in', () => {
  it('was less, richer, colder and earlier: its books, its age and its story follow, and it may be put right again', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { atSeconds: morning });
    expect(await right(farm, lotId, { mass: 9000, fat: 0.045, celsius: 20, atSeconds: morning - 7200 })).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ mass: 9000, fat: 405, oldestAt: new Date((morning - 7200) * 1000) });
    const [shown] = (await pailView(farm)).lots;
    expect(notTakenBack(shown!.events).filter(({ kind }) => kind === 'poured').at(-1)).toMatchObject({ mass: 9000, celsius: 20, atSeconds: morning - 7200 });
    expect(await right(farm, lotId, { mass: 9500, atSeconds: morning })).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ mass: 9500, fat: 427.5, oldestAt: new Date(morning * 1000) });
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore

  it('was Tansy’s, who is under medicine: it is kept from people, and so is the cream that was ladled off it', async () => {
    const farm = await house.farm();
    const tansy = animal({ withdrawnUntil: '2027-12-31', withdrawnFrom: '2020-01-01', withdrawnReason: 'udder' });
    const plover = animal({ name: 'Plover', breed: 'dairy-shorthorn' });
    for (const one of [tansy, plover]) expect(await send(farm, 'animal.put', one)).toMatchObject(done);
    const lotId = await milk(farm, { from: 'animals', animalIds: [plover.id], atSeconds: morning });
    const creamId = randomUUID();
    expect(await skim(farm, [lotId], { cuts: [{ lotId: creamId, mass: 1900, fat: 0.2 }], atSeconds: morning + 3600 })).toMatchObject(done);
    expect(await lotOf(farm, creamId)).toMatchObject({ blockedReason: null });
    expect(await right(farm, lotId, { animalIds: [tansy.id] })).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ details: { animals: ['Tansy'] } });
    expect(await lotOf(farm, creamId)).toMatchObject({ blockedReason: expect.stringMatching(/Tansy/) });
    expect(await right(farm, lotId, { animalIds: [plover.id] })).toMatchObject(done);
    expect(await lotOf(farm, creamId)).toMatchObject({ blockedReason: null });
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore

  it.each([
    [{ mass: 900 }, 'mass'],
    [{ fat: 0.3 }, 'fat'],
    [{ animalIds: [randomUUID()] }, 'animalIds'],
    [{ atSeconds: morning + 400 * 86_400 }, 'atSeconds'],
    [{ atSeconds: morning + 7200 }, 'atSeconds'],
  ])('of which some was used is not %j, and nothing changes', async (to, field) => {
    const farm = await house.farm();
    const lotId = await milk(farm, { atSeconds: morning });
    expect(
      await send(farm, 'lot.use', { lotId, to: 'drunk', mass: 2000, atSeconds: morning + 3600 }),
    ).toMatchObject(done);
    const before = await lotOf(farm, lotId);
    expect(await right(farm, lotId, to)).toMatchObject({ status: 'refused', field });
    expect(await lotOf(farm, lotId)).toEqual(before);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('that was all skimmed was more: its skim was, whatever became of that; the cream stays, and the first act can still be taken back', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { fat: 0.04, atSeconds: morning });
    const creamId = randomUUID();
    const skimId = randomUUID();
    await skim(farm, [lotId], { cuts: [{ lotId: creamId, mass: 1900, fat: 0.2 }], skim: { to: 'lot', lotId: skimId }, atSeconds: morning + 3600 });
    const command = randomUUID();
    expect(await send(farm, 'lot.correct', { lotId, to: { mass: 12_200 } }, command)).toMatchObject(done);
    expect(await lotOf(farm, skimId)).toMatchObject({ mass: 12_200 - 1900, fat: expect.closeTo(12_200 * 0.04 - 380, 2) });
    expect(await lotOf(farm, creamId)).toMatchObject({ mass: 1900, fat: 380 });
    expect((await booked(farm, command)).mass).toMatchObject({ milked: expect.any(Number) });
    // The skim is drunk as well: less milk was less of that.
    expect((await putTo(farm, skimId, 'drunk')).answer).toMatchObject(done);
    expect(await right(farm, lotId, { mass: 11_000 })).toMatchObject(done);
    expect(await drunk(farm)).toBeCloseTo(11_000 - 1900, 3);
    expect(await lotOf(farm, skimId)).toMatchObject({ mass: 0, fat: 0 });
    // As lean as no milk that gave this cream: the books say that some fat came from nowhere, and stay balanced.
    expect(await right(farm, lotId, { fat: 0.03 })).toMatchObject(done);
    expect(await lotOf(farm, creamId)).toMatchObject({ fat: 380 });
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
    const before = await drunk(farm);
    expect(await right(farm, lotId, { mass: 1500 })).toMatchObject({ status: 'refused', field: 'mass', message: expect.stringMatching(/More was taken/) });
    expect(await drunk(farm)).toBe(before);
  }); // prettier-ignore

  it('skimmed, put right, the skimming taken back and done again: each time the books have all of it, once', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { fat: 0.04, atSeconds: morning });
    const skimmed = { way: 'ladle', from: [{ lotId }], skim: { to: 'use', use: 'pigs' }, atSeconds: morning + 3600 };
    const [first, again] = [randomUUID(), randomUUID()];
    const cut = () => ({ cuts: [{ lotId: randomUUID(), mass: 1900, fat: 0.2 }] });
    expect(await send(farm, 'milk.separate', { ...skimmed, ...cut() }, first)).toMatchObject(done);
    expect(await right(farm, lotId, { mass: 12_200 })).toMatchObject(done);
    expect(await send(farm, 'entry.undo', { commandId: first })).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ mass: 12_200, fat: expect.closeTo(488, 2) });
    expect(await send(farm, 'milk.separate', { ...skimmed, ...cut() }, again)).toMatchObject(done);
    expect(await right(farm, lotId, { mass: 11_200 })).toMatchObject(done);
    // Pressed on another device too: it is undone, and stays so.
    for (const already of [false, true])
      expect(await send(farm, 'entry.undo', { commandId: again })).toMatchObject({ ...done, result: { already } });
    expect(await lotOf(farm, lotId)).toMatchObject({ mass: 11_200, fat: expect.closeTo(448, 2) });
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
  }); // prettier-ignore

  it('that was poured into another jar takes its difference along; into cream, whose amount was measured, none', async () => {
    const farm = await house.farm();
    const [first, second] = [await milk(farm, { fat: 0.04 }), await milk(farm, { fat: 0.04 })];
    const pour = (from: string, intoLotId: string, kind: string) =>
      send(farm, 'lot.pour', { from: [{ lotId: from }], intoLotId, lotId: randomUUID(), kind, celsius: 20 });
    expect(await pour(first, second, 'milk')).toMatchObject(done);
    expect(await right(farm, first, { mass: 11_700 })).toMatchObject(done);
    expect(await lotOf(farm, second)).toMatchObject({ mass: 22_900 });
    const thinned = await cream(farm);
    const third = await milk(farm, { mass: 500, fat: 0.04 });
    expect(await pour(third, thinned, 'cream')).toMatchObject(done);
    expect(await right(farm, third, { mass: 600 })).toMatchObject({ status: 'refused', message: expect.stringMatching(/measured by itself/) });
    expect(await lotOf(farm, thinned)).toMatchObject({ mass: 2500 });
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
  }); // prettier-ignore

  it('that was put right is taken back as a whole: nothing of it stays where it was never poured', async () => {
    const farm = await house.farm();
    const lotId = randomUUID();
    const command = randomUUID();
    expect(await send(farm, 'milk.in', { lotId, from: 'herd', mass: 9000, massSd: 100, celsius: 35 }, command)).toMatchObject(done);
    expect(await right(farm, lotId, { mass: 9500 })).toMatchObject(done);
    expect(await right(farm, lotId, { mass: 9700 })).toMatchObject(done);
    expect(await send(farm, 'entry.undo', { commandId: command })).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ mass: 0, fat: 0 });
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
  }); // prettier-ignore

  it('is one of two in a can: that one is put right, and the other stays', async () => {
    const farm = await house.farm();
    const plover = animal({ name: 'Plover', breed: 'dairy-shorthorn' });
    expect(await send(farm, 'animal.put', plover)).toMatchObject(done);
    const can = await vessel(farm, 'Tall can', 'can', 30_000);
    const lotId = await milk(farm, { vesselId: can, fat: 0.04 });
    await milk(farm, { vesselId: can, mass: 8000, fat: 0.04 });
    const poured = (await inFarm(farm, (scope) => entriesInto(scope, lotId))).find(({ mass }) => mass === 8000)!;
    expect(await send(farm, 'lot.correct', { lotId, entryId: poured.id, to: { mass: 8500, animalIds: [plover.id] } })).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ mass: 11_200 + 8500, details: { animals: ['Plover'] } });
    // What is there no more is not put right a second time.
    expect(await send(farm, 'lot.correct', { lotId, entryId: poured.id, to: { mass: 8000 } })).toMatchObject({ status: 'refused', message: expect.stringMatching(/meanwhile/) });
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore

  it('in which two milkings stand, or cream that was skimmed here, says what to put right instead', async () => {
    const farm = await house.farm();
    const can = await vessel(farm, 'Tall can', 'can', 30_000);
    const lotId = await milk(farm, { vesselId: can });
    await milk(farm, { vesselId: can });
    expect(await right(farm, lotId, { mass: 9000 })).toMatchObject({ status: 'refused', message: expect.stringMatching(/2 pourings/) });
    const creamId = randomUUID();
    await skim(farm, [lotId], { cuts: [{ lotId: creamId, mass: 3000, fat: 0.2 }] });
    expect(await right(farm, creamId, { mass: 3100 })).toMatchObject({ status: 'refused', message: expect.stringMatching(/came of something else/) });
  }); // prettier-ignore

  it('does not grow over the brim of its jar', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 5000, vesselId: await vessel(farm, 'Blue jar') });
    expect(await right(farm, lotId, { mass: 9000 })).toMatchObject({ status: 'refused', field: 'mass' });
  });
});

test('cream that was bought was raw, and less', async () => {
  const farm = await house.farm();
  const lotId = await cream(farm);
  expect(await right(farm, lotId, { mass: 1800, treatment: 'raw' })).toMatchObject(done);
  expect(await lotOf(farm, lotId)).toMatchObject({ mass: 1800, treatment: 'raw' });
  expect(await sums(farm)).toMatchObject(balanced);
  expect(await findNotes(farm, '')).toEqual([]);
});

describe('a pail', () => {
  it('is poured into two jars, each with its share and its age; one pouring is taken back', async () => {
    const farm = await house.farm();
    const [blue, green] = [await vessel(farm, 'Blue jar'), await vessel(farm, 'Green jar')];
    const lotId = await milk(farm, { mass: 8000 });
    const into = (vesselId: string, mass?: number) => ({ from: [{ lotId, ...(mass === undefined ? {} : { mass }) }], lotId: randomUUID(), kind: 'milk', vesselId, celsius: 30 });
    const first = randomUUID();
    expect(await send(farm, 'lot.pour', into(blue, 4000), first)).toMatchObject(done);
    expect(await send(farm, 'lot.pour', into(green))).toMatchObject(done);
    const { lots } = await pailView(farm);
    expect(lots.map(({ mass, vessel: jar }) => [jar?.name, mass]).toSorted()).toEqual([['Blue jar', 4000], ['Green jar', 4000]]);
    expect(new Set(lots.map(({ oldestSeconds }) => oldestSeconds)).size).toBe(1);
    expect(await send(farm, 'entry.undo', { commandId: first })).toMatchObject(done);
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
  }); // prettier-ignore
});

describe('several jars', () => {
  const five = async (farm: string, treatment = 'raw') =>
    Promise.all(Array.from({ length: 5 }, () => cream(farm, { treatment, mass: 800 })));
  const souring = (lotIds: string[], body: object) => ({
    each: lotIds.map((lotId) => ({
      lotId,
      events: [
        { id: randomUUID(), atSeconds: morning, kind: 'placed', place: 'room', celsius: 20 },
        { id: randomUUID(), atSeconds: morning + 0.001, kind: 'soured', generation: 0, ...body },
      ],
    })),
  });

  it('are set to sour as one, each with its own culture, and taken back as one', async () => {
    const farm = await house.farm();
    const lotIds = await five(farm);
    const id = randomUUID();
    const input = souring(lotIds, { route: 'mesophilic', culture: 'sourCream', dose: 0.03 });
    expect(await Promise.all([send(farm, 'lots.record', input, id), send(farm, 'lots.record', input, id)])).toMatchObject([done, done]);
    for (const lotId of lotIds) expect((await lotOf(farm, lotId)).mass).toBeCloseTo(800 / 0.97, 2);
    expect(await sums(farm)).toMatchObject(balanced);
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject(done);
    for (const lotId of lotIds) expect((await lotOf(farm, lotId)).mass).toBe(800);
  }); // prettier-ignore

  it('of which one cannot sour so are not soured at all', async () => {
    const farm = await house.farm();
    const lotIds = [...(await five(farm)), await cream(farm)];
    const answer = await send(farm, 'lots.record', souring(lotIds, { route: 'natural' }));
    expect(answer).toMatchObject({ status: 'refused', field: 'treatment' });
    expect(await sums(farm)).toMatchObject(balanced);
    for (const lotId of lotIds) expect((await lotOf(farm, lotId)).ripened).toBe(false);
  });
});

describe('a vessel', () => {
  it('gets another name and size, and is retired once it is empty; its name is free then', async () => {
    const farm = await house.farm();
    const jar = await vessel(farm, 'Blue jar');
    const lotId = await milk(farm, { mass: 5000, vesselId: jar });
    const change = (input: object) => send(farm, 'vessel.change', { vesselId: jar, ...input });
    expect(await change({ name: 'Old jar', capacity: 7000 })).toMatchObject(done);
    expect((await pailView(farm)).lots[0]).toMatchObject({ vessel: { name: 'Old jar', capacity: 7000 } });
    expect(await change({ capacity: 2000 })).toMatchObject({ status: 'refused', field: 'capacity' });
    expect(await change({ capacity: 9e9 })).toMatchObject({ status: 'refused', field: 'capacity' });
    expect(await change({ retire: true })).toMatchObject({ status: 'refused', message: expect.stringMatching(/still holds milk/) });
    await vessel(farm, 'Blue jar');
    expect(await change({ name: 'Blue jar' })).toMatchObject({ status: 'refused', field: 'name' });
    await send(farm, 'lot.use', { lotId, to: 'drunk' });
    expect(await change({ retire: true })).toMatchObject(done);
    expect((await pailView(farm)).vessels.map(({ name }) => name)).toEqual(['Blue jar']);
    expect(await change({ name: 'Again' })).toMatchObject({ status: 'refused', field: 'vesselId' });
    expect(await send(farm, 'milk.in', { lotId: randomUUID(), from: 'herd', mass: 100, massSd: 1, vesselId: jar })).toMatchObject({ status: 'refused' });
    await vessel(farm, 'Old jar');
    const other = await house.farm();
    expect(await send(other, 'vessel.change', { vesselId: jar, name: 'Mine' })).toMatchObject({ status: 'refused' });
  }); // prettier-ignore
});
