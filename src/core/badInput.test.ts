import fc from 'fast-check';
import { examples } from '@tests/validation/examples';
import { CalculationError } from './calculationError';
import { calculate, calculations } from './calculations';
import vectors from './vectors.json';

type Json = Record<string, unknown>;
const cases = vectors as { calculation: string; input: Json; error?: boolean }[];

/** Calculations that run a model for a tenth of a second or so. */
const slow = /^(churn\.|cream\.rise|ripen|herd|bank|today|schedule)/;

/** A sound input for every calculation there is. */
const sound = [...calculations.keys()].map((name): [string, Json] => [
  name,
  (examples[name] ?? cases.find((one) => one.calculation === name && !one.error)!.input) as Json,
]);

/** Every place in an input where a number stands, as a list of keys. */
function numbersIn(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof value === 'number') return [path];
  if (Array.isArray(value)) return value.slice(0, 2).flatMap((one, i) => numbersIn(one, [...path, i]));
  if (value !== null && typeof value === 'object')
    return Object.entries(value).flatMap(([key, one]) => numbersIn(one, [...path, key]));
  return [];
}

function changed(input: Json, path: (string | number)[], to: unknown): Json {
  const copy = structuredClone(input);
  let at = copy as Record<string | number, unknown>;
  for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
  at[path.at(-1)!] = to;
  return copy;
}

/** Paths of what is no finite number in an answer. */
function unsound(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${path} = ${value}`];
  if (value === null || typeof value !== 'object') return [];
  return Object.entries(value).flatMap(([key, one]) => unsound(one, `${path}.${key}`));
}

function refusal(name: string, input: unknown): CalculationError {
  try {
    calculate(name, input);
  } catch (error) {
    if (error instanceof CalculationError) return error;
    throw error;
  }
  throw new Error(`${name} took ${JSON.stringify(input)}`);
}

describe.each(sound)('%s', (name, input) => {
  it('takes its own example', () => {
    expect(() => calculate(name, input)).not.toThrow();
  });

  it('refuses whatever is not a number where a number is needed, naming the field', () => {
    for (const path of numbersIn(input)) {
      for (const wrong of ['lots', Number.NaN, Number.POSITIVE_INFINITY, null, { value: 1 }])
        expect(refusal(name, changed(input, path, wrong)).path).toBe(path.join('.'));
      expect(refusal(name, changed(input, path, 'lots')).message).toMatch(/"lots" was given/);
    }
  });

  it('says all that is wrong at once, each by its own field', () => {
    const several = numbersIn(input).slice(0, 3);
    const wrong = several.reduce<Json>((so, path) => changed(so, path, 'lots'), { ...input, moon: 'full' });
    const { all, message } = refusal(name, wrong);
    expect(new Set(all.map(({ path }) => path))).toEqual(
      new Set(['moon', ...several.map((path) => path.join('.'))]),
    );
    for (const one of all) expect(message).toContain(one.message);
  });

  it('refuses an input that is no object, or has a field it does not know', () => {
    for (const wrong of [null, 7, 'cream', []]) refusal(name, wrong);
    expect(refusal(name, { ...input, moon: 'full' }).path).toBe('moon');
  });

  it('with any numbers at all, answers in numbers or refuses in words', () => {
    const places = numbersIn(input);
    const number = fc.oneof(
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.double({ min: -10, max: 100, noNaN: true }),
      fc.constantFrom(0, 1, 1e-9, 1e6, 1e12, -1),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(), number), { minLength: 1, maxLength: 3 }), (changes) => {
        const given = changes.reduce(
          (so, [i, to]) => (places.length > 0 ? changed(so, places[i % places.length]!, to) : so),
          input,
        );
        try {
          expect(unsound(calculate(name, given))).toEqual([]);
        } catch (error) {
          if (!(error instanceof CalculationError)) throw error;
          expect(error.message).not.toMatch(/NaN|undefined|Infinity/);
        }
      }),
      { numRuns: slow.test(name) ? 8 : 60, seed: 7 },
    );
  });

  it('refuses the want of anything it cannot do without, or has a default for it', () => {
    for (const key of Object.keys(input)) {
      const rest = structuredClone(input);
      delete rest[key];
      try {
        calculate(name, rest);
      } catch (error) {
        expect(error).toBeInstanceOf(CalculationError);
      }
    }
  });
});
