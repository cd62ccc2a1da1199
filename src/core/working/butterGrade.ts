import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import * as v from 'valibot';
import { calculation } from '../calculation';
import { ranked } from '../prediction';
import { predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { ninety } from '../quantities/estimate';
import { butterMoisture } from './butterMoisture';
import { moistureInput } from './butterMoisture.calc';
import type { MoistureInput } from './butterMoisture.calc';

/** What butter is in many places: so much fat at least, and water at most (docs/handbook.md, butter). */
const leastFat = 0.8;
const mostWater = 0.16;
/** What a careful moisture test, a cream fat test and weighed buttermilk leave, standard deviation of the water (engineering estimates). */
const tests = [
  { key: 'moistureTest', sd: 0.006, says: 'a moisture test of ten grams' },
  { key: 'creamFat', sd: 0.012, says: 'a fat test of the cream' },
] as const;
/** Sure enough to call it, either way. */
const sure = 0.95;

export interface ButterGrade extends Predicted {
  /** Chance of at least 80 % fat and at most 16 % water. */
  chance: number;
  fatChance: number;
  waterChance: number;
  verdict: 'meets' | 'fails' | 'open';
  /** The one measurement that would settle it most often, and the chance that it would; absent where it is settled. */
  settles?: { key: string; says: string; chance: number };
}

/**
 * How likely butter is to meet 80 % fat and at most 16 % water by what is known of it: both hang on its water, so that the
 * stricter of the two decides. What one more measurement would settle, by the spread it would leave (preposterior analysis:
 * Raiffa & Schlaifer, Applied Statistical Decision Theory, 1961).
 */
export function butterGrade(input: MoistureInput): ButterGrade {
  const { moisture, fat, reasons, cautions } = butterMoisture(input);
  const sdOf = ({ low, high }: { low: number; high: number }) => Math.max(1e-4, (high - low) / (2 * ninety));
  const sd = sdOf(moisture);
  const solids = 1 - fat.mid - moisture.mid;
  const limit = Math.min(mostWater, 1 - leastFat - solids);
  const chance = normalCdf(limit, moisture.mid, sd);
  const verdict = chance >= sure ? 'meets' : chance <= 1 - sure ? 'fails' : 'open';
  const z = 1.645;
  const candidates = tests
    .filter(({ key }) => (key === 'moistureTest' ? input.test === undefined : input.balance === undefined))
    .map(({ key, says, sd: testSd }) => {
      const left = (sd * testSd) / Math.hypot(sd, testSd);
      // Where the mean may come to lie afterwards; it settles when that is far enough from the limit.
      const moves = Math.sqrt(Math.max(1e-12, sd * sd - left * left));
      const open =
        normalCdf(limit + z * left, moisture.mid, moves) - normalCdf(limit - z * left, moisture.mid, moves);
      return { key, says, chance: 1 - open };
    })
    .sort((a, b) => b.chance - a.chance);
  const [best] = candidates;
  return {
    chance,
    fatChance: normalCdf(1 - leastFat - solids, moisture.mid, sd),
    waterChance: normalCdf(mostWater, moisture.mid, sd),
    verdict,
    ...(verdict === 'open' && best ? { settles: best } : {}),
    reasons: ranked([
      ...reasons,
      ...(limit < mostWater
        ? [{ says: 'Its salt and curd leave less room for water than the water limit.', weight: 0.2 }]
        : []),
    ]),
    cautions: [
      ...cautions.filter(({ key }) => key !== 'limit'),
      {
        key: 'law',
        level: 'caution',
        says: 'What may be sold as butter, and as what, your local authority says.',
      },
    ],
  };
}

export const butterGradeCalculation = calculation({
  name: 'butter.grade',
  says: 'Chance of at least 80 % fat and at most 16 % water, and what would settle it.',
  input: moistureInput,
  output: v.object({
    chance: v.number(),
    fatChance: v.number(),
    waterChance: v.number(),
    verdict: v.picklist(['meets', 'fails', 'open']),
    settles: v.optional(v.object({ key: v.string(), says: v.string(), chance: v.number() })),
    ...predictedEntries,
  }),
  run: butterGrade,
});
