import { randomUUID } from 'node:crypto';
import { now, setClock } from '../clock';
import { carryOut } from '../commands/carryOut';
import { theOwner } from '../commands/command';
import { batchView } from '../churning/views';
import { aDairy } from '../testing/aDairy';
import { begin, event, facts, morning, portion, send } from '../testing/aBatch';
import { todayView } from '../today/views';
import { readyView } from './readyBook';

const house = aDairy();
const hour = 3600;
const done = { status: 'done' };

/** A wish lies ahead: it does not move the clock as what has been does. */
const say = (farm: string, name: string, input: object, id = randomUUID()) =>
  carryOut(farm, { id, farm, device: 'tablet', name, input, at: now().toISOString() }, () => theOwner);
const wish = (change: object = {}) => ({
  id: randomUUID(),
  mass: 600,
  soured: false,
  salt: 0.016,
  readyAtSeconds: morning + 50 * hour,
  ...change,
});
const creamIn = async (farm: string, mass = 2200) => {
  const lotId = randomUUID();
  expect(
    await send(farm, 'cream.in', { lotId, mass, fat: 0.38, fatSd: 0.01, fatMethod: 'label', treatment: 'pasteurised', celsius: 4 }),
  ).toMatchObject(done);
  return lotId;
}; // prettier-ignore

describe('butter that is wanted', () => {
  it('is put on the thread with what is foreseen, moved, taken off and put back', async () => {
    const farm = await house.farm();
    const lotId = await creamIn(farm);
    const wanted = wish({ occasion: 'the market' });
    expect(await say(farm, 'wish.put', wanted)).toMatchObject(done);
    const [one] = (await todayView(farm)).wishes;
    expect(one!.wish).toMatchObject({ id: wanted.id, mass: 600, occasion: 'the market' });
    expect(one!.plan!.conflicts).toEqual([]);
    expect(one!.plan!.cream!.used).toMatchObject([{ id: lotId, kind: 'cream' }]);
    expect(one!.wish.foreseen.by).toBeLessThanOrEqual(wanted.readyAtSeconds + 60);
    expect(one!.wish.foreseen.steps.map(({ key }) => key)).toContain('churn');
    // Sent again it is one; moved it is foreseen anew.
    expect(
      await say(farm, 'wish.put', { ...wanted, readyAtSeconds: wanted.readyAtSeconds + 4 * hour }),
    ).toMatchObject(done);
    const moved = (await readyView(farm, wanted.id)).wishes;
    expect(moved).toHaveLength(1);
    expect(moved[0]!.wish.foreseen.by! - one!.wish.foreseen.by!).toBeGreaterThan(3 * hour);
    expect(await say(farm, 'wish.drop', { id: wanted.id })).toMatchObject(done);
    expect((await todayView(farm)).wishes).toEqual([]);
    expect(await say(farm, 'wish.put', wanted)).toMatchObject(done);
    expect((await todayView(farm)).wishes).toHaveLength(1);
  });

  it('of an hour that is past, too far away, of no mass or in a churn of nobody’s is refused, and nothing is kept', async () => {
    const farm = await house.farm();
    for (const [wrong, field] of [
      [{ readyAtSeconds: morning - hour }, 'readyAtSeconds'],
      [{ readyAtSeconds: morning + 30 * 24 * hour }, 'readyAtSeconds'],
      [{ mass: 0 }, 'mass'],
      [{ salt: 0.4 }, 'salt'],
      [{ vesselId: randomUUID() }, 'vesselId'],
    ] as const)
      expect(await say(farm, 'wish.put', wish(wrong))).toMatchObject({ status: 'refused', field });
    expect(await say(farm, 'wish.drop', { id: randomUUID() })).toMatchObject({ status: 'refused' });
    expect((await readyView(farm)).wishes).toEqual([]);
  });

  it('two at once do not take the same cream', async () => {
    const farm = await house.farm();
    await creamIn(farm, 2200);
    await say(farm, 'wish.put', wish());
    await say(farm, 'wish.put', wish({ readyAtSeconds: morning + 54 * hour }));
    const { wishes } = await todayView(farm);
    const taken = wishes.map(({ plan }) => plan!.cream!.used.reduce((sum, { mass }) => sum + mass, 0));
    expect(taken[0]! + taken[1]!).toBeLessThanOrEqual(2200.01);
    expect(wishes[0]!.plan!.conflicts).toEqual([]);
    expect(wishes[1]!.plan!.conflicts).toMatchObject([{ kind: 'notEnough' }]);
  });

  it('is of the batch that is begun near its hour, until somebody says it is not', async () => {
    const farm = await house.farm();
    const wanted = wish({ readyAtSeconds: morning + 6 * hour });
    await creamIn(farm);
    expect(await say(farm, 'wish.put', wanted)).toMatchObject(done);
    const batchId = await begin(farm);
    const shown = async () => (await readyView(farm)).wishes[0]!;
    expect((await shown()).wish.batch).toMatchObject({ id: batchId });
    expect((await shown()).plan!.steps.map(({ key }) => key)).toEqual(['churn', 'finish', 'rest', 'pack']);
    expect((await batchView(farm, batchId))!.wishes).toMatchObject([{ id: wanted.id, mass: 600 }]);
    // The churning goes on: what is left grows less.
    await send(farm, 'batch.record', { batchId, events: [event(14, { kind: 'mark', stage: 'break' })] });
    expect((await shown()).plan!.steps.map(({ key }) => key)).toEqual(['finish', 'rest', 'pack']);
    await say(farm, 'wish.batch', { id: wanted.id, batchId, made: false });
    expect((await shown()).wish.batch).toBeUndefined();
    expect((await batchView(farm, batchId))!.wishes).toEqual([]);
    await say(farm, 'wish.batch', { id: wanted.id, batchId, made: true });
    await send(farm, 'batch.record', {
      batchId,
      events: [
        event(20, { kind: 'drained', measured: 'skipped' }),
        event(30, portion(randomUUID(), 640)),
        event(35, { kind: 'packed' }),
      ],
    });
    const made = await shown();
    expect(made.plan).toBeUndefined();
    expect(made.wish.batch).toMatchObject({ packedAtSeconds: morning + 35 * 60, butter: 640 });
  });

  it('a churning that came to nothing leaves the wish open for the next', async () => {
    const farm = await house.farm();
    await creamIn(farm);
    await say(farm, 'wish.put', wish({ readyAtSeconds: morning + 6 * hour }));
    const batchId = await begin(farm);
    await send(farm, 'batch.record', {
      batchId,
      events: [event(5, { kind: 'abandoned', reason: 'the jar broke' })],
    });
    expect((await readyView(farm)).wishes[0]!.wish.batch).toBeUndefined();
    const next = await begin(farm);
    expect((await readyView(farm)).wishes[0]!.wish.batch).toMatchObject({ id: next });
  });

  it('of another week is not the one that is begun now', async () => {
    const farm = await house.farm();
    await creamIn(farm);
    await say(farm, 'wish.put', wish({ readyAtSeconds: morning + 100 * hour }));
    await begin(farm);
    expect((await readyView(farm)).wishes[0]!.wish.batch).toBeUndefined();
  });

  it('whose hour is past stands for three days with nothing to plan, and then no more', async () => {
    const farm = await house.farm();
    await creamIn(farm);
    await say(farm, 'wish.put', wish());
    setClock(new Date((morning + 60 * hour) * 1000));
    expect((await todayView(farm)).wishes).toMatchObject([{ wish: { mass: 600 } }]);
    expect((await todayView(farm)).wishes[0]!.plan).toBeUndefined();
    setClock(new Date((morning + 130 * hour) * 1000));
    expect((await todayView(farm)).wishes).toEqual([]);
  });
});

describe('when somebody is there', () => {
  const hours = { from: 360, to: 1290, away: [{ who: 'Rowan', weekdays: [6], from: 480, to: 960, what: 'at the market' }] };

  it('is said, kept, and refused where it is none', async () => {
    const farm = await house.farm();
    expect(await say(farm, 'house.settle', { hours, fridgeRoom: 9000 })).toMatchObject(done);
    expect((await readyView(farm)).farm).toMatchObject({ hours, fridgeRoom: 9000 });
    expect((await readyView(farm)).people).toEqual(['Rowan']);
    for (const wrong of [{ ...hours, to: 300 }, { ...hours, away: [{ ...hours.away[0], to: 400 }] }, { ...hours, away: [{ ...hours.away[0], weekdays: [9] }] }])
      expect(await say(farm, 'house.settle', { hours: wrong })).toMatchObject({ status: 'refused' });
    expect(await say(farm, 'house.settle', { hours: null, fridgeRoom: null })).toMatchObject(done);
    expect((await readyView(farm)).farm).toMatchObject({ hours: null, fridgeRoom: null });
  });
}); // prettier-ignore

test('a farm with nothing plans shopping', async () => {
  const farm = await house.farm();
  const view = await readyView(farm);
  expect(view).toMatchObject({ wishes: [], hasMilk: false, eaten: null });
  expect(view.input.churns).toHaveLength(1);
  const wanted = wish({ buys: true });
  expect(await say(farm, 'wish.put', wanted)).toMatchObject(done);
  const [one] = (await readyView(farm)).wishes;
  expect(one!.plan!.steps[0]!.key).toBe('buy');
  expect(one!.plan!.conflicts).toEqual([]);
  expect(facts.tool).toBe('standMixer');
});
