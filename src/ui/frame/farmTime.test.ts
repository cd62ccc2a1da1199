import { readWhen } from '@/core/times/readWhen';
import { nextReading } from './farmTime';
import { momentSaid } from './momentSaid';

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

describe('the moment that was meant', () => {
  const meant = (said: string, now: string, zone = 'Europe/Dublin') =>
    new Date(momentSaid(readWhen(said), at(now), zone) * 1000).toISOString();
  // A Thursday, 9:30 on the farm's clock.
  const thursday = '2026-06-04T08:30:00Z';
  it.each([
    ['14 h ago', '2026-06-03T18:30:00.000Z'],
    ['last night', '2026-06-03T19:00:00.000Z'],
    ['yesterday evening', '2026-06-03T17:00:00.000Z'],
    ['this morning', '2026-06-04T06:00:00.000Z'],
    ['Monday 6:30', '2026-06-01T17:30:00.000Z'],
    ['Monday 06:30', '2026-06-01T05:30:00.000Z'],
    ['Thursday', '2026-05-28T11:00:00.000Z'],
    ['Thursday 7 am', '2026-06-04T06:00:00.000Z'],
    ['at 8', '2026-06-04T07:00:00.000Z'],
    ['at 11', '2026-06-03T22:00:00.000Z'],
    ['23:50', '2026-06-03T22:50:00.000Z'],
    ['2 Jan', '2026-01-02T12:00:00.000Z'],
    ['20 Dec 17:00', '2025-12-20T17:00:00.000Z'],
    ['today', '2026-06-04T08:30:00.000Z'],
  ])('%s', (said, iso) => expect(meant(said, thursday)).toBe(iso));

  it('is by the farm’s clock, on its day, and over a change of the clocks', () => {
    // Already Friday there.
    expect(meant('yesterday evening', '2026-06-04T23:00:00Z', 'Pacific/Auckland')).toBe(
      '2026-06-04T06:00:00.000Z',
    );
    expect(meant('last night', '2026-06-04T03:00:00Z', 'America/New_York')).toBe('2026-06-03T00:00:00.000Z');
    expect(meant('yesterday evening', '2026-10-25T10:00:00Z')).toBe('2026-10-24T17:00:00.000Z');
  });

  it.each(['today 18:00', 'this evening', '2027-01-01'])('%s is still to come, and asked about', (said) =>
    expect(() => meant(said, thursday)).toThrow(/still to come/),
  );
  it('a day that is none is none', () => expect(() => meant('31 Feb', thursday)).toThrow(/no such day/));
});
