import { crockWater } from './crockWater';

test('the crock’s water is good for two days, due from the third, pressing from the fifth', () => {
  const on = (today: string) => crockWater('2026-11-20', today);
  expect(on('2026-11-20')).toMatchObject({ days: 0, says: 'water of today', waits: undefined });
  expect(on('2026-11-22').waits).toBeUndefined();
  expect(on('2026-11-23')).toMatchObject({
    says: 'water: day 3 of 5',
    waits: { word: 'fresh water', tone: 'soon' },
  });
  expect(on('2026-11-25').waits?.tone).toBe('now');
  // A device a day behind has no water from the future.
  expect(on('2026-11-19').days).toBe(0);
});
