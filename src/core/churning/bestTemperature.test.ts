import { calculate } from '../calculations';
import type { BestTemperature } from './bestTemperature';

const load = { creamMass: 1500, creamFat: 0.38, tool: 'barrel', capacity: 4000 };
const best = (change: object = {}) =>
  calculate('churn.bestTemperature', { ...load, ...change }) as BestTemperature;

it('is where fat lost and time together cost least, and each degree says what it costs', () => {
  const { celsius, good, degrees } = best();
  expect(celsius).toBeGreaterThanOrEqual(11);
  expect(celsius).toBeLessThanOrEqual(17);
  expect(good!.from).toBeLessThanOrEqual(celsius!);
  expect(good!.to).toBeGreaterThanOrEqual(celsius!);
  expect(Math.min(...degrees.map(({ costs }) => costs))).toBe(0);
  expect(degrees.find((one) => one.celsius === celsius)!.costs).toBe(0);
  const at = (wanted: number) => degrees.find((one) => one.celsius === wanted)!;
  expect(at(21).fatLost).toBeGreaterThan(2 * at(14).fatLost);
  expect(at(8).minutes).toBeGreaterThan(2 * at(14).minutes!);
});

it('is warmer where time is dear, colder for firm butter, and follows the hardness of the fat', () => {
  expect(best({ minutesWorth: 10, texture: 'soft' }).celsius).toBeGreaterThan(
    best({ minutesWorth: 0 }).celsius!,
  );
  expect(best({ minutesWorth: 10, texture: 'firm' }).celsius).toBeLessThan(
    best({ minutesWorth: 10, texture: 'soft' }).celsius!,
  );
  expect(best({ hardness: 3 }).celsius! - best({ hardness: -3 }).celsius!).toBeGreaterThan(3);
});

it('says that there is none where nothing breaks', () => {
  const none = best({ creamFat: 0.08 });
  expect(none.celsius).toBeUndefined();
  expect(none.cautions).toHaveLength(1);
});
