import fc from 'fast-check';
import { churningCautions, keepingCautions } from './cautions';
import { addDays, daysBetween, readDate } from './civilDate';
import { keepingDate, storages } from './keepingDate';

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

describe('cautions of the churn', () => {
  it('come with glass, blades, motors and raw cream', () => {
    const keys = (
      tool: Parameters<typeof churningCautions>[0]['tool'],
      treatment: 'raw' | 'pasteurised' = 'pasteurised',
    ) => churningCautions({ tool, treatment }).map((caution) => caution.key);
    expect(keys('jar', 'raw')).toEqual(['glass', 'raw']);
    expect(keys('stick')).toEqual(['blades', 'glass']);
    expect(keys('standMixer')).toEqual(['mains']);
  });
});

describe('calendar dates', () => {
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
