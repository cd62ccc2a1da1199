import { nextReading } from './farmTime';

const at = (iso: string) => Date.parse(iso) / 1000;
const read = (clock: string, now: string, zone = 'Europe/Dublin') =>
  new Date(nextReading(clock, at(now), zone)! * 1000).toISOString();

test('is today’s while it is ahead, tomorrow’s once it is past, on the farm’s clock and no other', () => {
  expect(read('06:30', '2026-06-04T04:00:00Z')).toBe('2026-06-04T05:30:00.000Z');
  expect(read('06:30', '2026-06-04T05:30:00Z')).toBe('2026-06-05T05:30:00.000Z');
  expect(read('06:30', '2026-06-04T05:00:00Z', 'America/New_York')).toBe('2026-06-04T10:30:00.000Z');
  expect(read('23:30', '2026-06-04T23:00:00Z', 'Pacific/Auckland')).toBe('2026-06-05T11:30:00.000Z');
});

test('knows days of 23 and of 25 hours', () => {
  // Clocks go back on 25 October 2026 and forward on 28 March 2027.
  expect(read('06:30', '2026-10-24T20:00:00Z')).toBe('2026-10-25T06:30:00.000Z');
  expect(read('06:30', '2027-03-27T20:00:00Z')).toBe('2027-03-28T05:30:00.000Z');
});

test('says nothing of what is no time of day', () => {
  for (const clock of ['', '7:30', '24:00', '06:60']) expect(nextReading(clock, 0, 'UTC')).toBeUndefined();
});
