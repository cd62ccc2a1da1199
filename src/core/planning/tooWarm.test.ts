import { calculate } from '../calculations';
import type { FarmLot } from './farmNow';
import { butterKeeps, warmBeyond } from './tooWarm';
import type { TodayRank } from './todayRank';

const lot = (change: Partial<FarmLot>): FarmLot => ({
  id: 'jar', kind: 'cream', mass: 2000, fat: 0.36, ageHours: 70, celsius: 25, raw: true, frozen: false, species: 'cow', ...change,
}); // prettier-ignore
const acts = (change: Partial<FarmLot>) =>
  (calculate('today.rank', { lots: [lot(change)] }) as TodayRank).acts.filter(({ now }) => now);

describe('what stood out of the cold too long', () => {
  it.each([
    ['raw cream, 70 h in a warm room', { ageHours: 70, celsius: 25 }],
    ['heated cream, five hours in a room', { raw: false, ageHours: 5, celsius: 20 }],
    ['raw milk, three days at 30 °C', { kind: 'milk', ageHours: 80, celsius: 30 }],
    ['skim, for longer than it may', { kind: 'skim', ageHours: 90, celsius: 12, warmHours: 80 }],
  ] as const)('%s goes out, and is offered to nothing else', (_, change) => {
    const all = acts(change as Partial<FarmLot>);
    expect(all).toMatchObject([{ act: 'discard', waiting: { kind: 'safety' } }]);
    expect(all[0]!.untilHours).toBeLessThan(0);
  });

  it('stays while it is within its hours, cold, frozen, souring, or was only now taken out', () => {
    for (const fine of [
      { ageHours: 60 },
      { celsius: 4, ageHours: 100 },
      { celsius: 14, ageHours: 100 },
      { celsius: 25, warmHours: 1 },
      { raw: false, ageHours: 3.9 },
      { frozen: true },
      { ripening: { route: 'mesophilic', elapsedHours: 10, thickAndTart: false } },
    ] as Partial<FarmLot>[])
      expect(warmBeyond(lot(fine))).toBeUndefined();
  });

  it('was never out for longer than it is old', () => {
    expect(warmBeyond(lot({ ageHours: 10, warmHours: 500 }))).toBeUndefined();
  });
});

describe('butter nobody dated', () => {
  const butter = (change: Partial<FarmLot>) =>
    lot({ kind: 'butter', fat: 0.82, celsius: 4, ageHours: 48, ...change });

  it('keeps no longer than any butter does where it is', () => {
    expect(acts(butter({ celsius: 30, ageHours: 2000 }))).toMatchObject([
      { act: 'discard', says: expect.stringMatching(/at 30 °C none keeps 83 days/) },
    ]);
    expect(acts(butter({ celsius: 30, ageHours: 20 }))).toMatchObject([{ act: 'eatFirst' }]);
    expect(acts(butter({ ageHours: 100 }))).toEqual([]);
    expect(butterKeeps(butter({ ageHours: 23 * 24 }))).toBeLessThan(0);
    expect(butterKeeps(butter({ ageHours: 23 * 24, raw: false }))).toBeGreaterThan(0);
  });

  it('goes by its date where there is one', () => {
    expect(butterKeeps(butter({ keepsHours: 5, ageHours: 9000 }))).toBe(5);
  });
});
