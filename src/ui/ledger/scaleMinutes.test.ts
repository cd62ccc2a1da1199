import { scaleMinutes } from './scaleMinutes';

test.each([
  [0.4, [0, 1]],
  [14, [0, 5, 10]],
  [47, [0, 10, 20, 30, 40]],
  [200, [0, 60, 120, 180]],
])('%d minutes are counted by what people count by', (longest, ticks) => {
  expect(scaleMinutes(longest).ticks).toEqual(ticks);
});

test('a churning of days has no more than a handful of them, all on the scale', () => {
  const { ticks, end } = scaleMinutes(20_000);
  expect(ticks.length).toBeLessThanOrEqual(8);
  expect(Math.max(...ticks)).toBeLessThanOrEqual(end);
});
