import { addDays } from '../keeping/civilDate';
import type { MilkedAnimal } from './milkIn';
import { expectedMilkFat, milkBlock, pooledMilkFat } from './milkIn';

const tansy: MilkedAnimal = {
  name: 'Tansy',
  breed: 'kerry',
  calvedOn: null,
  sharesWithCalf: false,
  withdrawnFrom: null,
  withdrawnUntil: null,
  withdrawnReason: null,
};

describe('fat of the milk that comes in', () => {
  it('is the breed’s when nothing else is known, and leaner when the calf drinks too', () => {
    expect(expectedMilkFat(tansy, '2026-06-01').fat).toBeCloseTo(0.04, 9);
    expect(expectedMilkFat({ ...tansy, sharesWithCalf: true }, '2026-06-01').fat).toBeCloseTo(0.032, 9);
  });

  it('falls to the peak of the lactation and rises towards its end', () => {
    const on = (day: string) => expectedMilkFat({ ...tansy, calvedOn: '2026-03-01' }, day).fat;
    expect(on('2026-04-15')).toBeLessThan(on('2026-12-15'));
    expect(on('2026-12-15')).toBeGreaterThan(0.04);
  });

  it('pools animals by what they give, surer together than alone', () => {
    const quill: MilkedAnimal = { ...tansy, name: 'Quill', breed: 'jersey' };
    const even = pooledMilkFat([tansy, quill], '2026-06-01');
    expect(even.fat).toBeCloseTo((0.04 + 0.049) / 2, 9);
    expect(even.sd).toBeLessThan(expectedMilkFat(tansy, '2026-06-01').sd);
    const mostlyTansy = pooledMilkFat([tansy, quill], '2026-06-01', ({ name }) => (name === 'Tansy' ? 9 : 1));
    expect(mostlyTansy.fat).toBeCloseTo(0.0409, 9);
    expect(pooledMilkFat([], '2026-06-01').fat).toBeCloseTo(0.041, 9);
  });
});

describe('how the fat of milk came about', () => {
  const how = (change: Partial<MilkedAnimal>, day = '2026-06-01') =>
    expectedMilkFat({ ...tansy, ...change }, day).how;

  it('is told step by step, each with where it led', () => {
    expect(how({})).toEqual(['Kerry: 4 %']);
    expect(how({ sharesWithCalf: true })).toEqual(['Kerry: 4 %', 'the calf takes the richest: 3.2 %']);
    const late = how({ calvedOn: '2025-09-01', sharesWithCalf: true });
    expect(late[1]).toMatch(/^273 days in milk: 4\.\d %$/);
    expect(late[2]).toMatch(/^the calf takes the richest: 3\.\d %$/);
    // Long dry, or told with a calving that was never: the breed’s; a goat’s course is not a cow’s.
    expect(how({ calvedOn: '2024-01-01' })).toHaveLength(1);
    expect(how({ calvedOn: '2026-03-01', breed: 'goat' as MilkedAnimal['breed'] })).toHaveLength(1);
    expect(pooledMilkFat([], '2026-06-01').how).toEqual(['Mixed herd: 4.1 %']);
    expect(pooledMilkFat([tansy], '2026-06-01').how).toEqual(['Kerry: 4 %']);
    const pooled = pooledMilkFat(
      [tansy, { ...tansy, name: 'Quill', sharesWithCalf: true }],
      '2026-06-01',
    ).how;
    expect(pooled).toEqual(['Tansy: Kerry: 4 %', 'Quill: the calf takes the richest: 3.2 %']);
  });

  it('never falls to nothing, however long she is in milk', () => {
    for (let days = 1; days <= 425; days += 5) {
      const { fat } = expectedMilkFat({ ...tansy, calvedOn: '2025-04-01' }, addDays('2025-04-01', days));
      expect(fat).toBeGreaterThan(0.03);
      expect(fat).toBeLessThan(0.07);
    }
  });
});

describe('milk kept from people', () => {
  it('in the first five days after calving, and not on the sixth', () => {
    const calved = { ...tansy, calvedOn: '2026-06-01' };
    expect(milkBlock([calved], '2026-06-05')).toEqual({
      reason: 'Colostrum: Tansy calved on 2026-06-01',
      until: '2026-06-05',
    });
    expect(milkBlock([calved], '2026-06-06')).toBeUndefined();
    expect(milkBlock([calved], '2026-05-31')).toBeUndefined();
  });

  it('on the day of calving itself, and from the first day of a medicine, not before', () => {
    expect(milkBlock([{ ...tansy, calvedOn: '2026-06-01' }], '2026-06-01')?.until).toBe('2026-06-05');
    const dosed = { ...tansy, withdrawnFrom: '2026-06-04', withdrawnUntil: '2026-06-09' };
    const on = (day: string) => milkBlock([dosed], day)?.reason;
    expect(on('2026-06-03')).toBeUndefined();
    expect([on('2026-06-04'), on('2026-06-06'), on('2026-06-09')]).toEqual(Array(3).fill('Tansy: medicine'));
    expect(on('2026-06-10')).toBeUndefined();
    // A first day alone keeps nothing back: until when is what says so.
    expect(milkBlock([{ ...tansy, withdrawnFrom: '2026-06-04' }], '2026-06-06')).toBeUndefined();
    expect(milkBlock([tansy], '2026-06-06')).toBeUndefined();
    expect(milkBlock([], '2026-06-06')).toBeUndefined();
  });

  it('through the last day of a medicine, with its reason; the longest of several', () => {
    const dosed = { ...tansy, withdrawnUntil: '2026-06-09', withdrawnReason: 'udder tubes' };
    expect(milkBlock([dosed], '2026-06-09')?.reason).toBe('Tansy: udder tubes');
    expect(milkBlock([dosed], '2026-06-10')).toBeUndefined();
    const both = milkBlock([dosed, { ...tansy, name: 'Quill', calvedOn: '2026-06-07' }], '2026-06-08')!;
    expect(both.until).toBe('2026-06-11');
    expect(both.reason).toMatch(/udder tubes; Colostrum: Quill/);
  });
});
