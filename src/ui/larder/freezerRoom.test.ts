import { roomLeft, roomWords } from './freezerRoom';

const mass = (grams: number) => `${Math.round(grams)} g`;

test('how full the freezer is, and what more it takes', () => {
  expect(roomWords(2250, 12_000, mass)).toBe('2250 g of 12000 g room');
  expect(roomLeft(2250, 12_000, mass)).toBe('There is room for 9750 g more in the freezer.');
  expect(roomLeft(2250, undefined, mass)).toBeUndefined();
});

test('a freezer that holds more than anybody thought is full, never fuller', () => {
  expect(roomWords(2250, 2000, mass)).toBe('2250 g of butter: full, by your 2000 g of room');
  expect(roomLeft(2250, 2000, mass)).toMatch(/is full/);
  expect(roomLeft(1960, 2000, mass)).toMatch(/is full/);
});
