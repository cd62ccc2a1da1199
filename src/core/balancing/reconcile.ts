import chiSquareCdf from '@stdlib/stats-base-dists-chisquare-cdf';
import { CholeskyDecomposition, EigenvalueDecomposition, Matrix } from 'ml-matrix';
import * as v from 'valibot';
import { calculation } from '../calculation';
import { CalculationError } from '../calculationError';
import type { Network, Stream } from './network';
import { balancedBasis, incidence, networkEntries } from './network';

export interface Reconciled {
  streams: {
    id: string;
    mass: number;
    massSd: number;
    fat: number;
    fatMass: number;
    fatMassSd: number;
  }[];
  chiSquare: number;
  degreesOfFreedom: number;
  /** Chance of a worse fit if every measurement is as good as it says. */
  pValue: number;
  /** Measurements such as `butter.mass`, the likeliest wrong first: standardised residual over 1.96. */
  suspects: string[];
}

/** A measurement in the solution: its residual in standard deviations, and how much of that the balances can see. */
export interface Residual {
  /** `butter.mass` */
  id: string;
  sd: number;
  residual: number;
  /** Variance of the residual over that of the measurement, 0 (nothing checks it) … 1 (everything else is exact). */
  checked: number;
}

export interface Fit extends Reconciled {
  residuals: Residual[];
}

/** Two-sided 5 % point of the standard normal. */
export const suspectAt = 1.96;
/** Steps after which a fit that does not settle is given up. */
const mostSteps = 200;
/** Change of any unknown, in units of its own size, that counts as settled. */
const settled = 1e-9;
/** Pivot of the scaled normal matrix below which something is not determined. */
const undetermined = 1e-11;

/**
 * Adjusts all masses and fats of a network by weighted least squares so that mass and fat balance at every node
 * (Gauss–Newton from the measured values, in the space the balances leave free), with standard deviations from the
 * linearised covariance, the chi-square of the whole, and each measurement's standardised residual.
 * Source: Narasimhan & Jordache, Data Reconciliation and Gross Error Detection, 2000, ch. 3, 5 and 7.
 * @throws {CalculationError} when a stream is not determined by what was given, or the network contradicts itself
 */
export function reconcile(network: Network): Reconciled {
  const { streams, chiSquare, degreesOfFreedom, pValue, suspects } = fitNetwork(network);
  return { streams, chiSquare, degreesOfFreedom, pValue, suspects };
}

/** {@link reconcile} with the residual of every measurement. */
export function fitNetwork(network: Network): Fit {
  const { streams } = network;
  const { z, rank } = balancedBasis(incidence(network), streams.length);
  const k = z[0]!.length;
  if (k === 0) throw new CalculationError('nodes: these balances leave nothing to flow.', 'nodes');
  const problem = new Problem(streams, z, k);
  const y = problem.solve();
  const covariance = problem.covariance();
  return report(streams, z, rank, y, covariance);
}

/** Normal equations of one network, filled again at each linearisation. Unknowns: k free masses, then k free fats. */
class Problem {
  private readonly size: number;
  private readonly normal: Matrix;
  private readonly right: Float64Array;
  private readonly scale: Float64Array;
  /** The normal matrix before scaling, row after row; its upper half. */
  private readonly raw: Float64Array;

  constructor(
    private readonly streams: readonly Stream[],
    private readonly z: readonly number[][],
    private readonly k: number,
  ) {
    this.size = 2 * k;
    this.normal = Matrix.zeros(this.size, this.size);
    this.right = new Float64Array(this.size);
    this.scale = new Float64Array(this.size);
    this.raw = new Float64Array(this.size * this.size);
  }

  solve(): Float64Array {
    let [mass, fatMass] = this.start();
    let y = this.step(mass, fatMass);
    let misfit = this.misfit(y);
    for (let steps = 0; steps < mostSteps; steps += 1) {
      [mass, fatMass] = spread(this.z, y, this.k);
      const next = this.step(mass, fatMass);
      let worst = 0;
      let size = 0;
      for (let i = 0; i < this.size; i += 1) {
        worst = Math.max(worst, Math.abs(next[i]! - y[i]!));
        size = Math.max(size, Math.abs(next[i]!));
      }
      // A full step is taken unless it fits worse, then a shorter one that way.
      let ahead = this.misfit(next);
      for (let halvings = 0; halvings < 40 && ahead > misfit * (1 + 1e-9); halvings += 1) {
        for (let i = 0; i < this.size; i += 1) next[i] = (next[i]! + y[i]!) / 2;
        ahead = this.misfit(next);
      }
      y = next;
      misfit = ahead;
      if (worst <= settled * size) {
        [mass, fatMass] = spread(this.z, y, this.k);
        this.fill(mass, fatMass);
        return y;
      }
    }
    throw new CalculationError(
      'streams: these figures contradict each other so far that no adjustment settles; look for a wrong unit or a mixed-up stream.',
      'streams',
    );
  }

  /** Inverse of the normal matrix at the last linearisation, row by row. */
  covariance(): Float64Array[] {
    const inverse = this.factor().solve(Matrix.eye(this.size));
    const rows: Float64Array[] = [];
    for (let i = 0; i < this.size; i += 1) {
      const row = new Float64Array(this.size);
      for (let j = 0; j < this.size; j += 1) row[j] = inverse.get(i, j) * this.scale[i]! * this.scale[j]!;
      rows.push(row);
    }
    return rows;
  }

  /** Measured values, and for masses nobody measured what the others say about them. */
  private start(): [Float64Array, Float64Array] {
    const measured = this.streams.flatMap(({ mass }) => (mass && mass.value > 0 ? [mass.value] : []));
    const typical = measured.length > 0 ? measured.reduce((a, b) => a + b, 0) / measured.length : 1;
    const normal = Matrix.zeros(this.k, this.k);
    const right = Matrix.zeros(this.k, 1);
    this.streams.forEach(({ mass }, i) => {
      // An unmeasured mass is taken as a typical one, give or take a thousand times that, and none as surer than a thousandth:
      // only a place to start, and weights that differ by more than that cannot be solved in double precision.
      const weight = 1 / (mass ? Math.max(mass.sd, typical / 1000) : 1000 * typical) ** 2;
      const value = mass ? mass.value : typical;
      const row = this.z[i]!;
      for (let a = 0; a < this.k; a += 1) {
        right.set(a, 0, right.get(a, 0) + weight * value * row[a]!);
        for (let b = a; b < this.k; b += 1)
          setBoth(normal, a, b, normal.get(a, b) + weight * row[a]! * row[b]!);
      }
    });
    const free = new CholeskyDecomposition(normal).solve(right);
    const mass = new Float64Array(this.streams.length);
    const fatMass = new Float64Array(this.streams.length);
    this.streams.forEach((stream, i) => {
      let balanced = 0;
      for (let a = 0; a < this.k; a += 1) balanced += this.z[i]![a]! * free.get(a, 0);
      const m = stream.mass ? stream.mass.value : balanced;
      mass[i] = Math.abs(m) > 1e-9 * typical ? m : typical * 1e-3;
      fatMass[i] = mass[i]! * (stream.fat?.value ?? 0);
    });
    return [mass, fatMass];
  }

  /** One Gauss–Newton step: the least squares of the problem linearised at these masses and fats. */
  private step(mass: Float64Array, fatMass: Float64Array): Float64Array {
    this.fill(mass, fatMass);
    const { size, scale } = this;
    const scaled = Matrix.zeros(size, 1);
    for (let i = 0; i < size; i += 1) scaled.set(i, 0, this.right[i]! * scale[i]!);
    const solved = this.factor().solve(scaled);
    const y = new Float64Array(size);
    for (let i = 0; i < size; i += 1) y[i] = solved.get(i, 0) * scale[i]!;
    return y;
  }

  private fill(mass: Float64Array, fatMass: Float64Array): void {
    const { k, z, size, raw, scale } = this;
    raw.fill(0);
    this.right.fill(0);
    for (let i = 0; i < this.streams.length; i += 1) {
      const stream = this.streams[i]!;
      const row = z[i]!;
      if (stream.mass) this.add(row, 1 / stream.mass.sd, 0, stream.mass.value / stream.mass.sd);
      if (stream.fat) {
        const { value, sd } = stream.fat;
        const m = mass[i]!;
        const fat = fatMass[i]! / m;
        this.add(row, -fat / (m * sd), 1 / (m * sd), (value - fat) / sd);
      }
    }
    for (let a = 0; a < size; a += 1) {
      const diagonal = raw[a * size + a]!;
      if (!(diagonal > 0)) this.nameUndetermined(a % k);
      scale[a] = 1 / Math.sqrt(diagonal);
    }
    for (let a = 0; a < size; a += 1)
      for (let b = a; b < size; b += 1)
        setBoth(this.normal, a, b, raw[a * size + b]! * scale[a]! * scale[b]!);
  }

  /** Adds the square of one residual, `byMass`·m + `byFat`·g − `target`, to the normal equations. */
  private add(row: readonly number[], byMass: number, byFat: number, target: number): void {
    const { k, size, raw, right } = this;
    for (let a = 0; a < k; a += 1) {
      const za = row[a]!;
      if (za === 0) continue;
      const ma = byMass * za;
      const ga = byFat * za;
      right[a]! += ma * target;
      right[a + k]! += ga * target;
      for (let b = 0; b < k; b += 1) {
        const zb = row[b]!;
        if (zb === 0) continue;
        raw[a * size + b]! += ma * byMass * zb;
        raw[a * size + b + k]! += ma * byFat * zb;
        raw[(a + k) * size + b + k]! += ga * byFat * zb;
      }
    }
  }

  private factor(): CholeskyDecomposition {
    const factor = new CholeskyDecomposition(this.normal);
    if (!factor.isPositiveDefinite()) this.nameUndetermined();
    const lower = factor.lowerTriangularMatrix;
    for (let a = 0; a < this.size; a += 1) if (lower.get(a, a) ** 2 < undetermined) this.nameUndetermined();
    return factor;
  }

  /** @throws {CalculationError} naming the stream that moves most in the direction nothing measures */
  private nameUndetermined(freeStream?: number): never {
    const { k, z } = this;
    let worst = 0;
    let what = 'mass';
    const consider = (i: number, size: number, kind: string) => {
      if (size > best) [best, worst, what] = [size, i, kind];
    };
    let best = -1;
    if (freeStream !== undefined) {
      const neverWeighed = this.streams.map(({ mass }) => !mass);
      this.streams.forEach((stream, i) => {
        const moves = Math.abs(z[i]![freeStream]!);
        if (moves > 0)
          consider(i, moves * (neverWeighed[i] || !stream.fat ? 2 : 1), neverWeighed[i] ? 'mass' : 'fat');
      });
    } else {
      const { realEigenvalues, eigenvectorMatrix } = new EigenvalueDecomposition(this.normal, {
        assumeSymmetric: true,
      });
      const least = realEigenvalues.indexOf(Math.min(...realEigenvalues));
      const free = eigenvectorMatrix.getColumn(least).map((value, a) => value * this.scale[a]!);
      this.streams.forEach((stream, i) => {
        for (const [kind, offset] of [
          ['mass', 0],
          ['fat', k],
        ] as const) {
          let moves = 0;
          for (let a = 0; a < k; a += 1) moves += z[i]![a]! * free[a + offset]!;
          if (!stream[kind]) consider(i, Math.abs(moves), kind);
        }
      });
    }
    const { id } = this.streams[worst]!;
    throw new CalculationError(
      `streams.${worst}: the ${what} of “${id}” is not determined by what was given; measure it, or something it balances with.`,
      `streams.${worst}`,
    );
  }

  private misfit(y: Float64Array): number {
    const [mass, fatMass] = spread(this.z, y, this.k);
    let sum = 0;
    for (let i = 0; i < this.streams.length; i += 1) {
      const { mass: m, fat } = this.streams[i]!;
      if (m) sum += ((mass[i]! - m.value) / m.sd) ** 2;
      if (fat) sum += ((fatMass[i]! / mass[i]! - fat.value) / fat.sd) ** 2;
    }
    return sum;
  }
}

/** Keeps a matrix symmetric to the last bit. */
function setBoth(matrix: Matrix, a: number, b: number, value: number): void {
  matrix.set(a, b, value);
  matrix.set(b, a, value);
}

/** Masses and fats of every stream from the free ones. */
function spread(z: readonly number[][], y: Float64Array, k: number): [Float64Array, Float64Array] {
  const mass = new Float64Array(z.length);
  const fatMass = new Float64Array(z.length);
  for (let i = 0; i < z.length; i += 1) {
    const row = z[i]!;
    for (let a = 0; a < k; a += 1) {
      mass[i]! += row[a]! * y[a]!;
      fatMass[i]! += row[a]! * y[a + k]!;
    }
  }
  return [mass, fatMass];
}

/** xᵀ·C·x for x = (`byMass`·row, `byFat`·row). */
function variance(c: readonly Float64Array[], row: readonly number[], byMass: number, byFat: number): number {
  const k = row.length;
  let sum = 0;
  for (let a = 0; a < k; a += 1) {
    if (row[a] === 0) continue;
    for (let b = 0; b < k; b += 1) {
      if (row[b] === 0) continue;
      sum +=
        row[a]! *
        row[b]! *
        (byMass * byMass * c[a]![b]! +
          2 * byMass * byFat * c[a]![b + k]! +
          byFat * byFat * c[a + k]![b + k]!);
    }
  }
  return Math.max(0, sum);
}

function report(
  streams: readonly Stream[],
  z: readonly number[][],
  rank: number,
  y: Float64Array,
  c: readonly Float64Array[],
): Fit {
  const k = z[0]!.length;
  const [mass, fatMass] = spread(z, y, k);
  const residuals: Residual[] = [];
  let chiSquare = 0;
  const take = (id: string, sd: number, off: number, adjusted: number) => {
    chiSquare += off * off;
    residuals.push({ id, sd, residual: off, checked: Math.max(0, 1 - adjusted) });
  };
  const adjusted = streams.map((stream, i) => {
    const m = mass[i]!;
    const g = fatMass[i]!;
    if (stream.mass) {
      const { value, sd } = stream.mass;
      take(`${stream.id}.mass`, sd, (m - value) / sd, variance(c, z[i]!, 1 / sd, 0));
    }
    if (stream.fat) {
      const { value, sd } = stream.fat;
      take(`${stream.id}.fat`, sd, (g / m - value) / sd, variance(c, z[i]!, -g / (m * m * sd), 1 / (m * sd)));
    }
    return {
      id: stream.id,
      mass: m,
      massSd: Math.sqrt(variance(c, z[i]!, 1, 0)),
      fat: g / m,
      fatMass: g,
      fatMassSd: Math.sqrt(variance(c, z[i]!, 0, 1)),
    };
  });
  const degreesOfFreedom = residuals.length + 2 * rank - 2 * streams.length;
  return {
    streams: adjusted,
    chiSquare,
    degreesOfFreedom,
    pValue: degreesOfFreedom > 0 ? 1 - chiSquareCdf(chiSquare, degreesOfFreedom) : 1,
    suspects: residuals
      .map((one) => ({ id: one.id, size: standardised(one) }))
      .filter(({ size }) => size > suspectAt)
      .sort((one, other) => other.size - one.size)
      .map(({ id }) => id),
    residuals,
  };
}

/** Size of a residual against what it should vary by; 0 where nothing checks the measurement. */
export function standardised({ residual, checked }: Residual): number {
  return checked > 1e-9 ? Math.abs(residual) / Math.sqrt(checked) : 0;
}

export const reconcileCalculation = calculation({
  name: 'reconcile',
  says: 'Adjusts measured masses and fats until the books balance, and names the likeliest wrong measurement.',
  input: v.strictObject(networkEntries),
  output: v.object({
    streams: v.array(
      v.object({
        id: v.string(),
        mass: v.number(),
        massSd: v.number(),
        fat: v.number(),
        fatMass: v.number(),
        fatMassSd: v.number(),
      }),
    ),
    chiSquare: v.number(),
    degreesOfFreedom: v.number(),
    pValue: v.number(),
    suspects: v.array(v.string()),
  }),
  run: reconcile,
});
