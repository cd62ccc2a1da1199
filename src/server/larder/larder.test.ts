import { randomUUID } from 'node:crypto';
import type { BatchEvent } from '@/core/churning/batchEvents';
import { database } from '@/data/connection';
import { inFarm } from '@/data/farmScope';
import { butterOnHand, lotBalance } from '@/data/ledger/ledger';
import { trailOf } from '@/data/ledger/movements';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { begin, event, morning, portion, send } from '../testing/aBatch';
import { recallView } from '../recall/views';
import { larderView } from './views';

let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
});
afterAll(() => house.close());

const done = { status: 'done' };
const day = 86_400;
const later = (days: number) => morning + 1800 + days * day;

/** Salted, washed butter of heated cream in the fridge, packed half an hour into the batch. */
async function packed(
  farm: string,
  change: Partial<Parameters<typeof event>[1]> = {},
  washed = true,
): Promise<{ lotId: string; batchId: string }> {
  const batchId = await begin(farm);
  const lotId = randomUUID();
  const events: BatchEvent[] = [
    event(8, { kind: 'mark', stage: 'break' }),
    event(9, { kind: 'mark', stage: 'stopped' }),
    event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
    ...(washed ? [event(15, { kind: 'washed', clarity: 'clear' } as Parameters<typeof event>[1])] : []),
    event(20, { ...portion(lotId), ...change } as Parameters<typeof event>[1]),
    event(30, { kind: 'packed' }),
  ];
  expect(await send(farm, 'batch.record', { batchId, events })).toMatchObject(done);
  return { lotId, batchId };
}
const onHand = (farm: string) => inFarm(farm, butterOnHand);
const left = async (farm: string, lotId: string) =>
  (await inFarm(farm, (scope) => lotBalance(scope, lotId))).mass;

describe('butter put elsewhere', () => {
  it('gets the date it keeps until there, and the old one back when that is undone', async () => {
    const farm = await house.farm();
    const { lotId } = await packed(farm);
    const [before] = await onHand(farm);
    const id = randomUUID();
    expect(await send(farm, 'butter.move', { lotId, to: 'freezer', atSeconds: later(10) }, id)).toMatchObject(
      done,
    );
    const [moved] = await onHand(farm);
    expect(moved).toMatchObject({ storage: 'freezer', mass: 900 });
    expect(moved!.keepUntil > before!.keepUntil).toBe(true);
    expect(moved!.keepReasons.join()).toContain('40 % of its time was used up');
    // Sent again it is the same move; to where it is, it is none.
    await send(farm, 'butter.move', { lotId, to: 'freezer', atSeconds: later(10) }, id);
    expect(await send(farm, 'butter.move', { lotId, to: 'freezer', atSeconds: later(11) })).toMatchObject({
      result: { already: true },
    });
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject(done);
    expect(await onHand(farm)).toEqual([before]);
  });

  it('stays there when its batch is put right afterwards', async () => {
    const farm = await house.farm();
    const { lotId, batchId } = await packed(farm);
    await send(farm, 'butter.move', { lotId, to: 'freezer', atSeconds: later(1) });
    const [moved] = await onHand(farm);
    const again = {
      kind: 'reweighed',
      portionId: lotId,
      why: 'rinsed',
      mass: 880,
      massSd: 2,
      saltMass: 14,
    } as Parameters<typeof event>[1];
    expect(await send(farm, 'batch.record', { batchId, events: [event(60, again)] })).toMatchObject(done);
    expect(await onHand(farm)).toMatchObject([
      { mass: 880, storage: 'freezer', keepUntil: moved!.keepUntil },
    ]);
  });

  it('in part becomes a lot of its own, with its code, its date and its whole way', async () => {
    const farm = await house.farm();
    const { lotId } = await packed(farm);
    const [partId, id] = [randomUUID(), randomUUID()];
    const asked = { lotId, to: 'counter', mass: 250, partId, atSeconds: later(2) };
    expect(await send(farm, 'butter.move', { ...asked, partId: undefined })).toMatchObject({
      status: 'refused',
      field: 'partId',
    });
    expect(await send(farm, 'butter.move', asked, id)).toMatchObject(done);
    const [whole, part] = (await onHand(farm)).toSorted((a, b) => b.mass - a.mass);
    expect(whole).toMatchObject({ lotId, mass: 650, storage: 'fridge' });
    expect(part).toMatchObject({
      lotId: partId,
      code: `${whole!.code}-2`,
      mass: 250,
      storage: 'counter',
      name: 'Butter',
      batchId: whole!.batchId,
    });
    expect(part!.keepUntil < whole!.keepUntil).toBe(true);
    const trail = await inFarm(farm, (scope) => trailOf(scope, partId));
    expect(trail.lots.some(({ kind }) => kind === 'cream')).toBe(true);
    // Eaten from the part, it is not taken back whole.
    await send(farm, 'butter.finish', { lotId: partId, mass: 50, atSeconds: later(2.5) });
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject({ status: 'refused' });
    // A part of the part is numbered on.
    const second = randomUUID();
    await send(farm, 'butter.move', {
      lotId: partId,
      to: 'fridge',
      mass: 100,
      partId: second,
      atSeconds: later(2.6),
    });
    expect((await onHand(farm)).find((one) => one.lotId === second)).toMatchObject({
      code: `${whole!.code}-3`,
      storage: 'fridge',
    });
    expect((await onHand(farm)).reduce((sum, { mass }) => sum + mass, 0)).toBeCloseTo(850, 6);
  });

  it('never stands warm with garlic in it, and without a rule for it only with who says that they know', async () => {
    const farm = await house.farm();
    const garlic = await packed(farm, { additions: ['garlic'] });
    for (const to of ['counter', 'crock'])
      expect(await send(farm, 'butter.move', { lotId: garlic.lotId, to, knowing: true })).toMatchObject({
        status: 'refused',
        field: 'to',
      });
    const plain = await packed(farm, { saltMass: 0, salting: { way: 'none' } });
    const asked = { lotId: plain.lotId, to: 'counter', atSeconds: later(1) };
    expect(await send(farm, 'butter.move', asked)).toMatchObject({ status: 'refused', field: 'knowing' });
    expect((await onHand(farm)).every(({ storage }) => storage === 'fridge')).toBe(true);
    expect(await send(farm, 'butter.move', { ...asked, knowing: true })).toMatchObject(done);
    expect((await onHand(farm)).find(({ lotId }) => lotId === plain.lotId)).toMatchObject({
      storage: 'counter',
    });
  });

  it('in two places on two devices at once is in one of them, and no gram twice', async () => {
    const farm = await house.farm();
    const { lotId } = await packed(farm);
    const half = (to: string) =>
      send(farm, 'butter.move', { lotId, to, mass: 600, partId: randomUUID(), atSeconds: later(1) });
    const answers = await Promise.all([half('freezer'), half('crock')]);
    expect(answers.map(({ status }) => status).toSorted()).toEqual(['done', 'refused']);
    expect((await onHand(farm)).map(({ mass }) => mass).toSorted()).toEqual([300, 600]);
  });

  it('is kept from people with the whole, when its milk comes to be', async () => {
    const farm = await house.farm();
    const { lotId } = await packed(farm);
    const partId = randomUUID();
    await send(farm, 'butter.move', { lotId, to: 'freezer', mass: 400, partId, atSeconds: later(1) });
    const cream = (await inFarm(farm, (scope) => trailOf(scope, partId))).lots.find(
      ({ kind }) => kind === 'cream',
    )!;
    await inFarm(farm, ({ transaction }) =>
      database().query(
        `UPDATE lot SET blocked_reason = 'Tansy: udder tubes' WHERE id IN ('${cream.id}', '${lotId}', '${partId}')`,
        { transaction },
      ),
    );
    for (const how of ['eaten', 'given', 'sold', 'baked'])
      expect(await send(farm, 'butter.finish', { lotId: partId, how })).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'butter.finish', { lotId: partId, how: 'spoiled' })).toMatchObject(done);
  });
});

describe('butter that leaves the larder', () => {
  it('goes in part or whole, to whom it went, and comes back when that is undone', async () => {
    const farm = await house.farm();
    const { lotId } = await packed(farm);
    const id = randomUUID();
    expect(
      await send(farm, 'butter.finish', { lotId, how: 'given', mass: 250, note: 'the neighbours' }, id),
    ).toMatchObject(done);
    expect(await left(farm, lotId)).toBe(650);
    expect(await send(farm, 'butter.finish', { lotId, how: 'eaten', mass: 800 })).toMatchObject({
      status: 'refused',
      field: 'mass',
    });
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject(done);
    expect(await left(farm, lotId)).toBe(900);
    await send(farm, 'butter.finish', { lotId });
    expect(await send(farm, 'butter.finish', { lotId })).toMatchObject({ result: { already: true } });
    expect(await onHand(farm)).toEqual([]);
  });

  it('tells the household what it eats in a week; what was taken back or thrown away was not eaten', async () => {
    const farm = await house.farm();
    const { lotId } = await packed(farm);
    for (const [days, mass] of [
      [3, 100],
      [10, 100],
      [17, 100],
    ] as const)
      await send(farm, 'butter.finish', { lotId, mass, atSeconds: later(days) });
    const wrong = randomUUID();
    await send(farm, 'butter.finish', { lotId, mass: 300, atSeconds: later(18) }, wrong);
    await send(farm, 'entry.undo', { commandId: wrong });
    await send(farm, 'butter.finish', { lotId, mass: 200, how: 'spoiled', atSeconds: later(19) });
    // A feast foretells nothing.
    await send(farm, 'butter.finish', { lotId, mass: 90, guests: true, atSeconds: later(20) });
    await send(farm, 'butter.finish', { lotId, mass: 1, atSeconds: later(21.2) });
    const { rate } = await larderView(farm);
    expect(rate).toMatchObject({ perWeek: 100, weeks: 3 });
  });
});

describe('a recall', () => {
  it('goes from the cream to every pat, part, place and person, and from a part back to the cream', async () => {
    const farm = await house.farm();
    const { lotId } = await packed(farm);
    const partId = randomUUID();
    await send(farm, 'butter.move', { lotId, to: 'freezer', mass: 400, partId, atSeconds: later(1) });
    await send(farm, 'butter.finish', {
      lotId,
      how: 'given',
      mass: 100,
      note: 'the neighbours',
      atSeconds: later(2),
    });
    const wrong = randomUUID();
    await send(
      farm,
      'butter.finish',
      { lotId, how: 'sold', mass: 50, note: 'nobody', atSeconds: later(2) },
      wrong,
    );
    await send(farm, 'entry.undo', { commandId: wrong });
    const back = (await recallView(farm, partId))!;
    expect(back.of).toMatchObject({ code: 'B1-2', mass: 400, where: 'freezer' });
    const cream = back.from.find(({ kind }) => kind === 'cream')!;
    const { became } = (await recallView(farm, cream.id))!;
    expect(became.filter(({ kind }) => kind === 'butter')).toMatchObject([
      {
        code: 'B1',
        mass: 400,
        where: 'fridge',
        gone: [{ account: 'given', mass: 100, note: 'the neighbours' }],
      },
      { code: 'B1-2', mass: 400, where: 'freezer', gone: [] },
    ]);
    expect(became.some(({ kind }) => kind === 'buttermilk')).toBe(true);
    expect(await recallView(farm, randomUUID())).toBeUndefined();
    expect(await recallView(await house.farm(), partId)).toBeUndefined();
  });
});

describe('the crock', () => {
  it('counts the days of its water from the filling, and anew from each change', async () => {
    const farm = await house.farm();
    expect(await send(farm, 'crock.water', {})).toMatchObject({ status: 'refused' });
    const { lotId } = await packed(farm);
    await send(farm, 'butter.move', {
      lotId,
      to: 'crock',
      mass: 300,
      partId: randomUUID(),
      atSeconds: later(1),
    });
    const filled = (await larderView(farm)).crockWaterOn;
    expect(filled).toBe(new Date(later(1) * 1000).toISOString().slice(0, 10));
    const id = randomUUID();
    await send(farm, 'crock.water', { atSeconds: later(4) }, id);
    expect((await larderView(farm)).crockWaterOn! > filled!).toBe(true);
    await send(farm, 'entry.undo', { commandId: id });
    expect((await larderView(farm)).crockWaterOn).toBe(filled);
  });
});
