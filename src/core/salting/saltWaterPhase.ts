import * as v from 'valibot';
import { calculation, fraction } from '../calculation';
import { CalculationError } from '../calculationError';
import { ranked } from '../prediction';
import { predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { usuallyKeeps } from '../keeping/brineKeeps';
import { percent } from '../quantities/formatQuantity';

export interface SaltWaterPhase extends Predicted {
  /** Salt in the water of the butter, mass fraction of the brine: what keeps it. */
  brine: number;
  /** Activity of that water, 0 … 1. */
  waterActivity: number;
  /** How far it keeps as salted butter does, 0 (as unsalted) … 1. */
  keeps: number;
  /** Share of salt the butter would need to keep as salted butter usually does. */
  enough: number;
}

/** Salt dissolves to this share of its brine; more stays as grains. */
const saturated = 0.264;

/**
 * Strength of the brine in butter, which keeps it, not the share of salt in the whole: salt over salt and water. Water activity of
 * sodium chloride from 0.97 at 5 % to 0.86 at 19 % (Resnik & Chirife, Journal of Food Protection 51, 1988, by a parabola).
 */
export function saltWaterPhase({ salt, moisture }: SaltWaterPhaseInput): SaltWaterPhase {
  if (salt + moisture > 1)
    throw new CalculationError(
      `salt: ${salt} was given beside ${moisture} of water; together they are more than the butter.`,
      'salt',
    );
  const told = salt / (salt + moisture);
  const brine = Math.min(saturated, told);
  return {
    brine,
    waterActivity: 1 - 0.56 * brine - 0.9 * brine * brine,
    keeps: Math.min(1, brine / usuallyKeeps),
    enough: (usuallyKeeps * moisture) / (1 - usuallyKeeps),
    reasons: ranked([
      {
        says: `${percent(salt)} salt stands in ${percent(moisture)} water: a brine of ${percent(brine)}.`,
        weight: 2,
      },
      ...(told > saturated ? [{ says: 'More salt than dissolves: some stays as grains.', weight: 1 }] : []),
      ...(brine < usuallyKeeps
        ? [{ says: 'Wetter butter wants more salt to keep as long.', weight: 1 }]
        : []),
    ]),
    cautions:
      brine < usuallyKeeps
        ? [
            {
              key: 'weak',
              level: 'caution',
              says: 'The brine is weaker than salted butter usually has: count its days with that, and keep it cold.',
            },
          ]
        : [],
  };
}

const phaseInput = v.strictObject({
  salt: fraction,
  moisture: v.pipe(
    v.number(),
    v.gtValue(0, 'a fraction above 0 and up to 1 is allowed.'),
    v.maxValue(1, 'a fraction above 0 and up to 1 is allowed (16 % is 0.16).'),
  ),
});
type SaltWaterPhaseInput = v.InferOutput<typeof phaseInput>;

export const saltWaterPhaseCalculation = calculation({
  name: 'salt.waterPhase',
  says: 'Strength of the brine in butter, which is what keeps it.',
  input: phaseInput,
  output: v.object({
    brine: v.number(),
    waterActivity: v.number(),
    keeps: v.number(),
    enough: v.number(),
    ...predictedEntries,
  }),
  run: saltWaterPhase,
});
