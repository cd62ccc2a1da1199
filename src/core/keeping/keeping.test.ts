import fc from 'fast-check';
import { churningCautions, keepingCautions } from './cautions';
import { CalculationError } from '../calculationError';
import { addDays, daysBetween, readDate, weekdayOf } from './civilDate';
import { isWarm, keepingDate, storages } from './keepingDate';

const butter = {
  made: '2026-11-23',
  storage: 'fridge',
  washed: true,
  salted: true,
  cultured: false,
  rawOrigin: false,
  freshHerbsOrGarlic: false,
} as const;

describe('how long butter keeps', () => {
  it('never longer for garlic, raw origin or no washing, anywhere', () => {
    const any = fc.record({
      washed: fc.boolean(),
      salted: fc.boolean(),
      cultured: fc.boolean(),
      rawOrigin: fc.boolean(),
      freshHerbsOrGarlic: fc.boolean(),
      storage: fc.constantFrom(...storages),
    });
    fc.assert(
      fc.property(any, (kept) => {
        const { days } = keepingDate({ made: '2026-11-23', ...kept });
        expect(
          keepingDate({ made: '2026-11-23', ...kept, freshHerbsOrGarlic: true }).days,
        ).toBeLessThanOrEqual(days);
        expect(keepingDate({ made: '2026-11-23', ...kept, rawOrigin: true }).days).toBeLessThanOrEqual(days);
        expect(keepingDate({ made: '2026-11-23', ...kept, washed: false }).days).toBeLessThanOrEqual(days);
      }),
    );
  });

  it('gives garlic butter and raw milk butter no hour at room temperature', () => {
    for (const storage of ['counter', 'crock'] as const) {
      expect(keepingDate({ ...butter, storage, freshHerbsOrGarlic: true }).days).toBe(0);
      expect(keepingDate({ ...butter, storage, rawOrigin: true }).days).toBe(0);
      expect(keepingCautions({ additions: ['garlic'], storage }, false)[0]).toMatchObject({
        level: 'danger',
        says: expect.stringMatching(/botulism/),
      });
      expect(keepingCautions({ additions: [], storage }, true)[0]!.level).toBe('danger');
    }
    expect(keepingCautions({ additions: ['honey'], storage: 'fridge' }, false)[0]!.says).toMatch(/infants/);
  });

  it('says its reasons', () => {
    expect(keepingDate({ ...butter, cultured: true, rawOrigin: true })).toEqual({
      until: '2026-12-14',
      days: 21,
      reasons: [
        'washed and salted, at 4 °C or colder',
        'cultured: a quarter longer',
        'from raw milk: a third less',
      ],
    });
  });
});

/** Every way to keep it, letter by letter: washed, salted, cultured, of raw milk, herbs; then days and the reasons’ first words. */
const table: [storage: (typeof storages)[number], what: string, days: number, ...reasons: RegExp[]][] = [
  ['fridge', 'ws', 25, /^washed and salted/],
  ['fridge', 'w', 12, /^washed, unsalted/],
  ['fridge', 's', 4, /^not washed/],
  ['fridge', '', 4, /^not washed/],
  ['fridge', 'wsc', 31, /^washed and salted/, /^cultured/],
  ['fridge', 'wsr', 17, /^washed and salted/, /^from raw milk/],
  ['fridge', 'wr', 8, /^washed, unsalted/, /^from raw milk/],
  ['fridge', 'wsh', 4, /^washed and salted/, /^fresh herbs, garlic or fruit: at most 4 days/],
  ['fridge', 'sh', 4, /^not washed/],
  ['fridge', 'rh', 2, /^not washed/, /^from raw milk/],
  ['freezer', 'ws', 270, /^salted, at −18/],
  ['freezer', 'w', 165, /^unsalted, at −18/],
  ['freezer', 'wscr', 270, /^salted, at −18/],
  ['freezer', 'wh', 90, /^unsalted, at −18/, /^fresh herbs, garlic or fruit: at most 90 days/],
  ['counter', 'ws', 2, /^salted and washed, on the counter/],
  ['counter', 's', 1, /^salted but not washed/],
  ['counter', 'w', 0, /^unsalted butter has no counter time/],
  ['counter', 'wsr', 0, /^raw milk butter has no counter time/],
  ['counter', 'wscr', 0, /^raw milk butter has no counter time/],
  ['counter', 'wsc', 2, /^salted and washed, on the counter/],
  ['counter', 'wsh', 0, /^salted and washed/, /never stand at room temperature/],
  ['crock', 'ws', 14, /^washed and salted under water/],
  ['crock', 'w', 0, /^a crock needs washed, salted/],
  ['crock', 's', 0, /^a crock needs washed, salted/],
  ['crock', '', 0, /^a crock needs washed, salted/],
  ['crock', 'wsr', 0, /^a water seal keeps out air/],
  ['crock', 'wsc', 14, /^washed and salted under water/],
  ['crock', 'wsh', 0, /^washed and salted under water/, /never stand at room temperature/],
];

it.each(table)('in the %s, “%s”: %d days', (storage, what, days, ...reasons) => {
  const kept = keepingDate({
    made: '2026-11-01',
    storage,
    washed: what.includes('w'),
    salted: what.includes('s'),
    cultured: what.includes('c'),
    rawOrigin: what.includes('r'),
    freshHerbsOrGarlic: what.includes('h'),
  });
  expect([kept.days, kept.until]).toEqual([days, addDays('2026-11-01', days)]);
  expect(kept.reasons).toHaveLength(reasons.length);
  reasons.forEach((reason, i) => expect(kept.reasons[i]).toMatch(reason));
  expect(isWarm(storage)).toBe(storage === 'counter' || storage === 'crock');
});

test('cautions come where they matter, and nowhere else', () => {
  const says = (
    storage: (typeof storages)[number],
    raw: boolean,
    ...additions: ('herbs' | 'garlic' | 'honey' | 'spice')[]
  ) => keepingCautions({ additions, storage }, raw).map(({ key, level }) => `${key} ${level}`);
  expect(says('fridge', true)).toEqual([]);
  expect(says('freezer', true)).toEqual([]);
  expect(says('fridge', false, 'spice')).toEqual([]);
  expect(says('counter', false)).toEqual([]);
  for (const warm of ['counter', 'crock'] as const) {
    expect(says(warm, true)).toEqual(['raw-warm danger']);
    expect(says(warm, true, 'herbs', 'honey')).toEqual([
      'botulism danger',
      'honey caution',
      'raw-warm danger',
    ]);
  }
  for (const cold of ['fridge', 'freezer'] as const)
    expect(says(cold, true, 'garlic')).toEqual(['botulism caution']);
});

describe('cautions of the churn', () => {
  it('come with glass, blades, motors and raw cream', () => {
    const keys = (
      tool: Parameters<typeof churningCautions>[0]['tool'],
      treatment: 'raw' | 'pasteurised' = 'pasteurised',
    ) => churningCautions({ tool, treatment }).map((caution) => caution.key);
    expect(keys('jar', 'raw')).toEqual(['glass', 'raw']);
    expect(keys('stick')).toEqual(['blades', 'glass']);
    expect(keys('standMixer')).toEqual(['mains']);
    // A closed churn turned by hand gives off gas when its cream is ripe; an open one has no lid to lift.
    expect(keys('barrel')).toContain('lid');
    expect(keys('rotary')).toEqual([]);
    expect(keys('paddleMotor')).toEqual(['mains']);
    expect(keys('dasher')).not.toContain('mains');
    expect(churningCautions({ tool: 'standMixer', treatment: 'raw' })[0]!.says).toMatch(
      /^Unplug the stand mixer/,
    );
  });
});

describe('calendar dates', () => {
  it('are of a day of the week, Monday first, and of a real day', () => {
    for (const [iso, weekday] of [
      ['2026-11-23', 0],
      ['2026-11-29', 6],
      ['2000-02-29', 1],
      ['1970-01-01', 3],
    ] as const)
      expect(weekdayOf(iso)).toBe(weekday);
    for (const wrong of [
      '2026-02-29',
      '2026-13-01',
      '2026-00-10',
      '2026-11-31',
      '26-11-23',
      'x2026-11-23',
      '2026-11-23x',
      '',
    ])
      expect(() => readDate(wrong, 'made')).toThrow(CalculationError);
    expect(() => readDate('soon', 'made')).toThrow(/made: “soon” is not a date/);
    // Ends of centuries and of four hundred years.
    for (const iso of [
      '1900-02-28',
      '2000-02-29',
      '2000-12-31',
      '2100-03-01',
      '2399-12-31',
      '2400-02-29',
      '2400-12-31',
    ])
      expect(addDays(addDays(iso, 1), -1)).toBe(iso);
    expect(addDays('1900-02-28', 1)).toBe('1900-03-01');
    expect(addDays('2400-02-28', 1)).toBe('2400-02-29');
    expect(addDays('2399-12-31', 1)).toBe('2400-01-01');
  });

  it('count as the calendar does', () => {
    expect(addDays('2027-12-31', 1)).toBe('2028-01-01');
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
    expect(daysBetween('2026-11-23', '2027-11-23')).toBe(365);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40000 }), (days) =>
        expect(daysBetween('2000-01-01', addDays('2000-01-01', days))).toBe(days),
      ),
    );
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1970-01-01'), max: new Date('2199-12-31'), noInvalidDate: true }),
        (date) => {
          expect(readDate(date.toISOString().slice(0, 10)) - readDate('1970-01-01')).toBe(
            Math.floor(date.getTime() / 86400_000),
          );
        },
      ),
    );
  });
});
