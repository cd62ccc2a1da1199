import { inFarm } from '@/data/farmScope';
import { database } from '@/data/connection';
import type { TestDatabase } from '@/data/testing/database';
import { trailOf } from '@/data/ledger/movements';
import { testDatabase } from '@/data/testing/database';
import { setClock } from '@/server/clock';
import { ledgerView } from '@/server/ledger/views';
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
  // From a pat on the shelf the way leads back to milkings of several days.
  const { lots, steps } = await inFarm(first, (scope) => trailOf(scope, butter.at(-1)!.lotId));
  expect(lots.filter(({ kind }) => kind === 'milk').length).toBeGreaterThan(3);
  expect(steps.length).toBeGreaterThan(4);
}, 400_000);
