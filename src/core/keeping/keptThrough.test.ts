import { addDays } from './civilDate';
import type { Kept, Storage } from './keepingDate';
import { keepingDate } from './keepingDate';
import { keptThrough } from './keptThrough';

const salted: Omit<Kept, 'made' | 'storage'> = {
  washed: true,
  salted: true,
  cultured: false,
  rawOrigin: false,
  freshHerbsOrGarlic: false,
};
const keepsOf = (butter: typeof salted) => (storage: Storage, made: string) =>
  keepingDate({ ...butter, made, storage });
const keeps = keepsOf(salted);
const made = '2026-11-01';
const on = (storage: Storage, days: number) => ({ storage, on: addDays(made, days) });

describe('butter that is moved', () => {
  it('and never was keeps as it always did', () => {
    expect(keptThrough(keeps, [on('fridge', 0)])).toEqual(keeps('fridge', made));
  });

  it('uses up each place’s share: ten days of twenty-five, and then what is left in the freezer', () => {
    const { until, days, reasons } = keptThrough(keeps, [on('fridge', 0), on('freezer', 10)]);
    expect(days).toBe(Math.floor(270 * 0.6));
    expect(until).toBe(addDays(made, 10 + 162));
    expect(reasons).toContain('40 % of its time was used up where it stood before');
  });

  it('thawed keeps half as long in the fridge, less what the freezer used', () => {
    const { days, reasons } = keptThrough(keeps, [on('freezer', 0), on('fridge', 27)]);
    expect(days).toBe(Math.floor(12.5 * 0.9));
    expect(reasons).toContain('thawed: half the time in the fridge');
    // Into the freezer and out again on the same day froze nothing.
    expect(keptThrough(keeps, [on('fridge', 0), on('freezer', 5), on('fridge', 5)]).days).toBe(20);
  });

  it('is not past its day for having been set down where it keeps none, and off again', () => {
    const raw = keepsOf({ ...salted, rawOrigin: true });
    expect(raw('counter', made).days).toBe(0);
    expect(keptThrough(raw, [on('counter', 0), on('fridge', 0)])).toEqual(raw('fridge', made));
    const left = keptThrough(raw, [on('counter', 0), on('fridge', 1)]);
    expect(left).toMatchObject({ until: made, days: 0 });
    expect(left.reasons[0]).toBe('past its day before it was moved');
  });

  it('says what was used up from half of one per cent on', () => {
    const keepsLong = (_: Storage, from: string) => ({ until: addDays(from, 200), days: 200, reasons: [] });
    expect(keptThrough(keepsLong, [on('fridge', 0), on('freezer', 1)]).reasons).toEqual([]);
    expect(keptThrough(keepsLong, [on('fridge', 0), on('freezer', 2)]).reasons).toEqual([
      '1 % of its time was used up where it stood before',
    ]);
  });

  it('comes back from the counter with less than it went with, never with more', () => {
    const there = keptThrough(keeps, [on('fridge', 0), on('counter', 5)]);
    expect(there.days).toBe(1);
    const back = keptThrough(keeps, [on('fridge', 0), on('counter', 5), on('fridge', 6)]);
    expect(back.until < keeps('fridge', made).until).toBe(true);
    expect(back.days).toBe(Math.floor(25 * (1 - 5 / 25 - 1 / 2)));
  });

  it('is past its day wherever it goes once it was past it', () => {
    const late = keptThrough(keeps, [on('fridge', 0), on('freezer', 30)]);
    expect(late.until).toBe(keeps('fridge', made).until);
    expect(late.reasons[0]).toBe('past its day before it was moved');
  });

  it('may not stand where it may not stand: gone in a day there, unharmed when it is put right at once', () => {
    const raw = keepsOf({ ...salted, rawOrigin: true });
    expect(keptThrough(raw, [on('fridge', 0), on('counter', 2)])).toMatchObject({
      days: 0,
      until: addDays(made, 2),
    });
    expect(keptThrough(raw, [on('fridge', 0), on('counter', 2), on('fridge', 2)]).days).toBe(
      Math.floor(raw('fridge', made).days * (1 - 2 / raw('fridge', made).days) + 1e-9),
    );
    expect(
      keptThrough(raw, [on('fridge', 0), on('counter', 2), on('fridge', 3)]).until <= addDays(made, 3),
    ).toBe(true);
  });

  it('counts exactly: a place of no time uses it up, the last day of one uses all of it', () => {
    const whole = (stays: Parameters<typeof keptThrough>[1], butter = keeps, thaws = true) =>
      keptThrough(butter, stays, thaws);
    // On its last good day it is past its day where it goes next.
    expect(whole([on('fridge', 0), on('freezer', 25)])).toMatchObject({ days: 0, until: addDays(made, 25) });
    expect(whole([on('fridge', 0), on('freezer', 24)]).days).toBe(Math.floor(270 / 25));
    // A place that gives it no time uses it all up, and whatever day it had before stands, if that is earlier.
    const raw = keepsOf({ ...salted, rawOrigin: true });
    const gone = whole([on('counter', 0), on('fridge', 1)], raw);
    expect(gone).toMatchObject({ days: 0, until: made });
    expect(gone.reasons).toEqual(['past its day before it was moved', ...raw('fridge', made).reasons]);
    expect(whole([on('fridge', 0), on('counter', 2), on('freezer', 40)], raw).until).toBe(addDays(made, 2));
    // Thawed for the counter it is not halved, out of one freezer into another not thawed, and ghee minds none of it.
    expect(whole([on('freezer', 0), on('counter', 27)])).toMatchObject({ days: 1 });
    expect(whole([on('freezer', 0), on('freezer', 27), on('fridge', 27)]).reasons).toContain(
      'thawed: half the time in the fridge',
    );
    expect(whole([on('freezer', 0), on('freezer', 27)]).reasons).toEqual([
      ...keeps('freezer', made).reasons,
      '10 % of its time was used up where it stood before',
    ]);
    expect(whole([on('freezer', 0), on('fridge', 27)], keeps, false).days).toBe(Math.floor(25 * 0.9));
    // Nothing is said of a share that is none.
    expect(whole([on('fridge', 0), on('freezer', 0)]).reasons).toEqual(keeps('freezer', made).reasons);
    expect(whole([on('freezer', 0), on('crock', 1)]).reasons).toHaveLength(1);
  });

  it('never keeps longer for any walk between places than fresh butter where it ends', () => {
    const places: Storage[] = ['fridge', 'freezer', 'counter', 'crock'];
    for (const a of places)
      for (const b of places)
        for (const c of places) {
          const { until } = keptThrough(keeps, [on(a, 0), on(b, 1), on(c, 3)]);
          expect(until <= keeps(c, addDays(made, 3)).until).toBe(true);
        }
  });
});
