import fc from 'fast-check';
import { CalculationError } from '../calculationError';
import {
  saidMass,
  saidMassRange,
  spokenMinutes,
  spokenRange,
  spokenTemperature,
  spokenVolume,
  text,
} from './formatQuantity';
import { parseQuantity } from './parseQuantity';
import type { QuantityKind, UnitSystem } from './units';

const read = (typed: string, system: UnitSystem = 'us', kind?: QuantityKind) =>
  parseQuantity(typed, system, kind);
const quart = 946.352946;

describe('what a tired person types', () => {
  it.each([
    ['three quarters of a gallon', 'volume', 3 * quart],
    ['two and a half cups', 'volume', 2.5 * 236.5882365],
    ['a quart and a half', 'volume', 1.5 * quart],
    ['1 qt 1 pt', 'volume', 1.5 * quart],
    ['1 and 1/2 qt', 'volume', 1.5 * quart],
    ['1-1/2 qt', 'volume', 1.5 * quart],
    ['quarter tsp', 'volume', 1.23223047],
    ['a quarter of a cup', 'volume', 59.147059],
    ['half-gallon', 'volume', 2 * quart],
    ['¾ cup', 'volume', 177.441177],
    ['3 lbs. 4 oz.', 'mass', 1474.1752],
    ['1,000.5 g', 'mass', 1000.5],
    ['1.000,5 g', 'mass', 1000.5],
    ['1,234,567 g', 'mass', 1234567],
    ['0,125 kg', 'mass', 125],
    ['.5 kg', 'mass', 500],
    ['1.4 Liters', 'volume', 1400],
    ['62 °F', 'temperature', 16.66667],
    ['-2 C', 'temperature', -2],
    ['17 degrees celsius', 'temperature', 17],
    ['38 percent', 'fraction', 0.38],
    ['45s', 'duration', 0.75],
    ['1 h', 'duration', 60],
  ])('%s', (typed, kind, value) => {
    const got = read(typed);
    expect(got.kind).toBe(kind);
    expect(got.value).toBeCloseTo(value, 4);
    expect(got.sd).toBeUndefined();
  });

  it('widens a vague amount, and scales a heaping or scant one', () => {
    expect(read('about 2 lb').sd).toBeCloseTo(0.08 * 907.18474, 4);
    expect(read('almost a pint')).toEqual({ kind: 'volume', value: quart / 2, sd: 0.08 * (quart / 2) });
    const heaping = read('1 heaping tsp');
    expect(heaping.value).toBeCloseTo(1.3 * 4.92892159, 6);
    expect(heaping.sd).toBeCloseTo(0.15 * heaping.value, 6);
    expect(read('scant cup').value).toBeCloseTo(0.85 * 236.5882365, 6);
  });

  it('takes a range, what is plus or minus, a good measure, and numbers as people set and spell them', () => {
    const range = read('10–12 oz');
    expect(range.value).toBeCloseTo(11 * 28.349523125, 6);
    expect(range.sd).toBeCloseTo(28.349523125 / 1.6449, 2);
    expect([read('10-12 oz'), read('10 to 12 oz')]).toEqual([range, range]);
    expect(read('5 ± 1 kg')).toEqual({ kind: 'mass', value: 5000, sd: 1000 });
    expect([read('5 +- 1 kg'), read('5 +/- 1 kg')]).toEqual(Array(2).fill(read('5 ± 1 kg')));
    expect(read('≈3 pints')).toEqual(read('about 3 pints'));
    expect(read('a good cup').value).toBeCloseTo(1.05 * 236.5882365, 6);
    expect([read('1 200 g'), read('1e3 g'), read('forty grams'), read('twenty-five grams'), read('a hundred grams'), read('two dozen oz')].map(({ value }) => value)).toEqual([1200, 1000, 40, 25, 100, expect.closeTo(24 * 28.349523125, 6)]);
    expect(read('a couple of litres')).toEqual({ kind: 'volume', value: 2000 });
    // Ounces beside a quart are fluid ones, beside a pound they weigh.
    expect(read('1 quart 8 oz').value).toBeCloseTo(1.25 * quart, 6);
    expect(read('1 lb 8 oz').value).toBeCloseTo(1.5 * 453.59237, 6);
    // Three figures behind a point are asked about where they may be thousands, and nowhere else.
    expect([read('1.234 kg'), read('0.125 g'), read('1.25 g')].map(({ value }) => value)).toEqual([1234, 0.125, 1.25]);
  }); // prettier-ignore

  it('takes a bare number only when it is told what it is of', () => {
    expect(read('900', 'metric', 'mass')).toEqual({ kind: 'mass', value: 900 });
    expect(() => read('900')).toThrow(/no unit/);
  });

  it('takes oz as a volume only when a volume is asked for, and c as cups likewise', () => {
    expect(read('8 oz', 'us', 'volume').value).toBeCloseTo(236.588, 2);
    expect(read('8 oz', 'imperial', 'volume').value).toBeCloseTo(227.3045, 3);
    expect(read('2 c').kind).toBe('temperature');
    expect(read('2 c', 'metric', 'volume').value).toBe(500);
  });
});

describe('what it refuses, quoting the part', () => {
  it.each([
    ['1,000 g', /one|1\.000 or 1000/],
    ['2 qt', /choose US or imperial/, 'metric'],
    ['2 fl oz', /choose US or imperial/, 'metric'],
    ['2 blobs', /blobs/],
    ['', /Nothing was typed/],
    ['   ', /Nothing was typed/],
    ['three', /no unit/],
    ['pint', /not understood/],
    ['-3 lb', /below zero/],
    ['3 lb 1 pint', /1 pint/],
    ['12-10 oz', /from more to less/],
    ['1.234 g', /1\.234 or 1234/],
    ['1.500 ml', /1\.5 or 1500/],
    ['2 lb cream', /cream/],
    ['140%', /more than the whole/],
    ['62°', /°C or °F/],
    ['1/0 qt', /not a number/],
    ['12:30', /:/],
    ['1.2.3 kg', /1\.2\.3/],
    ['$5', /\$/],
    ['2 lb 3 lb x', /x/],
  ] as const)('%j', (typed, words, system: UnitSystem = 'us') => {
    expect(() => read(typed, system)).toThrow(words);
  });

  it('names both kinds when they differ', () => {
    expect(() => read('2 qt', 'us', 'mass')).toThrow(/is a volume.*a mass/);
    expect(() => read('20 C', 'us', 'mass')).toThrow(/temperature/);
  });

  it('never crashes and never returns nonsense, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 24 }),
        fc.constantFrom<UnitSystem>('metric', 'us', 'imperial'),
        (typed, system) => {
          try {
            const got = parseQuantity(typed, system);
            expect(Number.isFinite(got.value)).toBe(true);
          } catch (error) {
            expect((error as Error).name).toBe('CalculationError');
          }
        },
      ),
      { numRuns: 500 },
    );
  });

  it('reads back what it says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 260, max: 20000 }),
        fc.constantFrom<UnitSystem>('metric', 'us', 'imperial'),
        (millilitres, system) => {
          const again = parseQuantity(text(spokenVolume(millilitres, system)), system);
          expect(Math.abs(again.value - millilitres) / millilitres).toBeLessThan(0.03);
        },
      ),
    );
  });
});

describe('how it says things', () => {
  it('rounds as a person would', () => {
    expect(text(spokenTemperature(16.6667, 'us'))).toBe('62 °F');
    expect(text(saidMass(883, 'metric'))).toBe('885 g');
    expect(text(spokenMinutes(132))).toBe('2 h 10');
    expect(text(spokenRange(862, 904, (g) => saidMass(g, 'metric')))).toBe('860–905 g');
    expect(text(saidMassRange(812, 1108, 'metric'))).toBe('0.81–1.11 kg');
    expect(text(spokenVolume(1419.53, 'us'))).toBe('1.5 qt');
    expect(text(spokenVolume(948, 'us'))).toBe('1 qt');
  });
});

test('what every object brings of itself is no number and no unit', () => {
  for (const word of ['constructor', 'toString', 'valueOf', '__proto__', 'hasOwnProperty'])
    for (const text of [word, `${word} L`, `5 ${word}`, `a ${word}`, `5 ${word} g`])
      expect(() => parseQuantity(text, 'metric')).toThrow(CalculationError);
});
