import { inFarm } from '@/data/farmScope';
import { database } from '@/data/connection';
import type { TestDatabase } from '@/data/testing/database';
import { trailOf } from '@/data/ledger/movements';
import { testDatabase } from '@/data/testing/database';
import { setClock } from '@/server/clock';
import { packedBetween } from '@/data/churning/batches';
import { ledgerView } from '@/server/ledger/views';
import { periodTrail } from '@/server/ledger/periodTrail';
import { season } from '@/core/comparing/season';
import { seasonView } from '@/server/ledger/seasonBook';
import { trendsView } from '@/server/ledger/trends';
import { upstreamOf } from '@/server/ledger/upstream';
import { todayView } from '@/server/today/views';
import { loadLarkfold } from './loadLarkfold';

let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
});
afterAll(async () => {
  setClock(undefined);
  await house.close();
}, 60_000);

it('lives through Larkfold’s mornings the same way each time, with books that balance', async () => {
  const load = async () => {
    const farm = await house.farm();
    setClock(new Date('2026-11-23T07:42:00Z'));
    expect(await loadLarkfold(farm, { days: 40 })).toBe(true);
    setClock(new Date('2026-11-23T07:42:00Z'));
    expect(await loadLarkfold(farm, { days: 40 })).toBe(false);
    return farm;
  };
  const [first, second] = [await load(), await load()];
  const { rows } = await ledgerView(first);
  expect(rows).toEqual(
    (await ledgerView(second)).rows.map((row, i) => ({
      ...row,
      facts: { ...row.facts, vesselId: rows[i]!.facts.vesselId },
    })),
  );
  expect(rows.length).toBeGreaterThan(10);
  expect(rows.map((row) => row.judged?.verdict)).toEqual(
    expect.arrayContaining([undefined, 'plausible', 'wet']),
  );
  expect(rows.filter((row) => row.judged?.verdict === 'plausible').length).toBeGreaterThan(0.6 * rows.length);
  expect(
    rows.filter((row) => row.judged && (row.judged.churnEfficiency < 0.9 || row.judged.churnEfficiency >= 1)),
  ).toEqual([]);
  const { inProgress, butter, paces } = await todayView(first);
  expect(inProgress).toHaveLength(1);
  expect(butter.length).toBeGreaterThan(4);
  // Most batches teach their churn’s pace; which churn was out how often is the dice’s affair.
  const taught = Object.values(paces).reduce((sum, { batches }) => sum + batches, 0);
  expect(taught).toBeGreaterThan(0.6 * rows.length);
  expect(Math.exp(paces.paddleHand!.logMean)).toBeLessThan(1);
  const [sums] = await inFarm(first, ({ transaction }) =>
    database().query('SELECT sum(mass) AS mass, sum(fat) AS fat FROM entry_line', { transaction }),
  );
  expect(sums).toEqual([{ mass: '0.000', fat: '0.000' }]);
  // A month is the sum of its batches, each followed back by itself, and what was planted in it is found.
  const { trail, before } = await periodTrail(first, { from: '2026-10-25', to: '2026-11-23' });
  expect(trail.batches).toBeGreaterThan(5);
  expect(before.batches).toBeGreaterThan(0);
  const alone = await inFarm(first, async (scope) => {
    const batches = await packedBetween(scope, new Date('2026-10-25T00:00Z'), new Date('2026-11-24T00:00Z'));
    return Promise.all(
      batches.map(({ creamLotId, fatIn }) => upstreamOf(scope, { lot: creamLotId, fat: fatIn })),
    );
  });
  // Cream that was poured on between two churnings is shared out a little otherwise when both are asked for at once.
  for (const part of ['milk', 'skim', 'cream'] as const) {
    const sum = alone.reduce((all, one) => all + one[part], 0);
    expect(Math.abs(trail.upstream![part] / sum - 1)).toBeLessThan(0.001);
  }
  expect(trail.fatToButter + trail.inButtermilk + trail.lossFat).toBeCloseTo(trail.fatIn, 6);
  const { batches } = await trendsView(first);
  expect(batches.flatMap(({ troubles }) => troubles).toSorted()).toEqual(['cold', 'wet']);
  // Its season is told of its own milk: as much butter of a litre as such milk makes, and hay in the colour.
  const { input } = await seasonView(first);
  expect(input.yieldOf).toBe('milk');
  expect(input.yields.map(({ month }) => month).toSorted((a, b) => a - b)).toEqual([10, 11]);
  for (const { butter: made, of } of input.yields) {
    expect((1000 * made) / of).toBeGreaterThan(30);
    expect((1000 * made) / of).toBeLessThan(55);
  }
  const { months } = season(input);
  expect(months[10]!.own!.celsius).toBeGreaterThan(months[10]!.own!.from - 1e-9);
  expect(months[10]!.colour).toBeLessThan(3.2);
  expect(months[5]!.own).toBeUndefined();
  // From a pat on the shelf the way leads back to milkings of several days.
  const { lots, steps } = await inFarm(first, (scope) => trailOf(scope, butter.at(-1)!.lotId));
  expect(lots.filter(({ kind }) => kind === 'milk').length).toBeGreaterThan(3);
  expect(steps.length).toBeGreaterThan(4);
}, 400_000);
