import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { butterOnHand } from '@/data/ledger/ledger';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { batchView } from '../churning/views';
import { begin, event, morning, portion, send } from '../testing/aBatch';
import { balanced, sums } from '../testing/aDairy';

/** Two acts on the same butter, one after the other: what each does alone is tested with it. */
let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
});
afterAll(() => house.close());

const done = { status: 'done' };
const refused = { status: 'refused' };
const later = (days: number) => morning + 1800 + days * 86_400;
const pat = async (farm: string, lotId: string) =>
  (await inFarm(farm, butterOnHand)).find((one) => one.lotId === lotId);

async function packed(farm: string): Promise<{ batchId: string; lotId: string; packedId: string }> {
  const batchId = await begin(farm);
  const lotId = randomUUID();
  const packing = event(30, { kind: 'packed' });
  const events = [
    event(8, { kind: 'mark', stage: 'break' }),
    event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
    event(15, { kind: 'washed', clarity: 'clear' } as Parameters<typeof event>[1]),
    event(20, { ...portion(lotId) } as Parameters<typeof event>[1]),
    packing,
  ];
  expect(await send(farm, 'batch.record', { batchId, events })).toMatchObject(done);
  return { batchId, lotId, packedId: packing.id };
}
const join = async (farm: string, ...from: string[]) => {
  const [lotId, id] = [randomUUID(), randomUUID()];
  const answer = await send(
    farm,
    'butter.join',
    { lotId, from: from.map((one) => ({ lotId: one })), atSeconds: later(1) },
    id,
  );
  expect(answer).toMatchObject(done);
  return { lotId, id };
};

it('ghee of which some was eaten is not taken back, and is once the eating was', async () => {
  const farm = await house.farm();
  const { lotId } = await packed(farm);
  const before = (await pat(farm, lotId))!.mass;
  const [ghee, id, eaten] = [randomUUID(), randomUUID(), randomUUID()];
  await send(
    farm,
    'butter.clarify',
    { lotId: ghee, from: [{ lotId, mass: 500 }], mass: 400, atSeconds: later(1) },
    id,
  );
  expect(
    await send(farm, 'butter.finish', { lotId: ghee, how: 'eaten', mass: 50, atSeconds: later(2) }, eaten),
  ).toMatchObject(done);
  expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject({
    ...refused,
    message: expect.stringMatching(/used|eaten|since/),
  });
  expect((await pat(farm, ghee))!.mass).toBeCloseTo(350, 6);
  expect(await send(farm, 'entry.undo', { commandId: eaten })).toMatchObject(done);
  expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject(done);
  expect((await pat(farm, lotId))!.mass).toBeCloseTo(before, 6);
  expect(await pat(farm, ghee)).toBeUndefined();
  expect(await sums(farm)).toMatchObject(balanced);
});

it('a packing is not taken back while its butter is worked into another, and is once that was taken apart', async () => {
  const farm = await house.farm();
  const [one, two] = [await packed(farm), await packed(farm)];
  const joined = await join(farm, one.lotId, two.lotId);
  const undo = () =>
    send(farm, 'batch.record', {
      batchId: one.batchId,
      events: [event(40, { kind: 'undone', eventId: one.packedId } as Parameters<typeof event>[1])],
    });
  const first = await undo();
  expect(first).toMatchObject(refused);
  expect((first as { message: string }).message).not.toMatch(/undefined|null|NaN/);
  expect((await pat(farm, joined.lotId))!.mass).toBeCloseTo(1800, 6);
  expect(await send(farm, 'entry.undo', { commandId: joined.id })).toMatchObject(done);
  expect(await undo()).toMatchObject(done);
  expect(await pat(farm, one.lotId)).toBeUndefined();
  expect((await pat(farm, two.lotId))!.mass).toBeCloseTo(900, 6);
  expect(await sums(farm)).toMatchObject(balanced);
});

it('cream put right after its butter was worked into another: the books balance, and the piece stays what it weighs', async () => {
  const farm = await house.farm();
  const [one, two] = [await packed(farm), await packed(farm)];
  const joined = await join(farm, one.lotId, two.lotId);
  const before = (await pat(farm, joined.lotId))!;
  const corrected = event(50, {
    kind: 'corrected',
    to: { creamFat: 0.42 },
    was: { creamFat: 0.38 },
  } as Parameters<typeof event>[1]);
  const answer = await send(farm, 'batch.record', { batchId: one.batchId, events: [corrected] });
  if (answer.status === 'refused') throw new Error(answer.message);
  const after = (await pat(farm, joined.lotId))!;
  expect(after).toMatchObject({ mass: before.mass, fat: before.fat });
  expect(await sums(farm)).toMatchObject(balanced);
  expect((await batchView(farm, one.batchId))!.judged!.fatIn).toBeCloseTo(840, 6);
  // Taken apart again, the piece holds what it was joined with; eaten whole, its batch can be put right as well, both ways.
  expect(await send(farm, 'entry.undo', { commandId: joined.id })).toMatchObject(done);
  expect(await sums(farm)).toMatchObject(balanced);
  expect(
    await send(farm, 'butter.finish', { lotId: one.lotId, how: 'eaten', atSeconds: later(2) }),
  ).toMatchObject(done);
  for (const [to, was] of [
    [0.36, 0.42],
    [0.4, 0.36],
  ])
    expect(
      await send(farm, 'batch.record', {
        batchId: one.batchId,
        events: [
          event(60, { kind: 'corrected', to: { creamFat: to }, was: { creamFat: was } } as Parameters<
            typeof event
          >[1]),
        ],
      }),
    ).toMatchObject(done);
  expect(await sums(farm)).toMatchObject(balanced);
});

it('a finish told later from two devices lands in the order it happened, and is drained once', async () => {
  const farm = await house.farm();
  const batchId = await begin(farm);
  const mark = (device: string, ...events: ReturnType<typeof event>[]) =>
    send(farm, 'batch.record', { batchId, events }, randomUUID(), device);
  expect(await mark('tablet', event(8, { kind: 'mark', stage: 'break' }))).toMatchObject(done);
  // The phone tells the wash first, the tablet afterwards the draining before it.
  expect(await mark('phone', event(15, { kind: 'washed', clarity: 'clear' } as Parameters<typeof event>[1]))).toMatchObject(done);
  expect(await mark('tablet', event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }))).toMatchObject(done);
  const lotId = randomUUID();
  expect(await mark('phone', event(20, { ...portion(lotId) } as Parameters<typeof event>[1]), event(30, { kind: 'packed' }))).toMatchObject(done);
  const view = (await batchView(farm, batchId))!;
  expect(view.judged?.buttermilkMass).toBeCloseTo(1050, 0);
  expect(await sums(farm)).toMatchObject(balanced);
}); // prettier-ignore
