import { calculate } from '../calculations';
import { safetyHours } from '../ripening/safetyClock';
import type { FarmLot } from './farmNow';
import { butterKeeps, warmBeyond } from './tooWarm';
import type { TodayRank } from './todayRank';

/** Where one act ends and the next begins: to the hour, the degree and the gram. */
const cream: FarmLot = {
  id: 'pool', kind: 'cream', mass: 900, fat: 0.36, ageHours: 20, celsius: 4, raw: true, frozen: false, species: 'cow',
}; // prettier-ignore
const butter = (change: Partial<FarmLot>): FarmLot => ({
  ...cream,
  id: 'pat',
  kind: 'butter',
  mass: 600,
  fat: 0.82,
  keepsHours: 400,
  ...change,
});
const acts = (lots: FarmLot[], farm: object = {}) =>
  (calculate('today.rank', { lots, ...farm }) as TodayRank).acts;

describe('cream that sours by itself', () => {
  const souring = (elapsedHours: number, raw: boolean) =>
    acts([
      {
        ...cream,
        raw,
        celsius: 20,
        ageHours: elapsedHours,
        ripening: { route: 'natural', elapsedHours, thickAndTart: false },
      },
    ])[0]!;

  it('heated, does not: for four hours it is chilled or given a culture, then it goes out', () => {
    expect(souring(3, false)).toMatchObject({
      act: 'cool',
      lots: ['pool'],
      untilHours: 1,
      now: true,
      waiting: { kind: 'safety' },
    });
    expect(souring(3, false).says).toMatch(/give it a live culture/);
    expect(souring(4, false)).toMatchObject({ act: 'cool', untilHours: 0 });
    expect(souring(5, false)).toMatchObject({ act: 'discard', untilHours: -1 });
    expect(souring(5, false).says).toMatch(/warm for 5 h: discard/);
    // Raw, it is let sour.
    expect(souring(5, true)).toMatchObject({ act: 'chill', now: false });
  });
});

describe('what is out of the cold', () => {
  it('is told so over 7 °C, and grows nothing below it', () => {
    expect(acts([{ ...cream, celsius: 7 }]).filter(({ act }) => act === 'cool')).toEqual([]);
    expect(acts([{ ...cream, celsius: 7.1 }])[0]).toMatchObject({ act: 'cool' });
    const long = { ...cream, ageHours: 400, warmHours: 399 };
    expect(warmBeyond({ ...long, celsius: 6.9 })).toBeUndefined();
    expect(warmBeyond({ ...long, celsius: 7 })).toBeCloseTo(399 - safetyHours('natural', 7), 6);
    expect(warmBeyond({ ...long, kind: 'butter', celsius: 20 })).toBeUndefined();
    expect(warmBeyond({ ...cream, raw: false, celsius: 20, ageHours: 4 })).toBeUndefined();
  });

  it('keeps to the last hour of its days', () => {
    const use = (ageHours: number) =>
      acts([{ ...cream, id: 'skim', kind: 'skim', fat: 0.001, raw: false, ageHours }])[0];
    expect(use(96)).toMatchObject({ act: 'use', untilHours: 0 });
    expect(use(96.5)).toMatchObject({ act: 'discard', untilHours: -0.5 });
  });
});

describe('the butter in the house', () => {
  it('is eaten first in its last two days, and said to be past only when it is', () => {
    const first = (keepsHours: number) =>
      acts([butter({ keepsHours })]).find(({ act }) => act === 'eatFirst');
    expect(first(48)).toBeUndefined();
    expect(first(47)!.says).toMatch(/^Eat this one first/);
    expect(first(0)!.says).toMatch(/^Eat this one first/);
    expect(butterKeeps(butter({ keepsHours: 0 }))).toBe(0);
  });

  it('comes out of the freezer for a week, or as much as lies there', () => {
    const out = (frozen: number, demand = 700) =>
      acts(
        [
          butter({ mass: 10 }),
          butter({ id: 'ice', frozen: true, celsius: -18, mass: frozen, keepsHours: 5000 }),
        ],
        { demand },
      ).find(({ act }) => act === 'takeOut');
    expect(out(3000)).toMatchObject({ mass: 700, lots: ['ice'], untilHours: expect.closeTo(2.4, 6) });
    expect(out(300)).toMatchObject({ mass: 300 });
    expect(out(3000)!.says).toContain('700 g');
    expect(out(300)!.says).toContain('300 g');
    expect(out(3000, 0)).toBeUndefined();
  });

  it('lasts as long as what is good of it does', () => {
    const runsOut = (lots: FarmLot[], demand: number) =>
      acts(lots, { demand }).find(({ act }) => act === 'runOut');
    expect(runsOut([butter({ mass: 500 })], 700)).toMatchObject({
      untilHours: expect.closeTo(120, 6),
      lots: [],
    });
    // What is past its day is not counted on.
    expect(
      runsOut([butter({ mass: 500 }), butter({ id: 'old', mass: 2000, keepsHours: -1 })], 700),
    ).toMatchObject({ untilHours: expect.closeTo(120, 6) });
    // Its last hour still counts.
    expect(
      runsOut([butter({ mass: 300 }), butter({ id: 'last', mass: 200, keepsHours: 0 })], 700),
    ).toMatchObject({ untilHours: expect.closeTo(120, 6) });
    expect(runsOut([butter({ mass: 500 })], 0)).toBeUndefined();
    expect(runsOut([butter({ mass: 50_000 })], 700)).toBeUndefined();
  });
});
