import * as v from 'valibot';
import { between, calculation, fraction, positiveMass, temperature } from '../calculation';
import { CalculationError } from '../calculationError';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import { enthalpy, waterHeat } from './enthalpy';
import { decimal } from '../quantities/formatQuantity';

export interface ChillIce extends Predicted {
  /** Ice, g: what it takes, and what a tub in a room takes besides. */
  ice: Estimate;
  /** Frozen bottles of the size that was said. */
  bottles?: number;
  /** Water to stand it in, mL, so that the ice floats round it. */
  water: number;
}

/** Heat of melting ice, J/g; of warming ice from the freezer, J/gK. */
const melting = 334;
const iceHeat = 2.1;
/** The bath ends at this, °C: warmer it cools no more, colder there is ice left over (engineering estimate). */
const bathEnds = 2;
/** What the tub, the vessel and the room take besides, as a share of the heat (engineering estimates). */
const besides = { low: 0.1, mid: 0.3, high: 0.6 };

/** Ice or frozen bottles that chill milk or cream, by the heat that has to go (docs/models.md, Heat). Masses in g. */
export function chillIce({
  mass,
  fat,
  from,
  to,
  iceCelsius,
  bottleMass,
  waterMass,
  waterCelsius,
}: ChillIceInput): ChillIce {
  if (to >= from)
    throw new CalculationError(`to: ${to} °C was given; it has to be colder than it is, ${from} °C.`, 'to');
  if (to < bathEnds)
    throw new CalculationError(`to: ${to} °C was given; ice water brings it to about ${bathEnds} °C.`, 'to');
  const water = waterMass ?? mass;
  const heat =
    mass * (enthalpy(fat, from) - enthalpy(fat, to)) +
    water * waterHeat * Math.max(0, waterCelsius - bathEnds);
  const perGram = melting + iceHeat * -Math.min(0, iceCelsius) + waterHeat * bathEnds;
  const ice = (share: number) => (heat * (1 + share)) / perGram;
  return {
    ice: { low: ice(besides.low), mid: ice(besides.mid), high: ice(besides.high) },
    ...(bottleMass === undefined ? {} : { bottles: Math.ceil(ice(besides.mid) / bottleMass) }),
    water,
    reasons: ranked([
      { says: `${decimal(heat / 1000, 0)} kJ have to go.`, weight: 3 },
      { says: 'Tub, vessel and room take a third as much again.', weight: 1 },
      ...(fat > 0.2 ? [{ says: 'Fat gives off heat as it sets.', weight: 1 }] : []),
      ...(water > 0 && waterCelsius > bathEnds
        ? [{ says: 'The water is chilled as well: begin with cold.', weight: 1 }]
        : []),
    ]),
    cautions: [
      {
        key: 'water',
        level: 'caution',
        says: 'Keep the water under the lid, and stir both: still cream cools from outside only. Glass that is hot breaks in ice.',
      },
    ],
  };
}

const chillInput = v.strictObject({
  mass: positiveMass,
  fat: fraction,
  from: temperature,
  to: v.optional(temperature, 4),
  /** How cold the ice is: −18 °C straight from the freezer. */
  iceCelsius: v.optional(between(-40, 0, 'ice from −40 to 0 °C.'), 0),
  /** g of ice in each frozen bottle. */
  bottleMass: v.optional(positiveMass),
  /** g of water it stands in, and how warm that is; as much as the milk when it is left out. */
  waterMass: v.optional(
    v.pipe(v.number(), v.minValue(0, 'zero or more, in g.'), v.maxValue(1e6, 'at most a tonne.')),
  ),
  waterCelsius: v.optional(between(0, 40, 'water from 0 to 40 °C.'), 12),
});
type ChillIceInput = v.InferOutput<typeof chillInput>;

export const chillIceCalculation = calculation({
  name: 'chill.ice',
  says: 'Ice or frozen bottles needed to chill milk or cream.',
  input: chillInput,
  output: v.object({
    ice: estimateSchema,
    bottles: v.optional(v.number()),
    water: v.number(),
    ...predictedEntries,
  }),
  run: chillIce,
});
