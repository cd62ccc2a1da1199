import { examples } from '@tests/validation/examples';
import { liveByHabit, liveByRank } from '@tests/validation/household';
import { calculate } from '../calculations';
import type { FarmLot } from './farmNow';
import type { TodayRank } from './todayRank';

type Lot = Partial<FarmLot> & Pick<FarmLot, 'id' | 'kind'>;
const rank = (lots: Lot[], change: object = {}) =>
  calculate('today.rank', {
    lots: lots.map((one) => ({ mass: 2000, fat: 0.3, ageHours: 10, celsius: 4, ...one })),
    demand: 900,
    ...change,
  }) as TodayRank;
const acts = (...given: Parameters<typeof rank>) =>
  rank(...given).acts.map(({ act, now }) => (now ? act : `${act} later`));
const milk = (change: object) => ({ id: 'jar', kind: 'milk' as const, mass: 2400, fat: 0.041, standing: { diameter: 120, height: 260 }, ...change }); // prettier-ignore

describe('what waits to be done', () => {
  it('comes in order: safety, then dates, then gains', () => {
    const { acts: all } = calculate('today.rank', examples['today.rank']) as TodayRank;
    expect(all[0]).toMatchObject({ act: 'cool', lots: ['pail'] });
    expect(all.findIndex(({ now }) => !now)).toBeGreaterThan(
      all.findLastIndex(({ now, waiting }) => now && waiting.kind !== 'safety'),
    );
    for (const { says } of all) expect(says).toMatch(/^[A-Z].*[.]$/);
  });

  it('warm milk is cooled first, whatever else waits, and says until when', () => {
    const { acts: all } = rank([
      { id: 'B', kind: 'butter', mass: 300, fat: 0.82, keepsHours: 20 },
      milk({ id: 'pail', celsius: 33, ageHours: 1 }),
    ]);
    expect(all[0]).toMatchObject({ act: 'cool', now: true, untilHours: 3, waiting: { kind: 'safety' } });
  });

  it('cream left warm is chilled or churned, and milk found warm too late is not drunk raw', () => {
    expect(rank([{ id: 'pool', kind: 'cream', celsius: 15 }]).acts[0]).toMatchObject({
      act: 'cool',
      untilHours: 2,
      waiting: { kind: 'safety' },
    });
    expect(rank([milk({ id: 'pail', celsius: 20, ageHours: 9 })]).acts[0]).toMatchObject({
      act: 'cool',
      untilHours: -5,
      says: expect.stringMatching(/do not drink it raw/),
    });
    expect(acts([milk({ celsius: 8, ageHours: 9 })])).toEqual(['cool']);
  });

  it('milk stands while waiting brings cream, and is skimmed before its skim is stale', () => {
    expect(acts([milk({ ageHours: 6 })])).toEqual(['skim later']);
    expect(rank([milk({ ageHours: 6 })]).acts[0]!.waiting.grams).toBeGreaterThan(5);
    const old = rank([milk({ ageHours: 40 })]).acts[0]!;
    expect(old).toMatchObject({ act: 'skim', now: true });
    expect(old.ladleDepth).toBeGreaterThan(20);
    expect(old.waiting.grams).toBeLessThan(3);
  });

  it('cream is churned before it is too old, or when there is a load; too old, it goes out', () => {
    expect(acts([{ id: 'pool', kind: 'cream', mass: 500, ageHours: 30 }])).toEqual(['churn later']);
    expect(acts([{ id: 'pool', kind: 'cream', mass: 500, ageHours: 100 }])).toEqual(['churn']);
    expect(acts([{ id: 'pool', kind: 'cream', mass: 2500, ageHours: 30 }])).toEqual(['churn']);
    const gone = rank([{ id: 'pool', kind: 'cream', ageHours: 130 }]);
    expect(gone.acts[0]).toMatchObject({ act: 'discard', waiting: { kind: 'safety' } });
    expect(gone.cautions).toHaveLength(1);
    expect(acts([{ id: 'pool', kind: 'cream', ageHours: 130, raw: false }])).toEqual(['churn']);
  });

  it('soured cream is chilled when it is ready and thrown out when it never gets there', () => {
    const crock = (elapsedHours: number, thickAndTart = false) => acts([{ id: 'crock', kind: 'cream', celsius: 21, ripening: { route: 'mesophilic', dose: 0.02, elapsedHours, thickAndTart } }]); // prettier-ignore
    expect(crock(8)).toEqual(['chill later']);
    expect(crock(17, true)).toEqual(['chill']);
    expect(crock(60)).toEqual(['discard']);
    const heated = (elapsedHours: number, thickAndTart = false) => acts([{ id: 'crock', kind: 'cream', celsius: 20, raw: false, ripening: { route: 'natural', elapsedHours, thickAndTart } }]); // prettier-ignore
    expect([heated(2), heated(9), heated(20, true)]).toEqual([['cool'], ['discard'], ['discard']]);
  });

  it('butter is eaten by its date, frozen for the dry weeks, and taken out when there is none', () => {
    const butter = (change: object) => ({
      id: 'B',
      kind: 'butter' as const,
      mass: 300,
      fat: 0.82,
      keepsHours: 300,
      ...change,
    });
    expect(acts([butter({ keepsHours: 20 })])).toContain('eatFirst');
    expect(acts([butter({ keepsHours: -2 })])).toContain('discard');
    expect(acts([butter({ mass: 3000 })], { bankWanted: 2000 })).toContain('freeze');
    expect(acts([butter({ mass: 3000 })], { bankWanted: 0 })).not.toContain('freeze');
    expect(acts([butter({ mass: 50 }), butter({ id: 'F', mass: 900, frozen: true })])).toContain('takeOut');
    expect(acts([butter({ mass: 3000 })])).toEqual([]);
  });

  it('skim and buttermilk are used in time', () => {
    expect(acts([{ id: 's', kind: 'skim', fat: 0.005, ageHours: 80 }])).toEqual(['use']);
    expect(acts([{ id: 's', kind: 'skim', fat: 0.005, ageHours: 10 }])).toEqual([]);
    expect(acts([{ id: 's', kind: 'skim', fat: 0.005, ageHours: 110 }])).toEqual(['discard']);
  });

  it('followed for six weeks by two cows’ household breaks no rule, and makes more butter than a fixed habit', () => {
    const visits = 6 * 14;
    const lived = liveByRank('test', visits);
    expect(lived.broken).toEqual([]);
    expect(lived.daysOut).toBe(0);
    expect(lived.made).toBeGreaterThan(liveByHabit('test', { hours: 24, ladle: 30, minds: true }, visits));
  });
});
