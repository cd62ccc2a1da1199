import { someCream } from '../testing/someCream';
import type { CreamInChurn } from './creamInChurn';
import { foresee } from './foresee';
import { worthTempering } from './worthTempering';

const at = (temperature: number, change: Partial<CreamInChurn> = {}) =>
  foresee({
    ...someCream,
    temperature,
    tool: 'paddleHand',
    load: { mass: 1400, fat: 0.36, capacity: 4000, fill: 0.35 },
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
