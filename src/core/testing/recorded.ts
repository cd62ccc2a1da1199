import { toJsonSchema } from '@valibot/to-json-schema';
import { examples } from '@tests/validation/examples';
import type { Calculation } from '../calculation';
import { readInput } from '../calculation';
import { CalculationError } from '../calculationError';
import vectors from '../vectors.json';
import { variants } from './variants';

/**
 * What a room's calculations answer to a few dozen inputs, as it was when somebody last looked at it. Check tables and vectors
 * say what is right; this says what has moved. After a change that is meant: look at what moved, then `npx jest recorded -u`.
 */
export function answersAsRecorded(...all: readonly unknown[]): void {
  it.each((all as Calculation[]).map((one) => [one.name, one] as const))('%s answers as it did', (_, one) =>
    expect(recorded(one)).toMatchSnapshot(),
  );
}

/** The same of inputs that lead where the room’s usual one does not, each with some beside it. */
export function answersTo(calculation: unknown, ...inputs: readonly object[]): void {
  const one = calculation as Calculation;
  it(`${one.name} answers as it did where things are unusual`, () =>
    expect(inputs.map((input) => recorded(one, input, slow.test(one.name) ? 2 : 6))).toMatchSnapshot());
}

const cases = vectors as { calculation: string; input: unknown; error?: boolean }[];
/** Calculations that run a model for a tenth of a second or so. */
const slow = /^(churn\.|cream\.rise|herd|bank|today)/;

type Leaves = Map<string, string>;

/** Every figure and word of an answer by its path; of long lists the ends, the middle and the quarters. */
function leaves(value: unknown, path = '', into: Leaves = new Map()): Leaves {
  if (Array.isArray(value)) {
    const last = value.length - 1;
    into.set(`${path}#`, String(value.length));
    const at = last < 6 ? value.keys() : [0, 0.25, 0.5, 0.75, 1].map((share) => Math.round(share * last));
    for (const i of new Set(at)) leaves(value[i], `${path}.${i}`, into);
  } else if (value !== null && typeof value === 'object')
    for (const [key, inner] of Object.entries(value)) leaves(inner, path ? `${path}.${key}` : key, into);
  else into.set(path, typeof value === 'number' ? figure(value) : String(value));
  return into;
}

/** Four digits: what a changed constant moves, and rounding in the sixteenth place does not. */
const figure = (value: number) => String(Number(value.toPrecision(4)));

function answered({ input, run }: Calculation, given: unknown): Leaves {
  try {
    return leaves(run(readInput(input, given)));
  } catch (error) {
    if (error instanceof CalculationError) return new Map([['refused', error.message]]);
    throw error;
  }
}

function recorded(one: Calculation, unusual?: object, beside?: number): string[] {
  const { name } = one;
  const sound =
    unusual ?? examples[name] ?? cases.find((each) => each.calculation === name && !each.error)!.input;
  const schema = toJsonSchema(one.input, { errorMode: 'ignore' });
  const base = answered(one, sound);
  const wanted = beside ?? (slow.test(name) ? 10 : 32);
  const moved: string[] = [];
  const refused = new Set<string>();
  for (const input of variants(sound, schema, 4 * wanted, name)) {
    const answer = answered(one, input);
    if (answer.has('refused')) refused.add(answer.get('refused')!);
    else {
      const changes = [...answer].filter(([path, said]) => base.get(path) !== said);
      const gone = [...base.keys()].filter((path) => !answer.has(path)).length;
      if (changes.length + gone > 0)
        moved.push([...changes.map(([path, said]) => `${path}=${said}`), `without ${gone}`].join('; '));
    }
    if (moved.length === wanted) break;
  }
  return [
    // What it takes and gives, once.
    ...(unusual ? [] : [JSON.stringify([schema, toJsonSchema(one.output, { errorMode: 'ignore' })])]),
    [...base].map(([path, said]) => `${path}=${said}`).join('; '),
    ...moved,
    ...[...refused].slice(0, 4),
  ];
}
