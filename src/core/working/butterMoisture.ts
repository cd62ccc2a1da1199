import { percent } from '../quantities/formatQuantity';
import { churnBalance } from '../balancing/churnBalance';
import { moistureTest } from '../balancing/moistureTest';
import { CalculationError } from '../calculationError';
import type { Caution } from '../keeping/cautions';
import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import { estimate, together } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import type { MoistureInput } from './butterMoisture.calc';

/** Curd in butter, mass fraction: 0.5–1.5 % (handbook §6.8); washing takes out most of what is loose. */
const curd = 0.01;
const curdSd = 0.003;
/**
 * Water by how the butter was worked, with its standard deviation: worked by hand 14–18 % (handbook §6.8), pressed once
 * a little more, as drained a good deal more; on a slant, hung or squeezed in a cloth in between (all but the first
 * engineering estimates).
 */
const byWorking = {
  drained: { moisture: 0.23, sd: 0.04, says: 'Only drained' },
  slant: { moisture: 0.215, sd: 0.035, says: 'Drained on a slant' },
  hung: { moisture: 0.205, sd: 0.03, says: 'Hung in a cloth' },
  squeezed: { moisture: 0.19, sd: 0.027, says: 'Squeezed in a cloth' },
  pressed: { moisture: 0.185, sd: 0.025, says: 'Pressed once' },
  worked: { moisture: 0.16, sd: 0.015, says: 'Worked until no more weeps' },
} as const;
/** Butter gathered in lumps or one mass keeps buttermilk that washing does not reach, g per g (engineering estimates). */
export const trapped = { grains: 0, lumps: 0.01, mass: 0.025 } as const;
/** Spread of the buttermilk's fat when nobody tested it, as a share of it (engineering estimate). */
const buttermilkFatSpread = 0.35;
/** A common legal limit for water in butter (handbook §6.8). */
const limit = 0.16;
/** Resolution of a kitchen pan scale for the moisture test, g (engineering estimate). */
export const usualScale = 0.1;

export interface ButterMoisture extends Predicted {
  moisture: Estimate;
  /** Fat of the butter as it is, salt and all. */
  fat: Estimate;
  /** What each source says alone: its value, standard deviation, and the share it has in the answer. */
  sources: { source: 'balance' | 'working' | 'test'; moisture: number; sd: number; weight: number }[];
  /** The sources differ by more than their spreads explain. */
  disagree: boolean;
}

/**
 * Water in butter from everything known of it, each weighed by how sure it is: the fat balance (what is neither fat, curd
 * nor salt is water), how it was worked, and a moisture test. Sources that disagree widen the interval (Birge's ratio:
 * Birge, Physical Review 40, 1932).
 * @throws {CalculationError} when the salt outweighs the butter, or the balance or the test cannot be
 */
export function butterMoisture(input: MoistureInput): ButterMoisture {
  const { butterMass, saltMass, test, balance, washes } = input;
  if (saltMass >= butterMass)
    throw new CalculationError(
      `saltMass: ${saltMass} g was given; it must be less than the butter, ${butterMass} g.`,
      'saltMass',
    );
  const salt = saltMass / butterMass;
  const solids = curd * (washes === 0 ? 1.4 : 1);
  const found: { source: 'balance' | 'working' | 'test'; moisture: number; sd: number; says: string }[] = [];

  const worked = byWorking[input.worked];
  const shut = trapped[input.gathered];
  found.push({
    source: 'working',
    moisture: (worked.moisture + shut) * (1 - salt),
    sd: together(worked.sd, shut / 2),
    says: `${worked.says}${shut ? `, from ${input.gathered === 'mass' ? 'one mass' : 'lumps'}` : ''}: usually ${percent(worked.moisture + shut)} water.`,
  });
  if (balance) {
    const { fatToButter, fatIn } = churnBalance({ ...balance, butterMass, saltMass, addedWaterMass: 0 });
    const butterSd = input.butterMassSd ?? Math.max(2, 0.005 * butterMass);
    const fat = fatToButter / butterMass;
    const fatSd =
      fat *
      together(
        together(
          (fatIn * balance.creamMassSd) / balance.creamMass,
          balance.creamMass * balance.creamFatSd,
          balance.buttermilkMass * balance.buttermilkFat * buttermilkFatSpread,
          0.5 * balance.lossFat,
        ) / fatToButter,
        butterSd / butterMass,
      );
    found.push({
      source: 'balance',
      moisture: 1 - salt - solids - fat,
      sd: together(fatSd, curdSd),
      says: `The fat balance leaves ${percent(1 - salt - solids - fat)} for water.`,
    });
  }
  if (test) {
    const { moisture, sample } = moistureTest(test);
    found.push({
      source: 'test',
      moisture,
      // Two weighings, and the sample is not all the butter.
      sd: together((Math.SQRT2 * test.scaleSd) / sample, 0.005),
      says: `The moisture test says ${percent(moisture)}.`,
    });
  }

  const precision = found.reduce((sum, { sd }) => sum + 1 / sd ** 2, 0);
  const moisture = found.reduce((sum, one) => sum + one.moisture / one.sd ** 2, 0) / precision;
  const misfit = found.reduce((sum, one) => sum + ((one.moisture - moisture) / one.sd) ** 2, 0);
  const birge = found.length > 1 ? Math.max(1, Math.sqrt(misfit / (found.length - 1))) : 1;
  const sd = birge / Math.sqrt(precision);
  const kept = Math.min(0.6, Math.max(0, moisture));
  const fat = Math.max(0, 1 - kept - salt - solids);
  const estimated = within(estimate(kept, sd), 1 - salt);
  return {
    moisture: estimated,
    fat: within(estimate(fat, together(sd, curdSd)), 1 - salt),
    sources: found.map(({ source, moisture: alone, sd: spread }) => ({
      source,
      moisture: alone,
      sd: spread,
      weight: 1 / spread ** 2 / precision,
    })),
    disagree: birge > 2,
    reasons: ranked(found.map(({ says, sd: spread }) => ({ says, weight: 1 / spread ** 2 / precision }))),
    cautions: moistureCautions(estimated, birge > 2, test !== undefined),
  };
}

function moistureCautions(moisture: Estimate, disagree: boolean, tested: boolean): Caution[] {
  const cautions: Caution[] = [];
  if (moisture.high > limit)
    cautions.push({
      key: 'limit',
      level: 'caution',
      says: 'Butter that is sold may usually hold at most 16 % water: ask your local authority, and test it.',
    });
  if (disagree)
    cautions.push({
      key: 'disagree',
      level: 'caution',
      says: 'These figures contradict each other: weigh again before trusting any of them.',
    });
  if (tested)
    cautions.push({
      key: 'hot-fat',
      level: 'danger',
      says: 'Hot fat burns and can flame: never leave the pan, and no water on it.',
    });
  return cautions;
}

/** A share of the butter is nothing at least, and at most what the salt leaves. */
const within = ({ low, mid, high }: Estimate, most: number): Estimate => ({
  low: Math.min(most, Math.max(0, low)),
  mid: Math.min(most, Math.max(0, mid)),
  high: Math.min(most, Math.max(0, high)),
});
