import { ownMeasures } from './ownMeasures';
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
    const metric = { ...rules, check: () => 'That is 600 kg, at 3° too warm: check the unit.' };
    expect(understand('1 l', { ...metric, system: 'us' })).toEqual({
      wrong: 'That is 1323 lb, at 5.4° too warm: check the unit.',
    });
  });

  it('says back what it understood, with its spread', () => {
    expect(echo({ kind: 'volume', value: 1419.53 }, 'us')).toBe('1.5 qt');
    expect(echo({ kind: 'mass', value: 1500, sd: 120 }, 'metric')).toBe('1.5 kg, give or take 120 g');
    expect(echo({ kind: 'temperature', value: 14 }, 'us')).toBe('57 °F');
    expect(echo({ kind: 'fraction', value: 0.385 }, 'metric')).toBe('38.5 %');
    expect(echo({ kind: 'duration', value: 80 }, 'metric')).toBe('80 min');
  });
});

describe('by the house’s own measures', () => {
  const own = ownMeasures([
    { name: 'Rose mould', capacity: 260 },
    { name: 'Rose', capacity: 5000 },
    { name: 'Blue jar', capacity: 3000 },
  ]);
  const rules = { system: 'us', kinds: ['mass', 'volume'], bareUnit: 'lb', own } as const;
  it.each([
    ['2 rose moulds', 520],
    ['a rose mould', 260],
    ['rose mould', 260],
    ['half a blue jar', 1500],
    ['1/2 of the Blue jar', 1500],
    ['two and a half rose moulds', 650],
    ['3 Rose', 15_000],
  ])('%s', (typed, millilitres) => {
    const read = understand(typed, rules);
    expect(read).toMatchObject({ quantity: { kind: 'volume' } });
    const { value, sd } = (read as { quantity: { value: number; sd: number } }).quantity;
    expect(value).toBeCloseTo(millilitres, 6);
    expect(sd).toBeCloseTo(0.08 * millilitres, 6);
  });
  it('what else is named is asked about, and weights stay weights', () => {
    expect(understand('2 tulip moulds', rules)).toMatchObject({ wrong: expect.stringMatching(/tulip/) });
    expect(understand('1 lb', rules)).toMatchObject({ quantity: { kind: 'mass' } });
    expect(understand('2 rose moulds', { ...rules, kinds: ['mass'] })).toMatchObject({
      wrong: expect.any(String),
    });
  });
});

test('a teacup, a mug, “or so” and “2 or 3” are wide amounts', () => {
  const rules = { system: 'us', kinds: ['volume', 'mass'], bareUnit: 'qt' } as const;
  const read = (typed: string) =>
    (understand(typed, rules) as { quantity: { value: number; sd: number } }).quantity;
  expect(read('two teacups')).toMatchObject({ value: 360, sd: 54 });
  expect(read('a mug of cream').value).toBe(300);
  expect(read('a pint or so')).toMatchObject(read('about a pint'));
  expect(read('2 or 3 cups')).toMatchObject(read('2-3 cups'));
  expect(read('3 cups of cream').value).toBe(read('3 cups').value);
  expect(understand('a cup of tea', rules)).toMatchObject({ wrong: expect.any(String) });
});
