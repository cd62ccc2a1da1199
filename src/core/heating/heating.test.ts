import { calculate } from '../calculations';
import type { HeatTreatment } from './heatTreatment';
import { minutesAt, pasteurises } from './pasteurising';

const treated = (readings: [minutes: number, celsius: number][], change: object = {}) =>
  calculate('heat.treatment', {
    readings: readings.map(([minutes, celsius]) => ({ minutes, celsius })),
    ...change,
  }) as HeatTreatment;
const says = ({ cautions }: HeatTreatment) => cautions.map(({ key }) => key);

it('the two figures of every code are one line, and nothing under it counts', () => {
  expect(minutesAt('cream', 66)).toBe(30);
  expect(minutesAt('cream', 75)).toBeCloseTo(0.25, 6);
  expect(minutesAt('milk', 72)).toBeCloseTo(0.25, 6);
  expect(minutesAt('cream', 65.9)).toBeUndefined();
  expect(minutesAt('cream', 95)).toBeLessThan(1e-4);
  expect(pasteurises({ celsius: 66, minutes: 29 })).toBe(false);
  expect(pasteurises({ celsius: 69, minutes: 10 })).toBe(true);
  expect(pasteurises({ celsius: 63, minutes: 30 }, 'milk')).toBe(true);
});

it('a log is counted stretch by stretch at the colder end, and says what is still to hold', () => {
  const short = treated([[0, 50], [5, 66], [20, 66]]); // prettier-ignore
  expect(short).toMatchObject({ meets: false, share: 0.5, minutesMore: 15 });
  expect(says(short)).toContain('short');
  const enough = treated([[0, 50], [5, 66], [35, 67]]); // prettier-ignore
  expect(enough).toMatchObject({ meets: true });
  expect(enough).not.toHaveProperty('minutesMore');
  // Hotter in between helps; a dip under the code does not take back what was held.
  expect(treated([[0, 66], [10, 69], [15, 69], [20, 60], [30, 60]]).share).toBeGreaterThan(0.7); // prettier-ignore
  expect(treated([[0, 60], [300, 60]])).toMatchObject({ share: 0, meets: false }); // prettier-ignore
});

it('milk asks three degrees less than cream, and the house may ask more', () => {
  const held: [number, number][] = [[0, 63], [30, 63]]; // prettier-ignore
  expect(treated(held, { fat: 0.04 }).meets).toBe(true);
  expect(treated(held, { fat: 0.35 }).meets).toBe(false);
  expect(treated([[0, 75], [5, 75]], { code: 'butterCream' }).meets).toBe(false); // prettier-ignore
});

it('cooled too slowly is said as danger', () => {
  const held: [number, number][] = [[0, 75], [1, 75]]; // prettier-ignore
  expect(treated(held, { cooled: { celsius: 6, minutes: 110 } })).toMatchObject({ cooledInTime: true });
  const slow = treated(held, { cooled: { celsius: 6, minutes: 200 } });
  expect(slow.cooledInTime).toBe(false);
  expect(says(slow)).toContain('cooling');
  expect(says(treated(held))).not.toContain('cooling');
});

it('keeps a log of what counted, in whatever order it was read', () => {
  const told = treated([[20, 66], [0, 50], [5, 66], [30, 60]]); // prettier-ignore
  expect(told.log).toEqual([{ fromMinutes: 5, toMinutes: 20, celsius: 66, share: 0.5 }]);
  // Too cold by now: more of the same would bring nothing.
  expect(told).not.toHaveProperty('minutesMore');
  expect(treated([[0, 66], [30, 66]])).toMatchObject({ meets: true, share: 1 }); // prettier-ignore
  expect(treated([[0, 66], [29.9, 66]]).meets).toBe(false); // prettier-ignore
  expect(says(treated([[0, 66], [30, 66]]))).toEqual(['code', 'scald']); // prettier-ignore
});

it('a figure met exactly is met: 7 °C after two hours', () => {
  const held: [number, number][] = [[0, 75], [1, 75]]; // prettier-ignore
  const cooled = (celsius: number, minutes: number) => treated(held, { cooled: { celsius, minutes } }).cooledInTime;
  expect([cooled(7, 120), cooled(7.1, 120), cooled(7, 121), cooled(4, 10)]).toEqual([true, false, false, true]);
}); // prettier-ignore

it('says which figures it asks, by the fat unless a code is named', () => {
  const asks = (change: object) => treated([[0, 75], [1, 75]], change).reasons.map(({ says: words }) => words).join(' '); // prettier-ignore
  expect(asks({ fat: 0.1 })).toMatch(/66 °C for 30 min.*Three degrees more than milk/);
  expect(asks({ fat: 0.099 })).toMatch(/63 °C for 30 min/);
  expect(asks({ fat: 0.099 })).not.toMatch(/Three degrees/);
  expect(asks({ fat: 0.04, code: 'cream' })).toMatch(/66 °C/);
});
