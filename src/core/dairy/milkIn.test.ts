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

  it('through the last day of a medicine, with its reason; the longest of several', () => {
    const dosed = { ...tansy, withdrawnUntil: '2026-06-09', withdrawnReason: 'udder tubes' };
    expect(milkBlock([dosed], '2026-06-09')?.reason).toBe('Tansy: udder tubes');
    expect(milkBlock([dosed], '2026-06-10')).toBeUndefined();
    const both = milkBlock([dosed, { ...tansy, name: 'Quill', calvedOn: '2026-06-07' }], '2026-06-08')!;
    expect(both.until).toBe('2026-06-11');
    expect(both.reason).toMatch(/udder tubes; Colostrum: Quill/);
  });
});
