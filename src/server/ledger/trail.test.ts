import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { goneOf, trailOf } from '@/data/ledger/movements';
import { lotsById } from '@/data/ledger/standing';
import { event, facts, morning, portion, send } from '../testing/aBatch';
import { recallView } from '../recall/views';
import { upstreamOf } from './upstream';
import { aDairy, milk, skim } from '../testing/aDairy';

const house = aDairy();

describe('from a pat to the milkings and back', () => {
  it('leads every step both ways, once, in one statement', async () => {
    const farm = await house.farm();
    const [a, b] = [await milk(farm), await milk(farm)];
    const [creamA, creamB, pool] = [randomUUID(), randomUUID(), randomUUID()];
    await skim(farm, [a], { cuts: [{ lotId: creamA, mass: 1900, fat: 0.2 }] });
    await skim(farm, [b], { cuts: [{ lotId: creamB, mass: 1900, fat: 0.2 }] });
    await send(farm, 'lot.pour', { from: [{ lotId: creamA }, { lotId: creamB, mass: 1000 }], lotId: pool, kind: 'cream', celsius: 5 });
    const batchId = randomUUID();
    const creamLotId = randomUUID();
    const started = await send(farm, 'batch.begin', {
      batchId, creamLotId, startedEventId: randomUUID(), startedAtSeconds: morning,
      facts: { ...facts, creamMass: 2900, creamVolume: 2900, creamFat: 0.23, treatment: 'raw' }, fromLots: [{ lotId: pool }],
    });
    expect(started.status).toBe('done');
    const pat = randomUUID();
    const at = (minutes: number) => morning + 60 * minutes;
    expect((await send(farm, 'batch.record', { batchId, events: [
      { ...event(9, { kind: 'mark', stage: 'break' }), atSeconds: at(9) },
      { ...event(20, portion(pat, 700)), atSeconds: at(20) },
      { ...event(21, { kind: 'packed' }), atSeconds: at(21) },
    ] })).status).toBe('done');
    const trail = await inFarm(farm, (scope) => trailOf(scope, pat));
    const side = (steps: number) => trail.lots.filter((lot) => lot.steps === steps).map(({ id }) => id).toSorted();
    expect(side(-1)).toEqual([a, b, creamA, creamB, pool, creamLotId].toSorted());
    expect(trail.steps.map(({ from, to }) => [from, to])).toEqual(
      expect.arrayContaining([[a, creamA], [creamA, pool], [creamB, pool], [pool, creamLotId], [creamLotId, pat]]),
    );
    const forth = await inFarm(farm, (scope) => trailOf(scope, b));
    expect(forth.lots.filter(({ steps }) => steps === 1).map(({ id }) => id)).toEqual(expect.arrayContaining([creamB, pool, creamLotId, pat]));
    // What was taken back leads nowhere any more.
    const lot = (await inFarm(farm, (scope) => lotsById(scope, [pat]))).get(pat)!;
    expect(lot.treatment).toBe('raw');
  }); // prettier-ignore

  it('does not lose its way when cream is poured there and back', async () => {
    const farm = await house.farm();
    const [a, b] = [await milk(farm), await milk(farm)];
    const pour = (from: string, into: string) =>
      send(farm, 'lot.pour', { from: [{ lotId: from, mass: 500 }], intoLotId: into, lotId: randomUUID(), kind: 'milk', celsius: 5 });
    for (let i = 0; i < 4; i += 1) expect((await (i % 2 ? pour(a, b) : pour(b, a))).status).toBe('done');
    const trail = await inFarm(farm, (scope) => trailOf(scope, a));
    expect(trail.lots).toHaveLength(2);
  }); // prettier-ignore
});

it('of several milks skimmed as one each has its share of what went to the pigs', async () => {
  const farm = await house.farm();
  const [large, small] = [await milk(farm, { mass: 9000 }), await milk(farm, { mass: 3000 })];
  expect((await skim(farm, [large, small])).status).toBe('done');
  const { gone, from, became, of } = await inFarm(farm, async (scope) => ({
    gone: await goneOf(scope, [large, small]),
    ...(await recallView(farm, large))!,
  }));
  const went = (id: string) =>
    gone.filter(({ lotId }) => lotId === id).reduce((sum, { mass }) => sum + mass, 0);
  // 1,900 g of cream stayed; what went is all the rest, once.
  expect(went(large) + went(small)).toBeCloseTo(12_000 - 1900, 0);
  expect(went(large)).toBeCloseTo(3 * went(small), 0);
  expect([of.gone[0]!.mass, from, became.length]).toEqual([expect.closeTo(went(large), 0), [], 1]);
});

it('the fat of a churning leads back to its own part of the milk, and nothing is lost on the way', async () => {
  const farm = await house.farm();
  const [a, b] = [await milk(farm), await milk(farm)];
  const [creamA, creamB] = [randomUUID(), randomUUID()];
  await skim(farm, [a], { cuts: [{ lotId: creamA, mass: 1900, fat: 0.2 }] });
  await skim(farm, [b], { cuts: [{ lotId: creamB, mass: 1900, fat: 0.2 }] });
  const [batchId, creamLotId] = [randomUUID(), randomUUID()];
  const begun = await send(farm, 'batch.begin', {
    batchId,
    creamLotId,
    startedEventId: randomUUID(),
    startedAtSeconds: morning,
    facts: { ...facts, creamMass: 2850, creamVolume: 2850, creamFat: 0.2, treatment: 'raw' },
    fromLots: [{ lotId: creamA }, { lotId: creamB, mass: 950 }],
  });
  expect(begun.status).toBe('done');
  const found = await inFarm(farm, (scope) => upstreamOf(scope, { lot: creamLotId, fat: 570 }));
  expect(found).toMatchObject({ bought: 0, culture: 0, cream: 570 });
  expect(found.milk).toBeGreaterThan(570);
  expect(found.milk).toBeCloseTo(found.cream + found.skim + found.spilled, 1);
  // Of the second skimming only the half of its cream that was churned counts.
  const whole = await inFarm(farm, (scope) => lotsById(scope, [creamA, creamB]));
  expect(whole.get(creamB)!.mass).toBeCloseTo(950, 3);
});
