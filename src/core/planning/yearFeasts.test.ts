import { bankPlan, live } from './bankPlan';
import { feastsAhead, feastWeeks } from './yearFeasts';
import { yearAhead } from './yearAhead';

const today = '2026-12-01';

test('what was eaten with guests is eaten again on the same day of the next year', () => {
  const ahead = feastsAhead(
    [
      { on: '2025-12-25', mass: 900 },
      { on: '2025-12-26', mass: 300 },
      { on: '2026-04-05', mass: 500 },
      { on: '2024-12-25', mass: 4000 },
    ],
    [],
    today,
  );
  expect(feastWeeks(ahead, today)).toEqual([
    { on: '2026-12-22', mass: 1200 },
    { on: '2027-03-30', mass: 500 },
  ]);
  expect(feastWeeks(feastsAhead([{ on: '2028-02-29', mass: 10 }], [], '2028-03-10'), '2028-03-10')).toEqual([
    { on: '2029-02-23', mass: 10 },
  ]);
});

test('an occasion that is wanted is last year’s feast where it falls beside it, and one more elsewhere', () => {
  const eaten = [{ on: '2025-12-25', mass: 900 }];
  const week = (on: string, mass: number) => feastWeeks(feastsAhead(eaten, [{ on, mass }], today), today);
  expect(week('2026-12-24', 600)).toEqual([{ on: '2026-12-22', mass: 900 }]);
  expect(week('2026-12-19', 1500)).toEqual([{ on: '2026-12-15', mass: 1500 }]);
  expect(week('2027-05-20', 600)).toEqual([
    { on: '2026-12-22', mass: 900 },
    { on: '2027-05-18', mass: 600 },
  ]);
  expect(week('2026-11-30', 600)).toHaveLength(1);
});

test('a feast is put by for, and every gram of the year stays accounted for', () => {
  const weeks = Array.from({ length: 30 }, (_, i) => {
    const mid = i < 10 ? 600 : 400;
    return { low: 0.9 * mid, mid, high: 1.1 * mid };
  });
  const feasts = weeks.map((_, i) => (i === 20 ? 1500 : 0));
  const bank = { weeks, demand: 400, frozen: 0, fresh: 0, capacity: 50_000, salted: true, acceptable: 0.05, seed: 'f', runs: 40 };
  const [without, withIt] = [bankPlan(bank), bankPlan({ ...bank, feasts })];
  expect(withIt.most.bank - without.most.bank).toBeGreaterThan(900);
  expect(withIt.chanceOut).toBeLessThan(0.3);
  const made = weeks.map(({ mid }) => mid);
  const { rows, surplus } = live(made, { ...bank, feasts }, () => 3000);
  const eaten = rows.reduce((sum, { short }, i) => sum + 400 + feasts[i]! - short, 0);
  const left = rows.at(-1)!.bank;
  const sum = made.reduce((a, b) => a + b, 0);
  expect(eaten + left + surplus).toBeLessThanOrEqual(sum + 1e-6);
  expect(eaten + left + surplus).toBeGreaterThanOrEqual(sum - 0.5 * 400 - 1e-6);
}); // prettier-ignore

test('a year with a feast eats more, and is no likelier to last', () => {
  const year = { today, animals: [], butterPerFat: 1, demand: 100, frozen: 5000, fresh: 0, changes: [], seed: 'y', runs: 20 };
  const feasts = feastsAhead([{ on: '2025-12-25', mass: 2000 }], [], today);
  const [plain, feasting] = [yearAhead(year), yearAhead({ ...year, feasts })];
  expect(feasting.eats).toBe(plain.eats + 2000);
  expect(feasting.chance).toBeLessThanOrEqual(plain.chance);
  expect(feasting.weeks[10]!.bank.mid).toBeLessThan(plain.weeks[10]!.bank.mid - 1500);
}); // prettier-ignore
