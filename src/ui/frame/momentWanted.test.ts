import { readWish } from '@/core/jot/readWish';
import { momentWanted } from './momentSaid';

/** Wednesday 2 December 2026, 14:30 in Dublin. */
const now = Date.UTC(2026, 11, 2, 14, 30) / 1000;
const by = (said: string, at = now, timeZone = 'Europe/Dublin') =>
  new Date(momentWanted(readWish(`want 600 g by ${said}`, 'metric')!.by, at, timeZone) * 1000).toISOString();

test('what is wanted is always still to come: the next such day, noon where no time was said', () => {
  expect(by('saturday noon')).toBe('2026-12-05T12:00:00.000Z');
  expect(by('wednesday noon')).toBe('2026-12-09T12:00:00.000Z');
  expect(by('wednesday evening')).toBe('2026-12-02T18:00:00.000Z');
  expect(by('tomorrow')).toBe('2026-12-03T12:00:00.000Z');
  expect(by('24 dec')).toBe('2026-12-24T12:00:00.000Z');
  expect(by('1 dec')).toBe('2027-12-01T12:00:00.000Z');
  expect(by('18:00')).toBe('2026-12-02T18:00:00.000Z');
  expect(by('9:00')).toBe('2026-12-02T21:00:00.000Z'.replace('02T21', '03T09'));
  // Where the clock is another, the noon is another.
  expect(by('saturday noon', now, 'America/New_York')).toBe('2026-12-05T17:00:00.000Z');
});

test('a time of twelve hours that leaves it open is when people are up', () => {
  expect(by('saturday at 5')).toBe('2026-12-05T17:00:00.000Z');
  expect(by('saturday at 8')).toBe('2026-12-05T08:00:00.000Z');
});

test('what has been is no wish', () => {
  expect(() => by('today 9:00')).toThrow(/has been/);
  expect(() => by('2026-11-30')).toThrow(/has been/);
});
