import { randomUUID } from 'node:crypto';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { batchNews, batchView, planView } from './churning/views';
import { setClock } from './clock';
import { houseView } from './house/views';
import { larderView } from './larder/views';
import { ledgerView } from './ledger/views';
import { localDate } from './localDate';
import { begin, event, morning, portion, send } from './testing/aBatch';
import { todayView } from './today/views';

let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
  setClock(new Date((morning + 7200) * 1000));
});
afterAll(async () => {
  setClock(undefined);
  await house.close();
});

const finish = (farm: string, batchId: string, breakMinutes: number, mass = 900) =>
  send(farm, 'batch.record', {
    batchId,
    events: [
      event(breakMinutes, { kind: 'mark', stage: 'break' }),
      event(breakMinutes + 1, { kind: 'mark', stage: 'stopped' }),
      event(breakMinutes + 3, { kind: 'drained', measured: 'skipped' }),
      event(breakMinutes + 9, portion(randomUUID(), mass)),
      event(breakMinutes + 10, { kind: 'packed' }),
    ],
  });

describe('what the screens are told', () => {
  it('an empty house has a farm, no batches and nothing on the shelf', async () => {
    const farm = await house.farm();
    const today = await todayView(farm);
    expect(today).toMatchObject({
      batches: 0,
      inProgress: [],
      butter: [],
      last: undefined,
      fatFromBatches: undefined,
      paces: {},
    });
    expect(today.farm).toMatchObject({ name: null, unitSystem: 'metric', settled: false });
    expect((await ledgerView(farm)).rows).toEqual([]);
    expect(await batchView(farm, 'no-such-batch')).toBeUndefined();
    expect(await batchNews(farm, 'no-such-batch')).toBeUndefined();
  });

  it('a batch in hand is in progress until it is packed, and never twice on the shelf', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    expect((await todayView(farm)).inProgress.map((batch) => batch.id)).toEqual([batchId]);
    await finish(farm, batchId, 9);
    const today = await todayView(farm);
    expect(today.inProgress).toEqual([]);
    expect(today.butter).toHaveLength(1);
    expect(today.butter[0]).toMatchObject({
      code: 'B1',
      keepReasons: ['not washed: buttermilk left in it sours'],
    });
    // Two places, one account of the same butter.
    const larder = await larderView(farm);
    expect(larder.butter).toEqual(today.butter);
    expect(larder.today).toBe(today.today);
  });

  it('given up, a batch leaves Today and stays in the ledger; undone, it comes back', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const id = randomUUID();
    await send(farm, 'batch.record', {
      batchId,
      events: [event(5, { kind: 'abandoned', reason: 'the dog' }, id)],
    });
    expect((await todayView(farm)).inProgress).toEqual([]);
    expect((await ledgerView(farm)).rows).toMatchObject([{ phase: 'abandoned', judged: null }]);
    await send(farm, 'batch.record', { batchId, events: [event(6, { kind: 'undone', eventId: id })] });
    expect((await todayView(farm)).inProgress).toHaveLength(1);
  });

  it('plans as last time, from the newest batch', async () => {
    const farm = await house.farm();
    await begin(farm, { amountTyped: '1 L' });
    const second = await begin(farm, { amountTyped: '3 pints', temperature: 12.5 });
    expect((await batchView(farm, second))!.number).toBe(2);
    expect((await planView(farm)).last).toMatchObject({ amountTyped: '3 pints', temperature: 12.5 });
  });

  it('copies the salt and the place the butter really got, not the ones it began with', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const spoon = { way: 'spoon', teaspoons: 2, kind: 'coarse' } as const;
    await send(farm, 'batch.record', {
      batchId,
      events: [
        event(9, { kind: 'mark', stage: 'break' }),
        event(20, { ...portion(randomUUID()), salting: spoon, storage: 'freezer' } as Parameters<
          typeof event
        >[1]),
        event(21, { kind: 'packed' }),
      ],
    });
    expect((await planView(farm)).last).toMatchObject({ usualSalt: spoon, usualStorage: 'freezer' });
  });

  it('learns the pace of a churn from its own batches, and what the cream usually holds', async () => {
    const farm = await house.farm();
    for (let i = 0; i < 3; i += 1) await finish(farm, await begin(farm), 18);
    const { paces, fatFromBatches } = await planView(farm);
    expect(paces.standMixer!.batches).toBe(3);
    expect(Math.exp(paces.standMixer!.logMean)).toBeGreaterThan(1.4);
    expect(paces.barrel).toBeUndefined();
    expect(fatFromBatches!.fat).toBeCloseTo((900 * 0.984 * 0.82) / 0.97 / 2000, 3);
  });

  it('learns what warmth does to a churn from cream that was measured, and nothing from an assumed temperature', async () => {
    const warmth = async (temperatureAssumed: boolean) => {
      const farm = await house.farm();
      for (const [temperature, minutes] of [[10, 30], [17, 9], [10, 32], [17, 8]] as const)
        await finish(farm, await begin(farm, { temperature, temperatureAssumed }), minutes);
      return (await planView(farm)).paces.standMixer!.own!.mean[1]!;
    };
    // Slower in the cold than the model has it, and quicker in the warm.
    expect(await warmth(false)).toBeLessThan(-0.01);
    expect(await warmth(true)).toBe(0);
  }); // prettier-ignore

  it('does not learn from a batch’s own break what to expect of that batch', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    await finish(farm, batchId, 30);
    expect((await batchView(farm, batchId))!.pace).toBeUndefined();
  });

  it('puts the break time right when the mark is re-timed', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const broke = randomUUID();
    await send(farm, 'batch.record', {
      batchId,
      events: [event(9, { kind: 'mark', stage: 'break' }, broke)],
    });
    expect((await ledgerView(farm)).rows[0]!.breakMinutes).toBeCloseTo(9, 3);
    await send(farm, 'batch.record', {
      batchId,
      events: [event(12, { kind: 'retimed', eventId: broke, toSeconds: morning + 480 })],
    });
    expect((await ledgerView(farm)).rows[0]!.breakMinutes).toBeCloseTo(8, 3);
    await send(farm, 'batch.record', { batchId, events: [event(13, { kind: 'undone', eventId: broke })] });
    expect((await ledgerView(farm)).rows[0]!.breakMinutes).toBeNull();
  });

  it('dates butter by the farm’s own calendar', async () => {
    expect(localDate(new Date('2026-11-23T23:30:00Z'), 'Europe/Dublin')).toBe('2026-11-23');
    expect(localDate(new Date('2026-11-23T23:30:00Z'), 'Pacific/Auckland')).toBe('2026-11-24');
    expect(localDate(new Date('2026-11-23T01:30:00Z'), 'America/Denver')).toBe('2026-11-22');
  });
});

describe('the house', () => {
  it('is settled piece by piece, and refuses what is none', async () => {
    const farm = await house.farm();
    await send(farm, 'house.settle', { unitSystem: 'us' });
    await send(farm, 'house.settle', { name: '  Larkfold  ', timeZone: 'Europe/Dublin', fatHardness: -2 });
    expect((await houseView(farm)).farm).toMatchObject({
      name: 'Larkfold',
      unitSystem: 'us',
      timeZone: 'Europe/Dublin',
      fatHardness: -2,
      settled: true,
    });
    await send(farm, 'house.settle', { freezerRoom: 12_000 });
    expect((await houseView(farm)).farm.freezerRoom).toBe(12_000);
    expect(await send(farm, 'house.settle', { freezerRoom: -1 })).toMatchObject({ field: 'freezerRoom' });
    await send(farm, 'house.settle', { freezerRoom: null });
    expect((await houseView(farm)).farm.freezerRoom).toBeNull();
    expect(await send(farm, 'house.settle', { timeZone: 'Mars/Olympus' })).toMatchObject({
      status: 'refused',
      field: 'timeZone',
    });
    expect(await send(farm, 'house.settle', { name: '   ' })).toMatchObject({
      status: 'refused',
      field: 'name',
    });
    expect(await send(farm, 'house.settle', { unitSystem: 'cubits' })).toMatchObject({
      status: 'refused',
      field: 'unitSystem',
    });
    expect((await houseView(farm)).farm.unitSystem).toBe('us');
    // What a second device would take for granted changes nothing.
    await send(farm, 'house.settle', { unitSystem: 'metric', timeZone: 'Pacific/Auckland', first: true });
    expect((await houseView(farm)).farm).toMatchObject({ unitSystem: 'us', timeZone: 'Europe/Dublin' });
  });

  it('keeps vessels by name, each once, with a size that can be', async () => {
    const farm = await house.farm();
    const add = (change: Record<string, unknown>) =>
      send(farm, 'vessel.add', {
        id: randomUUID(),
        name: 'Oak churn',
        kind: 'churn',
        tool: 'barrel',
        capacity: 9000,
        ...change,
      });
    expect(await add({})).toMatchObject({ status: 'done' });
    expect(await add({})).toMatchObject({ status: 'refused', field: 'name' });
    expect(await add({ name: 'Jar', kind: 'jar' })).toMatchObject({ status: 'refused', field: 'tool' });
    expect(await add({ name: 'Lake', capacity: 9e9 })).toMatchObject({
      status: 'refused',
      field: 'capacity',
    });
    expect(await add({ name: 'Nothing', capacity: 0 })).toMatchObject({
      status: 'refused',
      field: 'capacity',
    });
    expect((await houseView(farm)).vessels).toMatchObject([{ name: 'Oak churn', capacity: 9000 }]);
  });

  it('does not begin a batch in a churn of another farm', async () => {
    const [mine, theirs] = [await house.farm(), await house.farm()];
    const id = randomUUID();
    await send(theirs, 'vessel.add', { id, name: 'Theirs', kind: 'churn', tool: 'barrel', capacity: 9000 });
    await expect(begin(mine, { vesselId: id })).rejects.toThrow(/not one of this farm’s/);
  });
});
