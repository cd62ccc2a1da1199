import { addDays } from '../keeping/civilDate';
import { curveWithPeak, woodYield } from '../planning/lactation';
import type { Milker, Milking } from './milkGiven';
import { foreseenOn, givenByDay, lactationOf, partsOf, peaksOf, tiltOver } from './milkGiven';

const tansy: Milker = { id: 'tansy', breed: 'kerry', calvedOn: '2026-03-01' };
const plover: Milker = { id: 'plover', breed: 'kerry', calvedOn: '2025-09-01' };
const curve = (peak: number, day: number) => woodYield(curveWithPeak(peak), day);
/** Days of Tansy alone in the pail, morning and evening, by her own curve. */
const own = (days: number, peak = 12_000): Milking[] =>
  Array.from({ length: days }, (_, i) => i + 20).flatMap((day) =>
    [0.55, 0.45].map((part) => ({
      day: addDays(tansy.calvedOn!, day),
      mass: part * curve(peak, day),
      fat: 0.04 * part * curve(peak, day),
      whose: ['tansy'],
    })),
  );

test('what two gave together is parted by where each stands on her curve, and adds up', () => {
  const parts = partsOf([tansy, plover], '2026-05-01');
  expect([...parts.values()].reduce((a, b) => a + b)).toBeCloseTo(1, 12);
  // Two months after calving she gives more than her that calved eight months ago.
  expect(parts.get('tansy')).toBeCloseTo(curve(1, 61) / (curve(1, 61) + curve(1, 242)), 9);
});

test('who is known to give half gets half of what the curve would say', () => {
  const parts = partsOf([tansy, { ...plover, calvedOn: tansy.calvedOn }], '2026-05-01', new Map([['tansy', 8000], ['plover', 16_000]])); // prettier-ignore
  expect(parts.get('tansy')).toBeCloseTo(1 / 3, 9);
});

test('a goat milked with cows is no cow, and one nobody knows the calving of still gets a part', () => {
  const parts = partsOf([tansy, { id: 'sorrel', breed: 'goat', calvedOn: null }], '2026-05-01');
  expect(parts.get('sorrel')).toBeGreaterThan(0.05);
  expect(parts.get('sorrel')).toBeLessThan(0.25);
});

test('her peak is found from what she gave, and a spilled pail does not move it', () => {
  const days = givenByDay(own(30), [tansy], 'tansy');
  expect(days).toHaveLength(30);
  expect(days.every(({ alone }) => alone)).toBe(true);
  const found = lactationOf(tansy, [...days, { day: '2026-04-25', mass: 900, fat: 36, alone: true }])!;
  expect(Math.abs(found.peak / 12_000 - 1)).toBeLessThan(0.002);
  expect(Math.abs(foreseenOn(tansy, found, '2026-04-20')! / curve(12_000, 50) - 1)).toBeLessThan(0.005);
});

test.each([
  ['too few days', tansy, 4],
  ['nobody knows when she calved', { ...tansy, calvedOn: null }, 30],
  ['all of it was before she calved', { ...tansy, calvedOn: '2026-11-01' }, 30],
])('no curve while %s', (_, animal, days) => {
  expect(lactationOf(animal, givenByDay(own(days), [animal], 'tansy'))).toBeUndefined();
});

test('of a pail of two, her part is hers and told as reckoned; the pail is the pail', () => {
  const together: Milking[] = [{ day: '2026-05-01', mass: 10_000, fat: 400, whose: ['tansy', 'plover'] }];
  const peaks = peaksOf([...own(30), ...together], [tansy, plover]);
  expect([...peaks.keys()]).toEqual(['tansy']);
  const hers = givenByDay(together, [tansy, plover], 'tansy', {
    peaks,
    fatOf: (id) => (id === 'tansy' ? 0.06 : 0.04),
  });
  const others = givenByDay(together, [tansy, plover], 'plover', {
    peaks,
    fatOf: (id) => (id === 'tansy' ? 0.06 : 0.04),
  });
  expect(hers[0]!.mass + others[0]!.mass).toBeCloseTo(10_000, 9);
  // The richer milk has more of the fat, and all of it is somebody's.
  expect(hers[0]!.fat + others[0]!.fat).toBeCloseTo(400, 9);
  expect(hers[0]!.fat / hers[0]!.mass).toBeCloseTo((1.5 * others[0]!.fat) / others[0]!.mass, 9);
  expect(hers[0]!.alone).toBe(false);
  expect(givenByDay(together, [tansy, plover])).toEqual([{ day: '2026-05-01', mass: 10_000, fat: 400, alone: true }]); // prettier-ignore
});

test('milk of an animal that was sold since stays in the pail and in nobody’s part', () => {
  const sold: Milking[] = [{ day: '2026-05-01', mass: 5000, fat: 200, whose: ['sold'] }];
  expect(givenByDay(sold, [tansy], 'tansy')).toEqual([]);
  expect(givenByDay(sold, [tansy])[0]).toMatchObject({ mass: 5000 });
});

test('her peak is known through a calving, by what she gave before it, until she has shown another', () => {
  const calvedOn = addDays(tansy.calvedOn!, 365);
  const anew = { ...tansy, calvedOn };
  expect(peaksOf(own(30), [anew]).get('tansy')).toBeCloseTo(12_000, -2);
  const since = (days: number) => own(days, 15_000).map((one) => ({ ...one, day: addDays(one.day, 365) }));
  expect(peaksOf([...own(30), ...since(3)], [anew]).get('tansy')).toBeCloseTo(12_000, -2);
  expect(peaksOf([...own(30), ...since(8)], [anew]).get('tansy')).toBeCloseTo(15_000, -2);
  expect(peaksOf(own(30), [{ ...tansy, calvedOn: null }]).has('tansy')).toBe(false);
});

test('how much slower than the usual her milk falls is learned from months of it, and hardly from a few weeks', () => {
  const flat = (days: number) =>
    lactationOf(
      tansy,
      Array.from({ length: days }, (_, i) => ({
        day: addDays(tansy.calvedOn!, i + 20),
        mass: woodYield(curveWithPeak(12_000), i + 20) * Math.exp((0.2 * (i + 20)) / tiltOver),
        fat: 0,
        alone: true,
      })),
    )!;
  const [months, weeks] = [flat(220), flat(21)];
  expect(months.tilt).toBeGreaterThan(0.16);
  expect(months.tilt).toBeLessThanOrEqual(0.2);
  expect(months.tiltSd).toBeLessThan(0.05);
  expect(weeks.tilt).toBeLessThan(0.05);
  // Months tell of the day after them what the usual curve has too low.
  const [day, inMilk] = [addDays(tansy.calvedOn!, 260), 260];
  const truth = woodYield(curveWithPeak(12_000), inMilk) * Math.exp((0.2 * inMilk) / tiltOver);
  expect(Math.abs(foreseenOn(tansy, months, day)! / truth - 1)).toBeLessThan(0.03);
  expect(foreseenOn(tansy, { ...months, tilt: 0 }, day)! / truth).toBeLessThan(0.9);
});
