import type { CreamInChurn } from './foresee';
import { foresee } from './foresee';
import { worthTempering } from './worthTempering';

const at = (temperature: number, change: Partial<CreamInChurn> = {}) =>
  foresee({
    mass: 1400,
    massSd: 14,
    fat: 0.36,
    fatSd: 0.01,
    temperature,
    ripened: false,
    homogenised: false,
    hardness: 0,
    tool: 'paddleHand',
    fill: 0.35,
    ...change,
  });

test('cream from the fridge is worth warming, cream near its churn’s temperature is left alone', () => {
  expect(worthTempering(at(5))).toBe(true);
  for (const celsius of [13, 14, 15, 16]) expect(worthTempering(at(celsius))).toBe(false);
});

test('room-warm cream is worth chilling for the fat it would lose', () => {
  const warm = at(21);
  expect(warm.buttermilkFat.mid).toBeGreaterThan(0.012);
  expect(worthTempering(warm)).toBe(true);
});

test('where it would not break at all there is another thing to say', () => {
  expect(worthTempering(at(30))).toBe(false);
});

test('hard winter fat moves the line with it', () => {
  expect(worthTempering(at(9, { hardness: -4 }))).toBe(false);
  expect(worthTempering(at(9, { hardness: 4 }))).toBe(true);
});
