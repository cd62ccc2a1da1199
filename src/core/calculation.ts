import * as v from 'valibot';
import { CalculationError } from './calculationError';

/** One calculation: a name, the schema of what goes in and of what comes out, and the function between them. */
export interface Calculation<I = unknown, O = unknown> {
  name: string;
  says: string;
  input: v.GenericSchema<unknown, I>;
  output: v.GenericSchema<O>;
  run: (input: I) => O;
}

/** Ties a schema to its function, so that the two cannot drift apart. */
export function calculation<I, O>(definition: Calculation<I, O>): Calculation<I, O> {
  return definition;
}

/** So many things wrong are said; more would not be read. */
const SAID_AT_ONCE = 8;

/** Reads unknown input by a schema. Throws {@link CalculationError} for all that is wrong in it, each field once. */
export function readInput<I>(schema: v.GenericSchema<unknown, I>, given: unknown): I {
  const read = v.safeParse(schema, given, { abortPipeEarly: true });
  if (read.success) return read.output;
  const problems = read.issues.map((issue) => {
    const path = v.getDotPath(issue) ?? undefined;
    return { path, message: sentence(issue, path) };
  });
  const all = problems.slice(0, SAID_AT_ONCE);
  const more = problems.length - all.length;
  const said = all.map(({ message }) => message).join(' ');
  throw new CalculationError(more > 0 ? `${said} And ${more} more like that.` : said, all[0]!.path, all);
}

function sentence(issue: v.BaseIssue<unknown>, path: string | undefined): string {
  const field = path ?? 'The input';
  if (issue.expected === 'never') return `${field} is not a field this calculation knows.`;
  if (issue.received === 'undefined') return `${field} is missing.`;
  if (issue.kind === 'schema')
    return `${field}: ${issue.received} was given; ${issue.expected ?? 'something else'} is needed.`;
  return `${field}: ${issue.received} was given; ${issue.message}`;
}

/** A number from one to another; `says` is what is allowed. */
export const between = (least: number, most: number, says: string) =>
  v.pipe(v.number(), v.minValue(least, says), v.maxValue(most, says));
/** Mass in g, zero or more. */
export const mass = v.pipe(
  v.number(),
  v.finite('a mass in grams is needed.'),
  v.minValue(0, 'a mass is zero or more, in grams.'),
);
/** Mass in g, more than zero. */
export const positiveMass = v.pipe(
  v.number(),
  v.finite('a mass in grams is needed.'),
  v.gtValue(0, 'a mass above zero is needed, in grams.'),
);
/** Volume in mL, more than zero. */
export const positiveVolume = v.pipe(
  v.number(),
  v.finite('a volume in mL is needed.'),
  v.gtValue(0, 'a volume above zero is needed, in mL.'),
);
/** A share of the whole, 0 … 1. */
export const fraction = v.pipe(
  v.number(),
  v.minValue(0, 'a fraction from 0 to 1 is allowed.'),
  v.maxValue(1, 'a fraction from 0 to 1 is allowed (38 % is 0.38).'),
);
/** A share above zero, up to 1. */
export const positiveFraction = v.pipe(
  v.number(),
  v.gtValue(0, 'a fraction above 0 and up to 1 is allowed.'),
  v.maxValue(1, 'a fraction above 0 and up to 1 is allowed (38 % is 0.38).'),
);
/** Temperature in °C that milk can have. */
export const temperature = v.pipe(
  v.number(),
  v.minValue(-30, 'temperatures from −30 to 100 °C are allowed.'),
  v.maxValue(100, 'temperatures from −30 to 100 °C are allowed.'),
);
/** Any plain positive number. */
export const positive = v.pipe(
  v.number(),
  v.finite('a number above zero is needed.'),
  v.gtValue(0, 'a number above zero is needed.'),
);
