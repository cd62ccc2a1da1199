import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { BatchEvent } from '@/core/churning/batchEvents';
import { tellBatch } from '@/core/churning/tellBatch';
import { factsAsDone, wayOf } from '@/core/churning/wayOfWorking';
import { database } from '@/data/connection';
import { inFarm } from '@/data/farmScope';
import { butterOnHand, lotBalance } from '@/data/ledger/ledger';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { begin, event, facts, portion, send } from '../testing/aBatch';
import { todayView } from '../today/views';
import { batchView, planView } from './views';

let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
});
afterAll(() => house.close());

const record = (farmId: string, batchId: string, events: BatchEvent[]) =>
  send(farmId, 'batch.record', { batchId, events });
const broke = () => [
  event(8, { kind: 'mark', stage: 'break' }),
  event(9, { kind: 'mark', stage: 'stopped' }),
  event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
];
const account = (farmId: string, name: string) =>
  inFarm(farmId, async ({ transaction }) => {
    const [row] = await database().query<{ mass: string; fat: string }>(
      'SELECT coalesce(sum(mass), 0) AS mass, coalesce(sum(fat), 0) AS fat FROM entry_line WHERE farm_id = :farmId AND account = :name',
      { replacements: { farmId, name }, type: QueryTypes.SELECT, transaction },
    );
    return { mass: Number(row!.mass), fat: Number(row!.fat) };
  });

describe('butter made into ghee', () => {
  it('is a lot of its own with its own date; water boils off, fat clings, and no gram is lost', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const [plain, ghee] = [randomUUID(), randomUUID()];
    const made = { ...portion(ghee, 400, 0), ghee: { mass: 310, weighed: true } } as Parameters<
      typeof event
    >[1];
    expect(
      await record(farm, batchId, [
        ...broke(),
        event(20, portion(plain, 500, 8)),
        event(21, made),
        event(22, { kind: 'packed' }),
      ]),
    ).toMatchObject({ status: 'done' });
    const onHand = await inFarm(farm, butterOnHand);
    expect(onHand.map(({ kind, mass }) => [kind, mass])).toEqual([
      ['butter', 500],
      ['ghee', 310],
    ]);
    const [, { fat, keepReasons }] = onHand as [unknown, (typeof onHand)[number]];
    expect(fat).toBeCloseTo(310 * 0.995, 2);
    expect(keepReasons[0]).toMatch(/ghee/);
    const [boiled, clung] = [await account(farm, 'boiledOff'), await account(farm, 'smeared')];
    expect(boiled.fat).toBe(0);
    expect(boiled.mass).toBeGreaterThan(40);
    expect(310 + boiled.mass).toBeLessThanOrEqual(400);
    expect(clung.mass).toBeGreaterThan(0);
    await send(farm, 'butter.finish', { lotId: ghee });
    expect((await inFarm(farm, butterOnHand)).map(({ kind }) => kind)).toEqual(['butter']);
  });

  it('cannot outweigh its butter', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const made = { ...portion(randomUUID(), 400, 0), ghee: { mass: 400, weighed: true } } as Parameters<
      typeof event
    >[1];
    expect(await record(farm, batchId, [...broke(), event(20, made)])).toMatchObject({
      status: 'refused',
      field: 'ghee',
    });
    expect((await batchView(farm, batchId))!.events).toHaveLength(1);
  });
});

describe('butter put right after it was packed', () => {
  it('is booked anew by counter-entry: what wept or was rinsed leaves the books as it left the butter', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    await record(farm, batchId, [
      ...broke(),
      event(20, portion(lotId, 960, 28)),
      event(21, { kind: 'packed' }),
    ]);
    const again = {
      kind: 'reweighed',
      portionId: lotId,
      why: 'rinsed',
      mass: 940,
      massSd: 4,
      saltMass: 14,
    } as const;
    expect(await record(farm, batchId, [event(60, again)])).toMatchObject({ status: 'done' });
    expect(await inFarm(farm, (scope) => lotBalance(scope, lotId))).toMatchObject({ mass: 940 });
    expect((await account(farm, 'salt')).mass).toBeCloseTo(-14, 3);
    expect((await todayView(farm)).butter).toHaveLength(1);
    expect(await record(farm, batchId, [event(61, { ...again, saltMass: 950 })])).toMatchObject({
      status: 'refused',
      field: 'saltMass',
    });
  });

  it('keeps a moisture test and refuses one that cannot be', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const test = (tare: number, before: number, after: number) =>
      record(farm, batchId, [event(30, { kind: 'moisture', tare, before, after })]);
    expect(await test(80, 90, 91)).toMatchObject({
      status: 'refused',
      message: expect.stringMatching(/gain weight/),
    });
    expect(await test(80, 90, 88.4)).toMatchObject({ status: 'done' });
    expect(
      await record(farm, batchId, [
        event(31, { kind: 'drained', measured: 'mass', mass: 400, massSd: 4, washIn: 500 }),
      ]),
    ).toMatchObject({ status: 'refused', field: 'washIn' });
  });
});

describe('a way of working', () => {
  it('is kept under its name, replaced under the same, and forgotten', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    await record(farm, batchId, [
      ...broke(),
      event(15, { kind: 'washed', clarity: 'clear' }),
      event(20, portion(randomUUID())),
    ]);
    const { events } = (await batchView(farm, batchId))!;
    const way = wayOf(factsAsDone(facts, tellBatch(facts, events)));
    const id = randomUUID();
    expect(await send(farm, 'way.keep', { id, name: 'Sunday cultured', way })).toMatchObject({
      status: 'done',
    });
    await send(farm, 'way.keep', {
      id: randomUUID(),
      name: 'Sunday cultured',
      way: { ...way, temperature: 12 },
    });
    const { ways } = await planView(farm);
    expect(ways).toMatchObject([{ id, name: 'Sunday cultured', way: { temperature: 12, usualWashes: 1 } }]);
    expect((await planView(await house.farm())).ways).toEqual([]);
    expect(await send(farm, 'way.keep', { id: randomUUID(), name: '  ', way })).toMatchObject({
      status: 'refused',
    });
    expect(
      await send(farm, 'way.keep', { id: randomUUID(), name: 'Odd', way: { ...way, creamMass: 3 } }),
    ).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'way.drop', { id })).toMatchObject({ status: 'done' });
    expect(await send(farm, 'way.drop', { id })).toMatchObject({ status: 'refused' });
    expect((await planView(farm)).ways).toEqual([]);
  });
});
