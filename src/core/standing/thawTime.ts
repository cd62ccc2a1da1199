import * as v from 'valibot';
import { between, calculation, fraction, positive, positiveMass } from '../calculation';
import { CalculationError } from '../calculationError';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { logEstimate } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { secondsUntil } from './lotHeat';
import { places } from './places';
import { percent } from '../quantities/formatQuantity';

/** Thawed where it is safe, and where it is not for long. */
const thaws = ['fridge', 'fanFridge', 'room', 'coldWater'] as const;
/** How well U of a vessel nobody probed is known, standard deviation of the logarithm (docs/models.md, Heat). */
const spread = 0.25;
/** Unsoured and warm it may be so long, h (docs/handbook.md, cautions). */
const useWithin = 2;

export interface ThawTime extends Predicted {
  /** Hours until it is at the temperature wanted. */
  hours: Estimate;
  /** Of them, hours until no ice is left. */
  iceHours: number;
}

/** How long frozen milk or cream takes to thaw, through the heat of its ice (docs/models.md, Heat). */
export function thawTime({ mass, fat, celsius, to, place, around, diameter, height }: ThawInput): ThawTime {
  const held = { kind: 'cream' as const, vessel: { diameter, height }, vesselFactor: 1 };
  const air = around ?? places[place].celsius;
  const until = (target: number) =>
    secondsUntil(held, { celsius, place, around: air, soured: false }, mass, fat, target);
  const seconds = until(to);
  if (seconds === undefined)
    throw new CalculationError(
      `to: ${to} °C was given; ${places[place].inSentence}, at ${air} °C, it does not come to that within three days.`,
      'to',
    );
  const iceHours = (until(0) ?? seconds) / 3600;
  const hours = seconds / 3600;
  const warm = to > 7 ? hours - (until(Math.min(to, 5)) ?? seconds) / 3600 : 0;
  return {
    hours: logEstimate(hours, spread),
    iceHours,
    reasons: ranked([
      { says: `${percent(iceHours / hours, 0)} of the time goes into its ice.`, weight: 3 },
      { says: 'This vessel has not been probed.', weight: 1 },
    ]),
    cautions: [
      {
        key: 'fridge',
        level: place === 'room' ? 'danger' : 'caution',
        says:
          place === 'room'
            ? 'Outside it is warm while the middle is ice: thaw it in the fridge, or in cold water that is changed.'
            : 'Thawed, it keeps half as long as fresh, and is not frozen again.',
      },
      ...(warm > useWithin
        ? [
            {
              key: 'two-hours',
              level: 'danger' as const,
              says: 'That is over two hours above 5 °C: take it out at 5 °C, and temper it to be churned at once.',
            },
          ]
        : []),
      {
        key: 'grainy',
        level: 'caution',
        says: 'Freezing breaks cream: it churns sooner and leaves more fat in the buttermilk; it does not whip.',
      },
    ],
  };
}

const thawInput = v.strictObject({
  mass: positiveMass,
  fat: fraction,
  celsius: v.optional(between(-40, -1, 'from −40 to −1 °C.'), -18),
  to: v.optional(between(0, 20, 'from 0 to 20 °C.'), 4),
  place: v.optional(v.picklist(thaws), 'fridge'),
  /** °C there, when it is known. */
  around: v.optional(between(0, 40, 'from 0 to 40 °C.')),
  /** mm inside. */
  diameter: v.optional(positive, 110),
  height: v.optional(positive, 150),
});
type ThawInput = v.InferOutput<typeof thawInput>;

export const thawTimeCalculation = calculation({
  name: 'thaw.time',
  says: 'How long frozen milk or cream takes to thaw.',
  input: thawInput,
  output: v.object({ hours: estimateSchema, iceHours: v.number(), ...predictedEntries }),
  run: thawTime,
});
