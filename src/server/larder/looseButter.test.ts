import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { butterOnHand } from '@/data/ledger/ledger';
import { lotsById } from '@/data/ledger/standing';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { wordsOf } from '@/formats/testing/wordsOf';
import { begin, event, morning, portion, send } from '../testing/aBatch';
import { balanced, sums } from '../testing/aDairy';
import { lotLabel } from '../shelf/label';
import { lotView } from '../shelf/views';

let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
});
afterAll(() => house.close());

const done = { status: 'done' };
const day = 86_400;
const later = (days: number) => morning + 1800 + days * day;
const onHand = (farm: string) => inFarm(farm, butterOnHand);
const pat = async (farm: string, lotId: string) => (await onHand(farm)).find((one) => one.lotId === lotId);

async function packed(farm: string, change: object = {}, washed = true): Promise<string> {
  const batchId = await begin(farm);
  const lotId = randomUUID();
  const events = [
    event(8, { kind: 'mark', stage: 'break' }),
    event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
    ...(washed ? [event(15, { kind: 'washed', clarity: 'clear' } as Parameters<typeof event>[1])] : []),
    event(20, { ...portion(lotId), ...change } as Parameters<typeof event>[1]),
    event(30, { kind: 'packed' }),
  ];
  expect(await send(farm, 'batch.record', { batchId, events })).toMatchObject(done);
  return lotId;
}
const enter = async (farm: string, change: object = {}, id: string = randomUUID()) => {
  const lotId = randomUUID();
  const answer = await send(
    farm,
    'butter.enter',
    {
      lotId,
      mass: 500,
      salted: true,
      storage: 'fridge',
      madeOn: '2027-06-01',
      atSeconds: later(1),
      ...change,
    },
    id,
  );
  return { lotId, answer };
};

describe('butter from before the books', () => {
  it('stands in the larder with the date its making gives it, moves, and is taken back', async () => {
    const farm = await house.farm();
    const id = randomUUID();
    const { lotId, answer } = await enter(farm, { name: 'Grandmother’s' }, id);
    expect(answer).toMatchObject(done);
    const before = (await pat(farm, lotId))!;
    // Washed and salted, 25 days from the first of June.
    expect(before).toMatchObject({ mass: 500, name: 'Grandmother’s', keepUntil: '2027-06-26', salted: true });
    expect(before.fat).toBeCloseTo(0.984 * 500 * 0.82, 2);
    expect(before.batchId).toBeUndefined();
    expect(before.madeAt.toISOString().slice(0, 10)).toBe('2027-06-01');
    expect(await wordsOf((await lotLabel(farm, lotId, false))!)).toMatch(/Grandmother/);
    expect(await send(farm, 'butter.move', { lotId, to: 'freezer', atSeconds: later(2) })).toMatchObject(
      done,
    );
    expect((await pat(farm, lotId))!.keepUntil > before.keepUntil).toBe(true);
    const partId = randomUUID();
    expect(
      await send(farm, 'butter.move', { lotId, to: 'fridge', mass: 200, partId, atSeconds: later(3) }),
    ).toMatchObject(done);
    expect(await pat(farm, partId)).toMatchObject({ mass: 200, storage: 'fridge' });
    expect((await pat(farm, partId))!.keepReasons.join()).toContain('thawed');
    expect(await sums(farm)).toMatchObject(balanced);
    const other = await enter(farm, {}, randomUUID());
    expect(await send(farm, 'butter.finish', { lotId: other.lotId, how: 'eaten' })).toMatchObject(done);
    expect((await lotView(farm, lotId))!.lot.code).toMatch(/^T\d+$/);
  });

  it('nobody knows the day of is dated from the day it was written down, and says so', async () => {
    const farm = await house.farm();
    const { lotId } = await enter(farm, { madeOn: undefined, salted: false });
    const found = (await pat(farm, lotId))!;
    expect(found).toMatchObject({ name: 'Unsalted', madeUnknown: true });
    expect(found.keepReasons.join('; ')).toContain('nobody knows when it was made');
  });

  it('is refused for tomorrow, and on the counter where nothing allows it', async () => {
    const farm = await house.farm();
    expect((await enter(farm, { madeOn: '2099-01-01' })).answer).toMatchObject({
      status: 'refused',
      field: 'madeOn',
    });
    expect((await enter(farm, { storage: 'counter', raw: true })).answer).toMatchObject({
      status: 'refused',
      field: 'storage',
    });
    expect((await enter(farm, { storage: 'counter', raw: true, knowing: true })).answer).toMatchObject(done);
    expect(await onHand(farm)).toHaveLength(1);
  });

  it('sent twice is one', async () => {
    const farm = await house.farm();
    const [id, lotId] = [randomUUID(), randomUUID()];
    const input = { lotId, mass: 500, salted: true, storage: 'fridge', atSeconds: later(1) };
    expect(await send(farm, 'butter.enter', input, id)).toMatchObject(done);
    expect(await send(farm, 'butter.enter', input, id)).toMatchObject(done);
    expect(await onHand(farm)).toHaveLength(1);
  });
});

describe('butter of two batches worked into one', () => {
  it('weighs and holds what they did, keeps no longer than the older, and comes apart when it is taken back', async () => {
    const farm = await house.farm();
    const salted = await packed(farm);
    const garlic = await packed(farm, {
      name: 'Ramsons',
      mass: 300,
      saltMass: 0,
      salting: { way: 'none' },
      additions: ['garlic'],
      mixedIn: [{ of: 'garlic', name: 'ramsons', mass: 9 }],
      additionMass: 9,
    });
    const [a, b] = [(await pat(farm, salted))!, (await pat(farm, garlic))!];
    const [lotId, id] = [randomUUID(), randomUUID()];
    const input = { lotId, from: [{ lotId: salted, mass: 400 }, { lotId: garlic }], atSeconds: later(1) };
    expect(await send(farm, 'butter.join', input, id)).toMatchObject(done);
    const joined = (await pat(farm, lotId))!;
    expect(joined.mass).toBeCloseTo(700, 6);
    expect(joined.fat).toBeCloseTo((a.fat * 400) / a.mass + b.fat, 2);
    expect(joined).toMatchObject({ additions: ['garlic'], salted: true });
    expect(joined.mixedIn).toEqual([{ of: 'garlic', name: 'ramsons', mass: 9 }]);
    expect(joined.keepUntil).toBe(b.keepUntil < a.keepUntil ? b.keepUntil : a.keepUntil);
    expect(await pat(farm, garlic)).toBeUndefined();
    expect((await pat(farm, salted))!.mass).toBeCloseTo(500, 6);
    expect(await sums(farm)).toMatchObject(balanced);
    // It is garlic butter: nowhere warm.
    expect(await send(farm, 'butter.move', { lotId, to: 'counter', atSeconds: later(1) })).toMatchObject({
      status: 'refused',
    });
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject(done);
    expect(await pat(farm, lotId)).toBeUndefined();
    expect((await pat(farm, salted))!.mass).toBeCloseTo(900, 6);
    expect(await pat(farm, garlic)).toMatchObject({ mass: 300, keepUntil: b.keepUntil });
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('eaten of since is not taken apart, and joined once more is still all of it', async () => {
    const farm = await house.farm();
    const [first, second, third] = [await packed(farm), await packed(farm), (await enter(farm)).lotId];
    const [lotId, id] = [randomUUID(), randomUUID()];
    await send(
      farm,
      'butter.join',
      { lotId, from: [{ lotId: first }, { lotId: second }], atSeconds: later(1) },
      id,
    );
    const again = randomUUID();
    expect(
      await send(farm, 'butter.join', {
        lotId: again,
        from: [{ lotId }, { lotId: third }],
        atSeconds: later(2),
      }),
    ).toMatchObject(done);
    expect((await pat(farm, again))!.mass).toBeCloseTo(2300, 6);
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject({ status: 'refused' });
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('is no ghee, no single piece, and nobody else’s', async () => {
    const farm = await house.farm();
    const butter = await packed(farm);
    const ghee = await packed(farm, {
      saltMass: 0,
      salting: { way: 'none' },
      ghee: { mass: 600, weighed: true },
    });
    const theirs = await packed(await house.farm());
    for (const from of [
      [{ lotId: butter }, { lotId: ghee }],
      [{ lotId: butter }],
      [{ lotId: butter }, { lotId: theirs }],
      [{ lotId: butter }, { lotId: butter }],
    ])
      expect(await send(farm, 'butter.join', { lotId: randomUUID(), from })).toMatchObject({
        status: 'refused',
      });
    const known = await inFarm(farm, (scope) => lotsById(scope, [butter]));
    expect(known.get(butter)!.mass).toBe(900);
  });
});

describe('butter of the larder made into ghee', () => {
  it('is dated as ghee, its water boiled off and some fat clinging, and is taken back whole', async () => {
    const farm = await house.farm();
    const portionId = await packed(farm);
    const before = (await pat(farm, portionId))!;
    const [lotId, id] = [randomUUID(), randomUUID()];
    const input = {
      lotId,
      from: [{ lotId: portionId, mass: 500 }],
      mass: 400,
      stages: { melted: later(1) - 1800, quiet: later(1) - 300 },
      atSeconds: later(1),
    };
    expect(await send(farm, 'butter.clarify', input, id)).toMatchObject({ status: 'done' });
    const ghee = (await pat(farm, lotId))!;
    expect(ghee).toMatchObject({ kind: 'ghee', mass: 400, storage: 'counter', name: 'Ghee', salted: false });
    expect(ghee.fat).toBeCloseTo(398, 3);
    expect(ghee.keepReasons[0]).toMatch(/ghee/);
    expect(ghee.keepUntil > before.keepUntil).toBe(true);
    expect((await pat(farm, portionId))!.mass).toBeCloseTo(before.mass - 500, 6);
    expect(await sums(farm)).toMatchObject(balanced);
    // Ghee is not made of ghee, nor worked into butter; more than the butter it cannot be.
    for (const refused of [
      { ...input, lotId: randomUUID(), from: [{ lotId }] },
      { ...input, lotId: randomUUID(), mass: 500 },
    ])
      expect(await send(farm, 'butter.clarify', refused)).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject({ status: 'done' });
    expect((await pat(farm, portionId))!.mass).toBeCloseTo(before.mass, 6);
    expect(await pat(farm, lotId)).toBeUndefined();
    // And made again, of all of it, weighed by nobody.
    const again = randomUUID();
    expect(
      await send(farm, 'butter.clarify', { lotId: again, from: [{ lotId: portionId }], atSeconds: later(1) }),
    ).toMatchObject({ status: 'done' });
    const all = (await pat(farm, again))!;
    expect(all.mass).toBeGreaterThan(0.72 * before.mass);
    expect(all.mass).toBeLessThan(0.85 * before.mass);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('with garlic in it never stands warm', async () => {
    const farm = await house.farm();
    const garlic = await packed(farm, {
      name: 'Garlic',
      additions: ['garlic'],
      mixedIn: [{ of: 'garlic', name: 'garlic', mass: 9 }],
      additionMass: 9,
    });
    const clarify = (storage: string) =>
      send(farm, 'butter.clarify', {
        lotId: randomUUID(),
        from: [{ lotId: garlic }],
        storage,
        atSeconds: later(1),
      });
    expect(await clarify('counter')).toMatchObject({ status: 'refused', field: 'storage' });
    expect(await clarify('fridge')).toMatchObject({ status: 'done' });
  });
});
