import { calendarFile } from './calendar';

const stamp = new Date('2026-11-29T05:00:00Z');
const lines = (events: Parameters<typeof calendarFile>[1]) =>
  calendarFile('Larkfold', events, stamp).replace(/\r\n /g, '').split('\r\n');
const at = Date.UTC(2026, 10, 29, 18, 30) / 1000;

test('a thing to do stands at its time, told in UTC, under a name of its own that does not change', () => {
  const file = lines([{ key: 'lot-1 skim', atSeconds: at, says: 'Skim Blue jar; now, or later' }]);
  expect(file[0]).toBe('BEGIN:VCALENDAR');
  expect(file.at(-1) || file.at(-2)).toBe('END:VCALENDAR');
  expect(file).toEqual(
    expect.arrayContaining([
      'VERSION:2.0',
      'UID:lot-1-skim@immulgo',
      'DTSTAMP:20261129T050000Z',
      'DTSTART:20261129T183000Z',
      'DTEND:20261129T184500Z',
      'SUMMARY:Skim Blue jar\\; now\\, or later',
    ]),
  );
  expect(file.filter((line) => line === 'BEGIN:VALARM')).toHaveLength(1);
  expect(lines([{ key: 'lot-1 skim', atSeconds: at + 3600, says: 'Skim' }])).toContain(
    'UID:lot-1-skim@immulgo',
  );
});

test('a limit reminds before it is reached, and what is of a day has no hour and rings nobody', () => {
  expect(lines([{ key: 'a stale', atSeconds: at, says: 'Too old', unlessDone: true }])).toContain(
    'TRIGGER:-PT6H',
  );
  const day = lines([{ key: 'butter B1', atSeconds: at, says: 'B1, eat by', ofDay: true }]);
  expect(day).toContain('DTSTART;VALUE=DATE:20261129');
  expect(day).not.toContain('BEGIN:VALARM');
});

test('nothing to come is a calendar all the same', () => {
  expect(lines([]).filter((line) => line === 'BEGIN:VEVENT')).toEqual([]);
});
