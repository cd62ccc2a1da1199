import { calculate } from '../calculations';
import type { KeepingDate } from '../keeping/keepingDate';
import type { SaltWaterPhase } from './saltWaterPhase';

const phase = (salt: number, moisture: number) =>
  calculate('salt.waterPhase', { salt, moisture }) as SaltWaterPhase;

it('what keeps butter is its brine, not its salt', () => {
  expect(phase(0.016, 0.16).brine).toBeCloseTo(0.0909, 4);
  expect(phase(0.016, 0.16)).toMatchObject({ keeps: 1, cautions: [] });
  expect(phase(0.016, 0.24).keeps).toBeLessThan(0.7);
  expect(phase(0.016, 0.24).cautions).toHaveLength(1);
  // As much salt as it would take, it keeps.
  expect(phase(phase(0.016, 0.24).enough, 0.24).keeps).toBeCloseTo(1, 9);
  expect(phase(0.2, 0.16).brine).toBe(0.264);
  expect(() => phase(0.9, 0.2)).toThrow(/more than the butter/);
});

it('its water is less active the stronger it is', () => {
  // Published for sodium chloride: 0.97 at 5 %, 0.935 at 10 %, 0.895 at 15 %.
  for (const [brine, activity] of [[0.05, 0.97], [0.1, 0.935], [0.15, 0.895]] as const)
    expect(phase(0.1 * brine, 0.1 * (1 - brine)).waterActivity).toBeCloseTo(activity, 2); // prettier-ignore
});

it('a weak brine takes from the days of salted butter, never under those of unsalted', () => {
  const days = (brine?: number, salted = true) =>
    (calculate('keeping.date', {
      made: '2026-05-01', storage: 'fridge', washed: true, salted, cultured: false, rawOrigin: false, freshHerbsOrGarlic: false,
      ...(brine === undefined ? {} : { brine }),
    }) as KeepingDate).days; // prettier-ignore
  expect(days(0.12)).toBe(days());
  expect(days(0.045)).toBeLessThan(days());
  expect(days(0.045)).toBeGreaterThan(days(undefined, false));
  expect(days(0)).toBe(days(undefined, false));
  expect(days(0.01, false)).toBe(days(undefined, false));
});
