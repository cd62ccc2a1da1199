import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { CalculationError } from '../calculationError';
import type { Caution } from '../keeping/cautions';
import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import { logEstimate, ninety } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { separationBalance } from './separationBalance';
import { coldestMilk } from './separatorRun';
import type { SeparatorInput } from './separatorExpect.calc';
import { wholeCelsius } from '../quantities/whole';
import { counted } from '../quantities/counted';

export interface SeparatorExpected extends Predicted {
  creamFat: Estimate;
  skimFat: Estimate;
  creamMass: number;
  skimMass: number;
  /** Share of the milk that comes out as cream, to watch against while it runs. */
  creamShare: number;
  recovery: number;
  /** g of butter this skim would still have made. */
  butterLost: number;
  minutes?: { whole: number; creamCanFull?: number; skimBucketFull?: number };
  cold: boolean;
}

/** Cream of a machine nobody has tried, and how much a turn of the screw or the flow does (logarithms; engineering estimates). */
const usualCream = Math.log(0.37);
const prior = {
  cream: { mean: [usualCream, 0.1, -0.12, -0.004], sd: [0.2, 0.08, 0.1, 0.006] },
  /** Skim: motor 0.075 %, hand 0.15 % when warm (handbook §6.3); colder and faster leave more. */
  skim: { mean: [Math.log(0.00075), 0, 0.8, -0.075], sd: [0.35, 0.05, 0.4, 0.015] },
};
const handSkim = Math.log(2);
/** Scatter of one run, logarithm. */
const scatter = { cream: 0.08, skim: 0.25 };
/** Where the machine is at home, and under what milk it fails (handbook §5, §6.3). */
const atHome = 37;
const floods = 20;

/** What decides a run: one, the screw, the logarithm of the flow, and degrees from 37 °C; cold milk is the skim's affair most. */
const rowOf = ({
  temperature,
  flow: fast,
  screw: turns,
}: {
  temperature: number;
  flow: number;
  screw: number;
}) => [1, turns, Math.log(fast), Math.min(temperature, 40) - atHome];

/** Bayesian linear regression with a Gaussian prior (Gelman et al., Bayesian Data Analysis, 2013, §14.8). */
function regress(
  rows: number[][],
  y: number[],
  mean: readonly number[],
  sd: readonly number[],
  noise: number,
  at: number[],
) {
  const size = mean.length;
  const normal = Matrix.zeros(size, size);
  const right = Matrix.zeros(size, 1);
  for (let a = 0; a < size; a += 1) {
    normal.set(a, a, 1 / sd[a]! ** 2);
    right.set(a, 0, mean[a]! / sd[a]! ** 2);
  }
  rows.forEach((row, i) => {
    for (let a = 0; a < size; a += 1) {
      right.set(a, 0, right.get(a, 0) + (row[a]! * y[i]!) / noise ** 2);
      for (let b = a; b < size; b += 1) {
        const value = normal.get(a, b) + (row[a]! * row[b]!) / noise ** 2;
        normal.set(a, b, value);
        normal.set(b, a, value);
      }
    }
  });
  const solved = new CholeskyDecomposition(normal);
  const beta = solved.solve(right);
  const spread = solved.solve(Matrix.columnVector(at));
  let [mid, variance] = [0, 0];
  for (let a = 0; a < size; a += 1) {
    mid += at[a]! * beta.get(a, 0);
    variance += at[a]! * spread.get(a, 0);
  }
  return { mid, sd: Math.sqrt(variance + noise ** 2) };
}

/**
 * What a separator gives from this milk: cream fat, skim loss, how much of each and when cans are full, from temperature,
 * flow and screw, learned from the machine's past runs.
 * @throws {CalculationError} when the cream would not be richer than the milk
 */
export function separatorExpect(input: SeparatorInput): SeparatorExpected {
  const { milkMass, milkFat, runs, drive, temperature } = input;
  const at = rowOf(input);
  const creamRuns = runs.filter((run) => run.creamFat !== undefined);
  const skimRuns = runs.filter((run) => run.skimFat !== undefined);
  const cream = regress(
    creamRuns.map(rowOf),
    creamRuns.map((run) => Math.log(run.creamFat!)),
    prior.cream.mean,
    prior.cream.sd,
    scatter.cream,
    at,
  );
  const skimMean = [prior.skim.mean[0]! + (drive === 'hand' ? handSkim : 0), ...prior.skim.mean.slice(1)];
  const skim = regress(
    skimRuns.map(rowOf),
    skimRuns.map((run) => Math.log(run.skimFat!)),
    skimMean,
    prior.skim.sd,
    scatter.skim,
    at,
  );
  const skimFat = Math.min(0.9 * milkFat, Math.exp(skim.mid));
  const creamFat = Math.min(0.65, Math.exp(cream.mid));
  if (creamFat <= milkFat)
    throw new CalculationError(
      `screw: at ${input.screw} turns the cream would be no richer than the milk; turn it in, or slow the flow.`,
      'screw',
    );
  const { creamMass, skimMass, recovery } = separationBalance({ milkMass, milkFat, skimFat, creamFat });
  const cold = temperature < coldestMilk;
  const half = ninety * cream.sd;
  return {
    creamFat: {
      low: creamFat * Math.exp(-half),
      mid: creamFat,
      high: Math.min(0.75, creamFat * Math.exp(half)),
    },
    skimFat: {
      low: Math.min(skimFat, logEstimate(skimFat, skim.sd).low),
      mid: skimFat,
      high: Math.min(milkFat, logEstimate(skimFat, skim.sd).high),
    },
    creamMass,
    skimMass,
    creamShare: creamMass / milkMass,
    recovery,
    butterLost: (skimMass * skimFat * 0.98) / 0.82,
    ...(input.ratedPerHour ? { minutes: minutesOf(input, creamMass, skimMass) } : {}),
    cold,
    reasons: ranked([
      {
        says:
          runs.length > 0
            ? runs.length === 1
              ? 'Your last run of this machine.'
              : `Your last ${runs.length} runs of this machine.`
            : 'No run of this machine is known yet.',
        weight: 1.5,
      },
      {
        says: `Milk at ${wholeCelsius(temperature)}; it works near 35–40 °C.`,
        weight: 0.2 + Math.abs(temperature - atHome) / 8,
      },
      {
        says: `Flow ${input.flow === 1 ? 'as rated' : `${input.flow} times the rated`}.`,
        weight: 0.2 + Math.abs(Math.log(input.flow)),
      },
      {
        says: `Cream screw ${input.screw === 0 ? 'in the middle' : `${counted(Math.abs(input.screw), 'turn')} ${input.screw > 0 ? 'in' : 'out'}`}.`,
        weight: 0.2 + Math.abs(input.screw) / 4,
      },
    ]),
    cautions: separatorCautions(temperature),
  };
}

function minutesOf(
  { ratedPerHour, flow: fast, milkMass, creamCan, skimBucket }: SeparatorInput,
  creamMass: number,
  skimMass: number,
) {
  const perMinute = (ratedPerHour! * fast) / 60;
  const whole = milkMass / 1.03 / perMinute;
  const fills = (can: number | undefined, mass: number) => {
    if (can === undefined) return undefined;
    const minutes = (whole * can) / (mass / 1.01);
    return minutes <= whole ? minutes : undefined;
  };
  const [cream, skim] = [fills(creamCan, creamMass), fills(skimBucket, skimMass)];
  return {
    whole,
    ...(cream === undefined ? {} : { creamCanFull: cream }),
    ...(skim === undefined ? {} : { skimBucketFull: skim }),
  };
}

function separatorCautions(temperature: number): Caution[] {
  const cautions: Caution[] = [
    {
      key: 'bowl',
      level: 'danger',
      says: 'The bowl spins at thousands of turns a minute: assembled in order and tight, lid on, never opened or braked by hand while it turns.',
    },
  ];
  if (temperature < coldestMilk)
    cautions.unshift({
      key: 'cold-milk',
      level: 'caution',
      says:
        temperature < floods
          ? 'Cold milk: it will flood or leave the fat in the skim. Warm it to 35–40 °C first.'
          : 'Milk this cool leaves much of its fat in the skim: 35–40 °C is right.',
    });
  return cautions;
}
