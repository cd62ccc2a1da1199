import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { lotEventsOf, lotsById } from '@/data/ledger/standing';
import { lotStory } from '@/core/standing/lotStory';
import { setClock } from '../clock';
import { judgedLots } from './judgedLots';
import { begin, event, morning, portion, send } from '../testing/aBatch';
import { aDairy, animal, balanced, booked, cream, lotOf, milk, skim, sums } from '../testing/aDairy';

const house = aDairy();
const done = { status: 'done' };
const refused = { status: 'refused' };
const hour = 3600;
const said = (farm: string, lotId: string, body: object, more: object = {}, atSeconds = morning) =>
  send(farm, 'lot.record', { lotId, events: [{ id: randomUUID(), atSeconds, ...body }], ...more });
const vessel = async (farm: string, change: Record<string, unknown> = {}) => {
  const id = randomUUID();
  expect(
    await send(farm, 'vessel.add', {
      id,
      tool: null,
      name: `Jar ${id}`,
      kind: 'jar',
      capacity: 3000,
      ...change,
    }),
  ).toMatchObject(done);
  return id;
};

describe('heating', () => {
  it.each([
    [66, 30, true],
    [66, 29.9, false],
    [65.9, 600, false],
    [75, 0.25, true],
    [75, 0.24, false],
    [70.5, 3, true],
    [70.5, 2.5, false],
    [90, 0.02, true],
  ])('%d °C for %d min pasteurises: %s', async (celsius, minutes, does) => {
    const farm = await house.farm();
    const lotId = await cream(farm, { treatment: 'raw' });
    const answer = await said(farm, lotId, { kind: 'heated', how: 'pasteurised', celsius, minutes });
    expect(answer).toMatchObject(does ? done : { ...refused, field: 'celsius' });
    expect((await lotOf(farm, lotId)).treatment).toBe(does ? 'pasteurised' : 'raw');
  });
});

describe('what is said of a lot', () => {
  it('boiled is what boils', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm, { treatment: 'raw' });
    const boiled = (celsius: number) =>
      said(farm, lotId, { kind: 'heated', how: 'boiled', celsius, minutes: 1 });
    expect(await boiled(89.9)).toMatchObject({ ...refused, field: 'celsius' });
    expect((await lotOf(farm, lotId)).treatment).toBe('raw');
    expect(await boiled(90)).toMatchObject({ ...done, result: { lotId } });
    expect((await lotOf(farm, lotId)).treatment).toBe('boiled');
  });

  it('is done once, whatever it is said together with, and in whichever command it comes again', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm, { treatment: 'raw' });
    const told = (...events: object[]) => send(farm, 'lot.record', { lotId, events });
    const id = randomUUID();
    const heated = { id, atSeconds: morning, kind: 'heated', how: 'pasteurised', celsius: 75, minutes: 1 };
    const placed = { id: randomUUID(), atSeconds: morning, kind: 'placed', place: 'fridge' };
    expect(await told(placed, heated)).toMatchObject(done);
    expect((await lotOf(farm, lotId)).treatment).toBe('pasteurised');
    const soured = {
      id: randomUUID(), atSeconds: morning, kind: 'soured', route: 'mesophilic', generation: 0, dose: 0.02, culture: 'culturedButtermilk',
    };
    expect(await told(soured)).toMatchObject(done);
    const { mass } = await lotOf(farm, lotId);
    expect(mass).toBeGreaterThan(2000);
    expect(
      await told(soured, { id: randomUUID(), atSeconds: morning, kind: 'reading', celsius: 19 }),
    ).toMatchObject(done);
    expect((await lotOf(farm, lotId)).mass).toBe(mass);
  }); // prettier-ignore

  it('only thick and tart is ripe, and butter is not soured', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm);
    expect(await said(farm, lotId, { kind: 'reading', celsius: 20 })).toMatchObject(done);
    expect((await lotOf(farm, lotId)).details.line).toBeUndefined();
    for (const event of [
      { kind: 'soured', route: 'mesophilic', generation: 0, dose: 0.02, culture: 'bought' },
      { kind: 'looked', seen: 'notYet' },
      { kind: 'reading', celsius: 20 },
    ])
      expect(await said(farm, lotId, event)).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ ripened: false });
    expect(await said(farm, lotId, { kind: 'looked', seen: 'gas' })).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ ripened: false });
    const batchId = await begin(farm);
    const butter = randomUUID();
    expect(
      await send(farm, 'batch.record', {
        batchId,
        events: [
          event(8, { kind: 'mark', stage: 'break' }),
          event(9, portion(butter, 700)),
          event(10, { kind: 'packed' }),
        ],
      }),
    ).toMatchObject(done);
    expect(
      await said(farm, butter, {
        kind: 'soured',
        route: 'mesophilic',
        generation: 0,
        dose: 0.02,
        culture: 'bought',
      }),
    ).toMatchObject({ ...refused, field: 'lotId', message: 'Butter is not soured.' });
  });
});

describe('souring', () => {
  const soured = { kind: 'soured', route: 'mesophilic', generation: 0 };

  it('weighs what was spooned in, and knows what sours it', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm);
    const command = randomUUID();
    expect(
      await send(
        farm,
        'lot.record',
        {
          lotId,
          events: [
            { id: randomUUID(), atSeconds: morning, ...soured, dose: 0.02, culture: 'culturedButtermilk' },
          ],
        },
        command,
      ),
    ).toMatchObject(done);
    expect((await booked(farm, command)).mass).toEqual({ lots: 41, culture: -41 });
    const told = await lotOf(farm, lotId);
    expect(told.mass).toBeCloseTo(2000 / 0.98, 1);
    expect(told.details.line).toMatchObject({
      name: 'Culture',
      kind: 'mesophilic',
      culture: 'culturedButtermilk',
      generation: 0,
    });
    expect(await sums(farm)).toMatchObject(balanced);
    // A packet of bought culture weighs nothing that counts.
    const other = await cream(farm);
    await said(farm, other, { ...soured, dose: 0.02, culture: 'bought' });
    expect((await lotOf(farm, other)).mass).toBe(2000);
    expect((await lotOf(farm, other)).details.line).toMatchObject({
      name: 'Bought culture',
      kind: 'mesophilic',
      culture: 'bought',
    });
    // It is poured by nobody, and neither is one of which nobody said what it is.
    const unsaid = await cream(farm);
    await said(farm, unsaid, { ...soured, dose: 0.02 });
    expect((await lotOf(farm, unsaid)).details.line).toMatchObject({ name: 'Culture', culture: 'bought' });
    const pours = await inFarm(farm, (scope) => lotEventsOf(scope, [other, unsaid, lotId]));
    expect(
      [other, unsaid, lotId].map((id) => pours.get(id)!.filter(({ kind }) => kind === 'poured').length),
    ).toEqual([1, 1, 2]);
  });

  it('is refused for what does not sour that way, and changes nothing', async () => {
    const farm = await house.farm();
    const heated = await cream(farm);
    expect(await said(farm, heated, { kind: 'soured', route: 'natural' })).toMatchObject({
      ...refused,
      field: 'treatment',
    });
    expect(await said(farm, heated, { kind: 'soured', route: 'natural', dose: 0.02 })).toMatchObject(refused);
    expect((await lotOf(farm, heated)).details.line).toBeUndefined();
    const raw = await cream(farm, { treatment: 'raw' });
    expect(await said(farm, raw, { kind: 'soured', route: 'natural' })).toMatchObject(done);
    // Wild flora is no line that is carried on.
    expect((await lotOf(farm, raw)).details.line).toBeUndefined();
    expect((await lotOf(farm, raw)).mass).toBe(2000);
  });

  it('takes culture from a lot of its own, and only from one that is a culture', async () => {
    const farm = await house.farm();
    const [source, target] = [await cream(farm), await cream(farm)];
    await said(farm, source, { ...soured, dose: 0.02, culture: 'bought' });
    await said(farm, source, { kind: 'looked', seen: 'thickAndTart' });
    expect(await lotOf(farm, source)).toMatchObject({ ripened: true });
    const cultureId = randomUUID();
    expect(
      await send(farm, 'culture.keep', { lotId: cultureId, fromLotId: source, mass: 100 }),
    ).toMatchObject(done);
    expect(
      await said(farm, target, { ...soured, dose: 0.02 }, { culture: { lotId: source, mass: 40 } }),
    ).toMatchObject({ ...refused, field: 'culture.lotId' });
    expect(
      await said(farm, target, { ...soured, dose: 0.02 }, { culture: { lotId: cultureId, mass: 40 } }),
    ).toMatchObject(done);
    expect((await lotOf(farm, target)).mass).toBe(2040);
    expect((await lotOf(farm, cultureId)).mass).toBe(60);
    expect((await lotOf(farm, target)).details.line).toMatchObject({
      name: 'Bought culture',
      generation: expect.any(Number),
    });
    expect(await said(farm, cultureId, { ...soured, dose: 0.02, culture: 'bought' })).toMatchObject({
      ...refused,
      message: 'Culture is not soured.',
    });
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('seen thick and tart too late keeps nothing', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm, { treatment: 'raw', celsius: 21, place: 'room' });
    await said(farm, lotId, { ...soured, dose: 0.02, culture: 'bought' });
    const late = morning + 100 * hour;
    setClock(new Date(late * 1000));
    expect(await said(farm, lotId, { kind: 'looked', seen: 'thickAndTart' }, {}, late)).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ ripened: false });
  });

  it('butter is not soured, and what was said under an id is not said otherwise', async () => {
    const farm = await house.farm();
    const lotId = await cream(farm);
    const id = randomUUID();
    const read = (celsius: number) =>
      send(farm, 'lot.record', { lotId, events: [{ id, atSeconds: morning, kind: 'reading', celsius }] });
    expect(await read(8)).toMatchObject(done);
    expect(await read(8)).toMatchObject(done);
    expect(await read(9)).toMatchObject(refused);
    expect(await said(farm, randomUUID(), { kind: 'reading', celsius: 8 })).toMatchObject({
      ...refused,
      field: 'lotId',
    });
  });
});

describe('a probe in a vessel', () => {
  it('teaches how that vessel passes heat; the first of it, and one in no vessel, teach nothing', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, {
      vesselId: await vessel(farm),
      mass: 2400,
      celsius: 34,
      place: 'fridge',
    });
    const events = async (id: string) => (await inFarm(farm, (scope) => lotEventsOf(scope, [id]))).get(id)!;
    const probe = (id: string, hours: number, celsius: number) =>
      said(farm, id, { kind: 'reading', celsius }, {}, morning + hours * hour);
    setClock(new Date((morning + 8 * hour) * 1000));
    expect(await probe(lotId, 1, 24)).toMatchObject(done);
    expect(await probe(lotId, 3, 12)).toMatchObject(done);
    const factors = (await events(lotId))
      .filter(({ kind }) => kind === 'reading')
      .map((event) => (event as { factor?: number }).factor);
    expect(factors.some((factor) => factor !== undefined && factor > 0)).toBe(true);
    const loose = await milk(farm, { mass: 2400, celsius: 34, place: 'fridge' });
    await probe(loose, 1, 24);
    await probe(loose, 3, 12);
    for (const event of await events(loose)) expect(event).not.toHaveProperty('factor');
    // A place said beside a probe is no probe.
    const [before] = [(await events(lotId)).length];
    expect(
      await said(farm, lotId, { kind: 'placed', place: 'fridge' }, {}, morning + 4 * hour),
    ).toMatchObject(done);
    expect(await events(lotId)).toHaveLength(before + 1);
  });
});

describe('what a probe teaches', () => {
  it('is what it showed against what was foreseen of that vessel so far, by the story of its lot', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { vesselId: await vessel(farm), mass: 2400, celsius: 34, place: 'fridge' });
    const at = (hours: number) => morning + hours * hour;
    const reading = (hours: number, celsius: number) => ({ id: randomUUID(), atSeconds: at(hours), kind: 'reading' as const, celsius });
    const told = (...events: object[]) => send(farm, 'lot.record', { lotId, events });
    const known = () =>
      inFarm(farm, async (scope) => (await judgedLots(scope, [(await lotsById(scope, [lotId])).get(lotId)!], new Date(at(3) * 1000)))[0]!.told);
    setClock(new Date(at(3) * 1000));
    expect(await told(reading(1, 22))).toMatchObject(done);
    const before = await known();
    expect(before.vesselFactor).not.toBe(1);
    // Moved and probed again, both told at once, and the later one first.
    const placed = { id: randomUUID(), atSeconds: at(1.2), kind: 'placed' as const, place: 'iceWater' as const };
    const probe = reading(1.3, 14);
    expect(await told(probe, placed)).toMatchObject(done);
    const shown = lotStory({ ...before, events: [...before.events, placed, probe] }, at(1.3))!.shown;
    const events = (await inFarm(farm, (scope) => lotEventsOf(scope, [lotId]))).get(lotId)!;
    const factorOf = (id: string) => (events.find((event) => event.id === id) as { factor?: number }).factor;
    expect(factorOf(probe.id)).toBeCloseTo(shown.find(({ eventId }) => eventId === probe.id)!.factor, 9);
    expect(factorOf(placed.id)).toBeUndefined();
  }); // prettier-ignore
});

describe('a vessel', () => {
  it('holds one thing, of this farm, as much as fits', async () => {
    const farm = await house.farm();
    const [jar, other] = [await vessel(farm), await vessel(farm, { capacity: 1000 })];
    const first = await milk(farm, { vesselId: jar, mass: 2000 });
    const into = (change: object) =>
      send(farm, 'cream.in', {
        lotId: randomUUID(),
        mass: 500,
        fat: 0.36,
        fatSd: 0.01,
        fatMethod: 'label',
        treatment: 'pasteurised',
        ...change,
      });
    expect(await into({ vesselId: jar })).toMatchObject({
      ...refused,
      field: 'vesselId',
      message: expect.stringContaining('still holds milk'),
    });
    expect(await into({ vesselId: randomUUID() })).toMatchObject({ ...refused, field: 'vesselId' });
    expect(await into({ vesselId: other, mass: 1101 })).toMatchObject({
      ...refused,
      message: expect.stringMatching(/ holds 1 L to the brim: that is more than fits\.$/),
    });
    expect(await into({ vesselId: other, mass: 1100 })).toMatchObject(done);
    // More milk goes onto milk, to the brim and a little.
    const more = (mass: number) =>
      send(farm, 'milk.in', { lotId: randomUUID(), from: 'herd', mass, massSd: 10, vesselId: jar });
    expect(await more(1301)).toMatchObject({
      ...refused,
      message: expect.stringMatching(/ holds 3 L to the brim and has 2 kg in it: that is more than fits\.$/),
    });
    expect(await more(1300)).toMatchObject(done);
    expect((await lotOf(farm, first)).mass).toBe(3300);
    // Skimmed empty, its cream goes into it in its place.
    const creamId = randomUUID();
    expect(
      await skim(farm, [first], { cuts: [{ lotId: creamId, mass: 500, fat: 0.2, vesselId: jar }] }),
    ).toMatchObject(done);
    expect((await lotOf(farm, creamId)).vessel?.id).toBe(jar);
  });
});

describe('medicine that comes to be known late', () => {
  const day = (offset: number) => new Date((morning + offset * 24 * hour) * 1000).toISOString().slice(0, 10);

  it('keeps the milk of its animal and its days from people: from its first day to its last, and no other', async () => {
    const farm = await house.farm();
    const [tansy, quill] = [animal({ name: 'Tansy' }), animal({ name: 'Quill' })];
    for (const one of [tansy, quill]) expect(await send(farm, 'animal.put', one)).toMatchObject(done);
    setClock(new Date((morning + 9 * 24 * hour) * 1000));
    const of = (id: string, offset: number) =>
      milk(farm, { from: 'animals', animalIds: [id], mass: 3000, atSeconds: morning + offset * 24 * hour });
    const before = await of(tansy.id, 1);
    const first = await of(tansy.id, 2);
    const last = await of(tansy.id, 5);
    const after = await of(tansy.id, 6);
    const others = await of(quill.id, 3);
    const herd = await milk(farm, { mass: 5000, atSeconds: morning + 3 * 24 * hour });
    const creamId = randomUUID();
    await skim(farm, [others, herd], {
      cuts: [{ lotId: creamId, mass: 900, fat: 0.2 }],
      atSeconds: morning + 4 * 24 * hour,
    });
    expect(
      await send(farm, 'animal.put', {
        ...tansy,
        withdrawnFrom: day(2),
        withdrawnUntil: day(5),
        withdrawnReason: 'udder tubes',
      }),
    ).toMatchObject(done);
    const kept = async (id: string) => (await lotOf(farm, id)).blockedReason;
    expect(await kept(before)).toBeNull();
    expect(await kept(first)).toBe('Tansy: udder tubes');
    expect(await kept(last)).toBe('Tansy: udder tubes');
    expect((await lotOf(farm, last)).blockedUntil).toBe(day(5));
    expect(await kept(after)).toBeNull();
    expect(await kept(others)).toBeNull();
    // The herd’s milk had hers in it, and so has what was skimmed of it.
    expect(await kept(herd)).toBe('Tansy: udder tubes');
    expect(await kept(creamId)).toBe('Tansy: udder tubes');
  });
});
