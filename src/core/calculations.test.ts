import { calculate, calculations, exactNames } from './calculations';
import vectors from './vectors.json';

interface Vector {
  calculation: string;
  input: unknown;
  output?: unknown;
  error?: boolean;
  tolerance?: number;
}

function expectNear(got: unknown, wanted: unknown, tolerance: number, path: string): void {
  // Residuals that are near equal may swap places, so suspects are compared as a set.
  if (path.endsWith('.suspects'))
    return void expect(new Set(got as string[])).toEqual(new Set(wanted as string[]));
  if (typeof wanted === 'number') {
    const allowed = Math.abs(wanted) < 1e-6 ? tolerance : tolerance * Math.abs(wanted);
    if (typeof got !== 'number' || !(Math.abs(got - wanted) <= allowed))
      throw new Error(`${path}: ${String(got)}, not ${wanted}`);
  } else if (wanted !== null && typeof wanted === 'object') {
    for (const [key, value] of Object.entries(wanted)) {
      expectNear((got as Record<string, unknown>)[key], value, tolerance, `${path}.${key}`);
    }
    if (Array.isArray(wanted)) expect(got).toHaveLength(wanted.length);
  } else expect(got).toEqual(wanted);
}

const cases = (vectors as Vector[]).filter((vector) => calculations.has(vector.calculation));

describe('the reference cases', () => {
  it('cover every calculation that has one right answer', () => {
    expect(new Set(cases.map((one) => one.calculation))).toEqual(new Set(exactNames));
  });

  it.each(cases.map((one, i) => [`${one.calculation} ${i}`, one] as const))('%s', (_name, vector) => {
    if (vector.error) expect(() => calculate(vector.calculation, vector.input)).toThrow(/./);
    else
      expectNear(
        calculate(vector.calculation, vector.input),
        vector.output,
        vector.tolerance ?? 1e-6,
        vector.calculation,
      );
  });
});

describe('bad input', () => {
  it.each([
    ['cream.density', { fat: 1.2, temperature: 10 }, /fat.*1\.2.*0 to 1/],
    ['cream.density', { fat: 0.4 }, /temperature is missing/],
    ['cream.density', { fat: 0.4, temperature: 10, colour: 'blue' }, /colour is not a field/],
    [
      'churn.balance',
      {
        creamMass: -5,
        creamFat: 0.4,
        butterMass: 1,
        saltMass: 0,
        buttermilkMass: 1,
        addedWaterMass: 0,
        buttermilkFat: 0,
        lossFat: 0,
      },
      /creamMass.*-5/,
    ],
    [
      'churn.balance',
      {
        creamMass: 100,
        creamFat: 0.4,
        butterMass: 50,
        saltMass: 0,
        buttermilkMass: 90,
        addedWaterMass: 0,
        buttermilkFat: 0.5,
        lossFat: 0,
      },
      /nothing is left/,
    ],
    ['cream.standardise', { lots: [{ mass: 10, fat: 0.3 }], targetFat: 0.2, diluentFat: 0.2 }, /diluentFat/],
    ['cream.standardise', { lots: [{ mass: 10, fat: 3 }], targetFat: 0.2, diluentFat: 0.1 }, /lots\.0\.fat/],
    ['butter.moistureTest', { tare: 50, before: 60, after: 61 }, /cannot gain weight/],
    [
      'keeping.date',
      {
        made: '2027-02-30',
        storage: 'fridge',
        washed: true,
        salted: true,
        cultured: false,
        rawOrigin: false,
        freshHerbsOrGarlic: false,
      },
      /2027-02-30/,
    ],
    [
      'salt.rinse',
      { butterMass: 100, saltFraction: 0.01, targetFraction: 0.02, moisture: 0.16, efficiency: 0.6 },
      /only lowers/,
    ],
    ['wash.plan', { grainMass: 100, heldSerum: 0.3, washMass: 100, efficiency: 0.5, clearAt: 0 }, /clearAt/],
    ['separation.balance', { milkMass: 100, milkFat: 0.04, skimFat: 0.01 }, /creamMass or creamFat/],
    ['no.such', {}, /There is no calculation/],
  ])('%s %j is refused in words', (name, input, words) => {
    expect(() => calculate(name, input)).toThrow(words);
  });

  it('says which field', () => {
    expect(() => calculate('cream.density', { fat: 'rich', temperature: 4 })).toThrow(
      expect.objectContaining({ path: 'fat' }),
    );
  });
});
