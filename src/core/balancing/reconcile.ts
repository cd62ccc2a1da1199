import chiSquareCdf from '@stdlib/stats-base-dists-chisquare-cdf';
import * as v from 'valibot';
import { calculation } from '../calculation';
import { CalculationError } from '../calculationError';
import type { LeastSquares } from '../statistics/leastSquares';
import { leastSquares, product } from '../statistics/leastSquares';
import type { Measured, Network, Stream } from './network';
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
  /**
   * When the books do not balance: the measurements whose error would explain it best, taking into account how large an error
   * such an instrument makes; those that the balance cannot tell apart stand together, the likeliest first.
   */
  named: string[];
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
  /** How a stream's mass, or its fat as a fraction, is known: its variance is the square of this one's length. */
  known: (stream: number, kind: 'mass' | 'fat') => Float64Array;
}

/** Two-sided 5 % point of the standard normal. */
export const suspectAt = 1.96;
/** Less than this was not weighed on anything, g. */
const leastMass = 1e-6;
/** Steps after which a fit that does not settle is given up; fewer for a large network, so that every answer comes within two seconds. */
const mostSteps = 200;
const fewestSteps = 10;
const mostWork = 6e8;
/** Change of any unknown, in units of its own size, that counts as settled. */
const settled = 1e-9;

/**
 * Adjusts all masses and fats of a network by weighted least squares so that mass and fat balance at every node
 * (Gauss–Newton from the measured values, in the space the balances leave free, each step by orthogonal reflections, so
 * that a figure sure to 1e-9 and one good to 1e12 stand side by side), with standard deviations from the linearised fit, the chi-square of the whole, and each measurement's standardised residual.
 * Source: Narasimhan & Jordache, Data Reconciliation and Gross Error Detection, 2000, ch. 3, 5 and 7.
 * @throws {CalculationError} when a stream is not determined by what was given, or the network contradicts itself
 */
export function reconcile(network: Network): Reconciled {
  const { streams, chiSquare, degreesOfFreedom, pValue, suspects, named } = fitNetwork(network);
  return { streams, chiSquare, degreesOfFreedom, pValue, suspects, named };
}

/** {@link reconcile} with the residual of every measurement, and how well everything is known. */
export function fitNetwork(network: Network): Fit {
  const { z, rank } = balancedBasis(incidence(network), network.streams.length);
  if (z[0]!.length === 0) throw new CalculationError('nodes: these balances leave nothing to flow.', 'nodes');
  return report(new Problem(network.streams, z), rank);
}

/** Masses and fats of every stream. */
interface Amounts {
  mass: Float64Array;
  fatMass: Float64Array;
}

/** The least squares of one network. Unknowns: k free masses, then k free fats, in units of a typical mass. */
class Problem {
  readonly k: number;
  private readonly typical: number;

  constructor(
    readonly streams: readonly Stream[],
    private readonly z: readonly number[][],
  ) {
    this.k = z[0]!.length;
    const measured = streams.flatMap(({ mass }) => (mass && mass.value > leastMass ? [mass.value] : []));
    this.typical = measured.length > 0 ? measured.reduce((a, b) => a + b, 0) / measured.length : 1;
  }

  /** @throws {CalculationError} when something is not determined, or nothing settles */
  solve(): { amounts: Amounts; fit: LeastSquares } {
    let amounts = this.start();
    this.determined(amounts);
    let fit = this.linear(amounts);
    let y = fit.solution;
    let misfit = this.misfit(y);
    const most = Math.min(mostSteps, Math.max(fewestSteps, Math.round(mostWork / (2 * this.k) ** 3)));
    for (let steps = 0; steps < most && Number.isFinite(misfit); steps += 1) {
      amounts = this.spread(y);
      const next = this.linear(amounts).solution;
      let worst = 0;
      let size = 0;
      for (let i = 0; i < next.length; i += 1) {
        worst = Math.max(worst, Math.abs(next[i]! - y[i]!));
        size = Math.max(size, Math.abs(next[i]!));
      }
      // A full step is taken unless it fits worse, then a shorter one that way.
      let ahead = this.misfit(next);
      for (let halvings = 0; halvings < 40 && !(ahead <= misfit * (1 + 1e-9)); halvings += 1) {
        for (let i = 0; i < next.length; i += 1) next[i] = (next[i]! + y[i]!) / 2;
        ahead = this.misfit(next);
      }
      y = next;
      misfit = ahead;
      if (worst <= settled * size) {
        amounts = this.spread(y);
        this.determined(amounts);
        fit = this.linear(amounts);
        return { amounts, fit };
      }
    }
    throw contradiction();
  }

  /** How a mass (1, 0), a fat (0, 1) or what lies between changes with the unknowns, of stream `i`. */
  row(i: number, byMass: number, byFat: number): Float64Array {
    const { k, typical } = this;
    const out = new Float64Array(2 * k);
    for (let a = 0; a < k; a += 1) {
      out[a] = this.z[i]![a]! * byMass * typical;
      out[a + k] = this.z[i]![a]! * byFat * typical;
    }
    return out;
  }

  /** Measured values, and for masses nobody measured what the others say about them. */
  private start(): Amounts {
    const { k, streams, typical } = this;
    const rows: Float64Array[] = [];
    const targets: number[] = [];
    streams.forEach(({ mass }, i) => {
      // One that nobody weighed is taken as a typical one, give or take a thousand times that: only a place to start.
      const sd = mass ? mass.sd : 1000 * typical;
      rows.push(this.row(i, 1 / sd, 0).slice(0, k));
      targets.push((mass ? mass.value : typical) / sd);
    });
    const free = leastSquares(rows, targets, k).solution;
    const balanced = this.spread(Float64Array.from({ length: 2 * k }, (_, a) => (a < k ? free[a]! : 0))).mass;
    const mass = Float64Array.from(streams, (stream, i) => {
      const m = stream.mass ? stream.mass.value : balanced[i]!;
      return Math.abs(m) > 1e-9 * typical ? m : typical * 1e-3;
    });
    return { mass, fatMass: mass.map((m, i) => m * (streams[i]!.fat?.value ?? 0)) };
  }

  /** The rows of the problem linearised at these masses and fats: each residual in standard deviations. */
  private rows({ mass, fatMass }: Amounts): { rows: Float64Array[]; targets: number[] } {
    const rows: Float64Array[] = [];
    const targets: number[] = [];
    this.streams.forEach((stream, i) => {
      if (stream.mass) {
        rows.push(this.row(i, 1 / stream.mass.sd, 0));
        targets.push(stream.mass.value / stream.mass.sd);
      }
      if (stream.fat) {
        const { value, sd } = stream.fat;
        const m = mass[i]!;
        const fat = fatMass[i]! / m;
        rows.push(this.row(i, -fat / (m * sd), 1 / (m * sd)));
        targets.push((value - fat) / sd);
      }
    });
    return { rows, targets };
  }

  private linear(amounts: Amounts): LeastSquares {
    const { rows, targets } = this.rows(amounts);
    return leastSquares(rows, targets, 2 * this.k);
  }

  /**
   * Whether the measurements see everything there is to know, however well they do.
   * @throws {CalculationError} naming the stream that moves most in the direction nothing measures
   */
  private determined(amounts: Amounts): void {
    const even = this.rows(amounts).rows.map((row) => {
      const most = row.reduce((all, one) => Math.max(all, Math.abs(one)), 0);
      return row.map((one) => one / most);
    });
    const { unseen } = leastSquares(even, new Float64Array(even.length), 2 * this.k, true);
    if (!unseen) return;
    let [best, worst, what] = [-1, 0, 'mass'];
    const moves = this.spread(unseen);
    this.streams.forEach((stream, i) => {
      for (const [kind, by] of [
        ['mass', moves.mass[i]!],
        ['fat', moves.fatMass[i]!],
      ] as const)
        if (!stream[kind] && Math.abs(by) > best * (1 + 1e-9)) [best, worst, what] = [Math.abs(by), i, kind];
    });
    const { id } = this.streams[worst]!;
    throw new CalculationError(
      `streams.${worst}: the ${what} of “${id}” is not determined by what was given; measure it, or something it balances with.`,
      `streams.${worst}`,
    );
  }

  /** Masses and fats of every stream from the free ones. */
  private spread(y: Float64Array): Amounts {
    const { k, z, typical } = this;
    const mass = new Float64Array(z.length);
    const fatMass = new Float64Array(z.length);
    for (let i = 0; i < z.length; i += 1)
      for (let a = 0; a < k; a += 1) {
        mass[i]! += z[i]![a]! * y[a]! * typical;
        fatMass[i]! += z[i]![a]! * y[a + k]! * typical;
      }
    return { mass, fatMass };
  }

  private misfit(y: Float64Array): number {
    const { mass, fatMass } = this.spread(y);
    let sum = 0;
    for (let i = 0; i < this.streams.length; i += 1) {
      const { mass: m, fat } = this.streams[i]!;
      if (m) sum += ((mass[i]! - m.value) / m.sd) ** 2;
      if (fat) sum += ((fatMass[i]! / mass[i]! - fat.value) / fat.sd) ** 2;
    }
    return sum;
  }
}

const contradiction = () =>
  new CalculationError(
    'streams: these figures contradict each other so far that no adjustment settles; look for a wrong unit or a mixed-up stream.',
    'streams',
  );

function report(problem: Problem, rank: number): Fit {
  const { streams } = problem;
  const { amounts, fit } = problem.solve();
  const { mass, fatMass } = amounts;
  const residuals: Residual[] = [];
  let chiSquare = 0;
  const known = (i: number, kind: 'mass' | 'fat') => {
    const m = mass[i]!;
    return fit.whitened(
      kind === 'mass' ? problem.row(i, 1, 0) : problem.row(i, -fatMass[i]! / (m * m), 1 / m),
    );
  };
  const take = (id: string, { value, sd }: Measured, adjusted: number, how: Float64Array) => {
    const residual = (adjusted - value) / sd;
    chiSquare += residual * residual;
    residuals.push({ id, sd, residual, checked: Math.max(0, 1 - product(how, how) / (sd * sd)) });
  };
  const adjusted = streams.map((stream, i) => {
    const byMass = known(i, 'mass');
    const byFat = fit.whitened(problem.row(i, 0, 1));
    if (stream.mass) take(`${stream.id}.mass`, stream.mass, mass[i]!, byMass);
    if (stream.fat) take(`${stream.id}.fat`, stream.fat, fatMass[i]! / mass[i]!, known(i, 'fat'));
    return {
      id: stream.id,
      mass: mass[i]!,
      massSd: Math.sqrt(product(byMass, byMass)),
      fat: fatMass[i]! / mass[i]!,
      fatMass: fatMass[i]!,
      fatMassSd: Math.sqrt(product(byFat, byFat)),
    };
  });
  if (!adjusted.every((one) => Number.isFinite(one.massSd + one.fat + one.fatMassSd))) throw contradiction();
  const degreesOfFreedom = residuals.length + 2 * rank - 2 * streams.length;
  const pValue = degreesOfFreedom > 0 ? 1 - chiSquareCdf(chiSquare, degreesOfFreedom) : 1;
  return {
    streams: adjusted,
    chiSquare,
    degreesOfFreedom,
    pValue,
    suspects: residuals
      // What differs by rounding only stands as it was told.
      .map((one) => ({ id: one.id, size: Math.round(standardised(one) * 1e6) / 1e6 }))
      .filter(({ size }) => size > suspectAt)
      .sort((one, other) => other.size - one.size)
      .map(({ id }) => id),
    named: pValue < unlikely ? likeliest(residuals, streams) : [],
    residuals,
    known,
  };
}

/** Books like that would come about in fewer than one of twenty honest batches. */
const unlikely = 0.05;
/**
 * How large a gross error is when one is made, standard deviations (engineering estimates): a weight misread or a tare
 * forgotten, as a share of it and at least so many grams; a fat that is not what the label says, mass fraction, less where there is little.
 */
const slip = { mass: 0.08, leastMass: 10, fat: 0.025, fatShare: 0.5 };
/** Named as well: whatever is at least a seventh as likely as the likeliest, logarithm. */
const alike = Math.log(7);

/**
 * Weighs for every measurement the odds that it alone carries an error of the size such errors have, against that none does
 * (Bayes factor of a mean shift with a normal prior: Tamhane, Technometrics 24, 1982; Gelman et al., Bayesian Data Analysis, 2013, §7.4).
 */
function likeliest(residuals: readonly Residual[], streams: readonly Stream[]): string[] {
  const sizes = new Map<string, number>(
    streams.flatMap(({ id, mass, fat }) => [
      ...(mass ? [[`${id}.mass`, Math.max(slip.leastMass, slip.mass * mass.value)] as const] : []),
      ...(fat
        ? [[`${id}.fat`, Math.min(slip.fat, slip.fatShare * Math.max(fat.value, fat.sd))] as const]
        : []),
    ]),
  );
  const odds = residuals
    .map((one) => {
      const seen = (sizes.get(one.id)! / one.sd) ** 2 * one.checked;
      return { id: one.id, log: 0.5 * ((standardised(one) ** 2 * seen) / (1 + seen) - Math.log1p(seen)) };
    })
    .toSorted((one, other) => other.log - one.log);
  const [best] = odds;
  return odds.filter(({ log }) => log > 0 && best!.log - log <= alike).map(({ id }) => id);
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
    named: v.array(v.string()),
  }),
  run: reconcile,
});
