import { weekFrom } from '../keeping/civilDate';
import { places, placesOf, warmerThanDates } from './places';

test('a house’s own temperatures stand in its places, and what is wrapped up stands in its room', () => {
  const own = placesOf({ fridge: 7, room: 24 });
  expect(own.fridge).toEqual({ ...places.fridge, celsius: 7 });
  expect(own.wrapped.celsius).toBe(24);
  expect(own.freezer).toEqual(places.freezer);
  expect(placesOf({})).toEqual(places);
});

test('the dates count on a cold fridge and a cold freezer, and it is said where they are not', () => {
  expect(warmerThanDates({})).toEqual([]);
  expect(warmerThanDates({ fridge: 5, freezer: -17 })).toEqual([]);
  expect(warmerThanDates({ fridge: 7, freezer: -12 })).toEqual(['fridge', 'freezer']);
  expect(warmerThanDates({ room: 30 })).toEqual([]);
});

test.each([
  ['2026-12-01', 1, '2026-11-30'],
  ['2026-12-01', 0, '2026-11-29'],
  ['2026-12-01', 6, '2026-11-28'],
  ['2026-11-30', 1, '2026-11-30'],
  ['2026-11-29', 1, '2026-11-23'],
  ['2026-11-29', 0, '2026-11-29'],
])('the week of %s, where weeks begin on day %d, begins on %s', (day, begins, first) => {
  expect(weekFrom(day, begins)).toBe(first);
});
