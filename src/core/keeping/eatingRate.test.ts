import { addDays } from './civilDate';
import { eatingRate, lasts } from './eatingRate';

const today = '2026-11-23';
const ago = (days: number, mass: number) => ({ on: addDays(today, -days), mass });
const weekly = (weeks: number, mass: number) => Array.from({ length: weeks }, (_, i) => ago(7 * i + 3, mass));

describe('how much butter a household eats', () => {
  it('is what left in the last whole weeks, with how sure that is', () => {
    const rate = eatingRate(weekly(10, 500), today, addDays(today, -70))!;
    expect(rate).toMatchObject({ perWeek: 500, weeks: 10, feasts: [] });
    expect(rate.sd).toBe(0);
    const uneven = eatingRate([...weekly(5, 400), ...weekly(10, 100)], today, addDays(today, -70))!;
    expect(uneven.perWeek).toBeGreaterThan(200);
    expect(uneven.sd).toBeGreaterThan(0);
  });

  it('says nothing before two whole weeks, or where nothing was eaten', () => {
    expect(eatingRate(weekly(1, 500), today, addDays(today, -13))).toBeUndefined();
    expect(eatingRate(weekly(2, 500), today, addDays(today, -14))).toBeDefined();
    expect(eatingRate([], today, addDays(today, -90))).toBeUndefined();
  });

  it('leaves out what was eaten today, and what is older than twelve weeks', () => {
    const rate = eatingRate(
      [ago(0, 900), ...weekly(12, 300), ago(7 * 12 + 1, 9000)],
      today,
      addDays(today, -400),
    )!;
    expect(rate.perWeek).toBe(300);
    expect(rate.weeks).toBe(12);
    // Yesterday is of the newest week, and a week ago still.
    expect(eatingRate([ago(1, 70), ago(7, 70), ago(8, 70)], today, addDays(today, -14))!.perWeek).toBe(105);
  });

  it('counts weeks from yesterday back, seven days each', () => {
    const of = (days: number) => eatingRate([ago(days, 700), ago(15, 700)], today, addDays(today, -21))!.sd;
    // A week that got both stands out more than two that got one each.
    expect(of(7)).toBe(of(1));
    expect(of(8)).toBe(of(7));
    expect(of(21)).toBeGreaterThan(of(14));
    expect(of(14)).toBe(of(8));
  });

  it('counts a feast as an ordinary week, and names it', () => {
    const rate = eatingRate([...weekly(8, 500), ago(17, 4000)], today, addDays(today, -56))!;
    expect(rate.perWeek).toBeLessThan(600);
    expect(rate.feasts).toEqual([addDays(today, -21)]);
  });

  it('is their mean, and its error the usual one of a mean', () => {
    const weeks = (...masses: number[]) => masses.map((mass, i) => ago(7 * i + 3, mass));
    // Out of order: the middle of them is 450, and a thousand is a feast, counted as twice that.
    const rate = eatingRate(weeks(1000, 300, 500, 400), today, addDays(today, -30))!;
    expect(rate.weeks).toBe(4);
    expect(rate.perWeek).toBe((900 + 300 + 500 + 400) / 4);
    const off = [900, 300, 500, 400].reduce((sum, mass) => sum + (mass - 525) ** 2, 0);
    expect(rate.sd).toBeCloseTo(Math.sqrt(off / 3) / 2, 9);
    expect(rate.feasts).toEqual([addDays(today, -7)]);
    // Just twice the usual is none; of three the middle one is the usual.
    expect(eatingRate(weeks(800, 400, 100), today, addDays(today, -21))!).toMatchObject({
      perWeek: 1300 / 3,
      feasts: [],
    });
    // Where most weeks ate nothing, the mean is the usual.
    expect(eatingRate(weeks(600, 0, 0), today, addDays(today, -21))!).toMatchObject({
      perWeek: 400 / 3,
      feasts: [addDays(today, -7)],
    });
    // What is told for tomorrow, by a device ahead of the house, is not of last week.
    expect(eatingRate([ago(-1, 900), ...weeks(400, 400)], today, addDays(today, -14))!.perWeek).toBe(400);
  });

  it('lasts as long as it divides, and the next is churned before it is gone', () => {
    expect(lasts(2500, { perWeek: 500 }, today)).toMatchObject({ weeks: 5, churnBy: addDays(today, 31) });
    expect(lasts(100, { perWeek: 500 }, today).churnBy).toBe(today);
    // A kilogram of butter is about 23 L of milk.
    expect(lasts(0, { perWeek: 1000 }, today).milkAWeek).toBeGreaterThan(22_000);
    expect(lasts(0, { perWeek: 1000 }, today).milkAWeek).toBeLessThan(24_000);
  });
});
