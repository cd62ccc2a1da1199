import seedrandom from 'seedrandom';

/** The part of JSON Schema that the calculations’ inputs use. */
interface Schema {
  enum?: unknown[];
  const?: unknown;
  type?: string;
  anyOf?: Schema[];
  oneOf?: Schema[];
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
}

type Json = Record<string, unknown>;

/**
 * Inputs like a sound one, each with one to three things changed as its schema allows: a number moved or at its bound,
 * another word of the list, what is optional added or left out. The same seed gives the same ones.
 */
export function variants(sound: unknown, schema: unknown, count: number, seed: string): unknown[] {
  const random = seedrandom(seed);
  const below = (end: number) => Math.floor(random() * end);
  const pick = <T>(from: readonly T[]): T => from[below(from.length)]!;

  const number = ({ minimum, exclusiveMinimum, maximum }: Schema, near?: number): number => {
    const low = minimum ?? exclusiveMinimum ?? -Infinity;
    const high = maximum ?? Infinity;
    const from = near || (Number.isFinite(low + high) ? low + (high - low) * random() : 1 + 9 * random());
    const moved = from * Math.exp(1.4 * random() - 0.7);
    const to = random() < 0.15 && maximum !== undefined ? pick([minimum ?? moved, maximum]) : moved;
    const rounded = Number(Math.min(high, Math.max(low, to)).toPrecision(3));
    return Number.isInteger(near) && Math.abs(near!) > 3 ? Math.round(rounded) : rounded;
  };

  const anything = (of: Schema): unknown => {
    if (of.const !== undefined) return of.const;
    if (of.enum) return pick(of.enum);
    const either = of.anyOf ?? of.oneOf;
    if (either) return anything(pick(either));
    if (of.type === 'boolean') return random() < 0.5;
    if (of.type === 'number' || of.type === 'integer') return number(of);
    if (of.type === 'array') return Array.from({ length: 1 + below(3) }, () => anything(of.items ?? {}));
    if (of.type === 'object')
      return Object.fromEntries(
        Object.entries(of.properties ?? {})
          .filter(([key]) => of.required?.includes(key) || random() < 0.4)
          .map(([key, inner]) => [key, anything(inner)]),
      );
    return pick(['one', 'two']);
  };

  const change = (value: unknown, of: Schema): unknown => {
    const either = of.anyOf ?? of.oneOf;
    if (either) {
      const kind = typeof value;
      const same = either.find(({ type, properties }) =>
        type === 'object'
          ? kind === 'object' && Object.keys(value as Json).every((key) => properties?.[key])
          : type === kind,
      );
      return same && random() < 0.6 ? change(value, same) : anything(of);
    }
    if (typeof value === 'number' && !of.enum) return number(of, value);
    if (Array.isArray(value) && value.length > 0 && random() < 0.8) {
      const at = below(value.length);
      return value.map((one, i) => (i === at ? change(one, of.items ?? {}) : one));
    }
    if (of.properties && value !== null && typeof value === 'object') {
      const key = pick(Object.keys(of.properties));
      const inner = of.properties[key]!;
      const { [key]: before, ...rest } = value as Json;
      if (before !== undefined && random() < 0.1) return rest;
      return { ...rest, [key]: before === undefined ? anything(inner) : change(before, inner) };
    }
    return anything(of);
  };

  return Array.from({ length: count }, () =>
    Array.from({ length: 1 + below(3) }).reduce<unknown>((so) => change(so, schema as Schema), sound),
  );
}
