import * as v from 'valibot';
import { positive } from '../calculation';
import { CalculationError } from '../calculationError';

/** A measured value and its standard deviation. */
export interface Measured {
  value: number;
  sd: number;
}

/** A stream of stuff: its mass in g and fat as a mass fraction, each as far as it was measured. */
export interface Stream {
  id: string;
  mass?: Measured;
  fat?: Measured;
}

/** Where streams meet: what goes in comes out, in mass and in fat. */
export interface Node {
  in: string[];
  out: string[];
}

export interface Network {
  streams: Stream[];
  nodes: Node[];
}

const sd = v.pipe(
  positive,
  v.minValue(1e-9, 'a standard deviation of at least 1e-9: nothing is known exactly.'),
  v.maxValue(1e12, 'a standard deviation of at most 1e12.'),
);
const streamId = v.pipe(
  v.string(),
  v.minLength(1, 'a name is needed.'),
  v.maxLength(60, 'at most 60 letters.'),
);
const ids = v.pipe(
  v.array(streamId),
  v.minLength(1, 'at least one stream in and one out of every node: what goes in has to come out.'),
);

export const networkEntries = {
  streams: v.pipe(
    v.array(
      v.strictObject({
        id: streamId,
        mass: v.optional(
          v.strictObject({
            value: v.pipe(
              v.number(),
              v.finite('a mass in grams is needed.'),
              v.minValue(0, 'a mass is zero or more, in grams.'),
            ),
            sd,
          }),
        ),
        fat: v.optional(
          v.strictObject({
            value: v.pipe(
              v.number(),
              v.minValue(0, 'a fraction from 0 to 1 is allowed.'),
              v.maxValue(1, 'a fraction from 0 to 1 is allowed (38 % is 0.38).'),
            ),
            sd,
          }),
        ),
      }),
    ),
    v.minLength(1, 'at least one stream is needed.'),
    v.maxLength(200, 'at most 200 streams.'),
  ),
  nodes: v.pipe(
    v.array(v.strictObject({ in: ids, out: ids })),
    v.minLength(1, 'at least one node is needed.'),
    v.maxLength(200, 'at most 200 nodes.'),
  ),
};

/**
 * The incidence of a network: for every node, +1 for a stream that enters and −1 for one that leaves.
 * @throws {CalculationError} when a stream is named twice, unknown, enters or leaves twice, or nothing was measured
 */
export function incidence({ streams, nodes }: Network): number[][] {
  const index = new Map<string, number>();
  streams.forEach(({ id }, i) => {
    if (index.has(id))
      throw new CalculationError(
        `streams.${i}.id: “${id}” is named twice; every stream needs its own name.`,
        `streams.${i}.id`,
      );
    index.set(id, i);
  });
  const [starts, ends] = [new Set<string>(), new Set<string>()];
  return nodes.map((node, n) => {
    const row = new Array<number>(streams.length).fill(0);
    const connect = (side: 'in' | 'out', taken: Set<string>, sign: number) =>
      node[side].forEach((id, i) => {
        const path = `nodes.${n}.${side}.${i}`;
        const column = index.get(id);
        if (column === undefined) throw new CalculationError(`${path}: there is no stream “${id}”.`, path);
        if (row[column] !== 0)
          throw new CalculationError(`${path}: “${id}” meets this node twice, which cannot be.`, path);
        if (taken.has(id))
          throw new CalculationError(
            `${path}: “${id}” ${side === 'in' ? 'enters' : 'leaves'} two nodes; split it into two streams.`,
            path,
          );
        taken.add(id);
        row[column] = sign;
      });
    connect('in', ends, 1);
    connect('out', starts, -1);
    return row;
  });
}

/**
 * A basis of everything the balances allow: columns Z with A·Z = 0, by Gauss–Jordan elimination (entries are 0 and ±1,
 * so the pivots stay exact for any network of streams).
 * @returns Z as rows per stream, and the rank of A
 */
export function balancedBasis(a: readonly number[][], streams: number): { z: number[][]; rank: number } {
  const rows = a.map((row) => [...row]);
  const pivots: number[] = [];
  for (let column = 0; column < streams && pivots.length < rows.length; column += 1) {
    const at = rows.findIndex((row, i) => i >= pivots.length && Math.abs(row[column]!) > 1e-9);
    if (at < 0) continue;
    const r = pivots.length;
    [rows[r], rows[at]] = [rows[at]!, rows[r]!];
    const lead = rows[r]!;
    const by = lead[column]!;
    for (let j = 0; j < streams; j += 1) lead[j]! /= by;
    rows.forEach((row, i) => {
      const times = row[column]!;
      if (i !== r && times !== 0) for (let j = 0; j < streams; j += 1) row[j]! -= times * lead[j]!;
    });
    pivots.push(column);
  }
  const free = [...Array(streams).keys()].filter((column) => !pivots.includes(column));
  const z = Array.from({ length: streams }, () => new Array<number>(free.length).fill(0));
  free.forEach((column, k) => {
    z[column]![k] = 1;
    pivots.forEach((pivot, r) => (z[pivot]![k] = -rows[r]![column]!));
  });
  return { z, rank: pivots.length };
}
