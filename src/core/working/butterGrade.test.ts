import { calculate } from '../calculations';
import type { ButterGrade } from './butterGrade';

const grade = (change: object = {}) =>
  calculate('butter.grade', { butterMass: 600, saltMass: 0, ...change }) as ButterGrade;
const test = (moisture: number) => ({
  test: { tare: 50, before: 60, after: 60 - 10 * moisture, scaleSd: 0.01 },
});

it('drained butter fails, well worked butter is open until it is tested, and then it is known', () => {
  expect(grade({ worked: 'drained' }).verdict).toBe('fails');
  const worked = grade();
  expect(worked.verdict).toBe('open');
  expect(worked.settles!.key).toBe('moistureTest');
  expect(worked.settles!.chance).toBeGreaterThan(0.3);
  expect(grade(test(0.135)).verdict).toBe('meets');
  expect(grade(test(0.185)).verdict).toBe('fails');
  expect(grade(test(0.135))).not.toHaveProperty('settles');
});

it('salt leaves less room for water: the stricter of the two limits decides', () => {
  const salted = grade({ saltMass: 18, ...test(0.158) });
  expect(salted.fatChance).toBeLessThan(grade(test(0.158)).fatChance);
  expect(salted.chance).toBeLessThanOrEqual(Math.min(salted.fatChance, salted.waterChance) + 1e-9);
});
