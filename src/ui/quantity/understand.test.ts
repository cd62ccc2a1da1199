import { echo, understand } from './understand';
import type { QuantityRules } from './understand';

const cream: QuantityRules = { system: 'metric', kinds: ['volume', 'mass'], bareUnit: 'L' };
const degrees: QuantityRules = { system: 'us', kinds: ['temperature'], bareUnit: 'F' };

describe('what a field understands', () => {
  it('takes nothing typed as nothing yet, not as wrong', () => {
    expect(understand('', cream)).toBeUndefined();
    expect(understand('   ', cream)).toBeUndefined();
  });

  it.each([
    ['1.4', { quantity: { kind: 'volume', value: 1400 } }],
    ['900 g', { quantity: { kind: 'mass', value: 900 } }],
    ['2 c', { wrong: '“2 c” is a temperature; a volume or a mass is needed here.' }],
    ['38 %', { wrong: '“38 %” is a fraction; a volume or a mass is needed here.' }],
  ])('reads %s', (typed, wanted) => {
    expect(understand(typed, cream)).toEqual(wanted);
  });

  it('puts the farm’s degrees behind a bare number and leaves others as they stand', () => {
    expect(understand('57', degrees)).toMatchObject({ quantity: { value: expect.closeTo(13.889, 3) } });
    expect(understand('14 C', degrees)).toMatchObject({ quantity: { value: 14 } });
  });

  it('says what is wrong with a quantity that can be read', () => {
    const rules = {
      ...cream,
      check: ({ value }: { value: number }) => (value > 5000 ? 'too much' : undefined),
    };
    expect(understand('6 l', rules)).toEqual({ wrong: 'too much' });
    expect(understand('4 l', rules)).toMatchObject({ quantity: { value: 4000 } });
  });

  it('says back what it understood, with its spread', () => {
    expect(echo({ kind: 'volume', value: 1419.53 }, 'us')).toBe('1.5 qt');
    expect(echo({ kind: 'mass', value: 1500, sd: 120 }, 'metric')).toBe('1.5 kg, give or take 120 g');
    expect(echo({ kind: 'temperature', value: 14 }, 'us')).toBe('57 °F');
    expect(echo({ kind: 'fraction', value: 0.385 }, 'metric')).toBe('38.5 %');
    expect(echo({ kind: 'duration', value: 80 }, 'metric')).toBe('80 min');
  });
});
