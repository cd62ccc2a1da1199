import { tapLayerFat } from './tapLayer';
import type { StandingMilk } from './creamRise';

const milk: StandingMilk = {
  vessel: { bottomDiameter: 200, topDiameter: 200, height: 320 },
  mass: 8000,
  fat: 0.042,
  temperature: 4,
  species: 'cow',
  heated: false,
};

test('what a tap lets out after a night is skim, fresh milk is milk, and goat’s milk hardly creams', () => {
  expect(tapLayerFat(milk, 14, 3000)).toBeLessThan(0.02);
  expect(tapLayerFat(milk, 0, 3000)).toBe(0.042);
  expect(tapLayerFat({ ...milk, species: 'goat' }, 14, 3000)).toBeGreaterThan(0.03);
});

test('the more is let out the richer it gets, and all of it is the milk', () => {
  const fats = [500, 3000, 6500, 7600].map((drawn) => tapLayerFat(milk, 14, drawn));
  expect(fats).toEqual([...fats].sort((a, b) => a - b));
  expect(tapLayerFat(milk, 14, 8000)).toBe(0.042);
});
