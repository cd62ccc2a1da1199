import * as v from 'valibot';
import { calculation, positive, positiveFraction, positiveMass, temperature } from '../calculation';
import type { Caution } from '../keeping/cautions';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { estimate, together } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { enthalpy, waterHeat } from '../tempering/enthalpy';
import { wholeMillimetres, wholeMinutes } from '../quantities/whole';

/** Thermal diffusivity of butter, m²/s, and its density, kg/m³ (Rahman, Food Properties Handbook, 2009). */
const diffusivity = 8e-8;
const density = 950;
/** First eigenvalue of a slab cooled on both faces, squared: π²/4 (Carslaw & Jaeger, Conduction of Heat in Solids, 1959, §3.3). */
const slabEigenvalue = 2.47;
/** Surface heat transfer, W/(m²·K): still air, fridge, water (docs/models.md, Heat; water is an engineering estimate). */
const surface = { room: 10, fridge: 8, bath: 300 } as const;
/** Butter that is waxy, neither hard and crumbly nor greasy, °C at usual hardness (engineering estimates). */
export const waxyFrom = 11;
export const waxyTo = 16;
/** Warmest wash water for butter gone hard, °C (handbook §6.10). */
export const warmestWash = 20;
/** How well the time constant is known (logarithm) and the butter's temperature, K (engineering estimates). */
const timeSpread = 0.25;
const temperatureSd = 0.7;

const workInput = v.strictObject({
  butterMass: positiveMass,
  /** °C now. */
  temperature,
  /** mm, of the piece: 10 for pats pressed flat, 60 for a lump. */
  thickness: v.optional(v.pipe(positive, v.maxValue(500, 'at most 500 mm.')), 40),
  place: v.picklist(['fridge', 'bath', 'room']),
  placeTemperature: v.optional(temperature),
  minutes: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0, 'minutes, zero or more.'),
      v.maxValue(10_080, 'at most a week, in minutes.'),
    ),
    0,
  ),
  butterFat: v.optional(positiveFraction, 0.82),
  hardness: v.optional(
    v.pipe(
      v.number(),
      v.minValue(-8, 'a shift of −8 to 8 °C is allowed.'),
      v.maxValue(8, 'a shift of −8 to 8 °C is allowed.'),
    ),
    0,
  ),
  /** g of wash water for warming hard butter. */
  washWaterMass: v.optional(positiveMass),
});
export type WorkInput = v.InferOutput<typeof workInput>;

export interface Workability extends Predicted {
  /** In the middle of the piece, after the minutes given. */
  temperature: Estimate;
  feels: 'hard' | 'waxy' | 'greasy';
  /** Until it is waxy there, if it ever is. */
  minutesUntilWaxy?: Estimate;
  /** Until it is too hard to work there, if it is not yet and ever will be. */
  minutesUntilHard?: Estimate;
  /** Wash water that brings hard butter back to waxy, when its mass was given. */
  washWater?: { temperature: number; capped: boolean };
}

const usualPlace = { fridge: 4, bath: 2, room: 18 } as const;

/**
 * Temperature of a piece of butter after a while in fridge, bath or room, when it will be waxy, and the wash water that
 * brings butter gone hard back: a slab's slowest mode, L²/(2.47·α), with the resistance of its surface, ρ·c·L/U, L half
 * the thickness; wash water from the heat balance of handbook §6.10.
 */
export function butterWorkability(input: WorkInput): Workability {
  const {
    temperature: start,
    thickness,
    place,
    minutes,
    butterFat,
    hardness,
    butterMass,
    washWaterMass,
  } = input;
  const around = input.placeTemperature ?? usualPlace[place];
  const low = waxyFrom + hardness;
  const high = waxyTo + hardness;
  const half = thickness / 2000;
  const end = Math.abs(around - start) > 0.1 ? around : start + 0.1;
  const heat =
    (1000 * (enthalpy(butterFat, end, hardness) - enthalpy(butterFat, start, hardness))) / (end - start);
  const conduction = half ** 2 / (slabEigenvalue * diffusivity) / 60;
  const skin = (density * heat * half) / surface[place] / 60;
  const constant = conduction + skin;
  // In its middle a slab answers late: 4/π for one whose face is held, 1 where only the surface resists (Carslaw & Jaeger).
  const late = 1 + (4 / Math.PI - 1) * (conduction / constant);
  const after = around + (start - around) * Math.min(1, late * Math.exp(-minutes / constant));
  const sd = together(
    temperatureSd,
    Math.abs(start - around) * (minutes / constant) * Math.exp(-minutes / constant) * timeSpread,
  );
  const goal = start > high ? high - 0.5 : start < low ? low + 0.5 : undefined;
  const reaches = (celsius: number): number | undefined =>
    (celsius - around) / (start - around) > 0 && Math.abs(celsius - around) < Math.abs(start - around)
      ? constant * Math.log((late * (start - around)) / (celsius - around))
      : undefined;
  const until = goal === undefined ? 0 : reaches(goal);
  const hard = start > low ? reaches(low) : undefined;
  const spread = (mid: number): Estimate => ({
    low: mid * Math.exp(-1.645 * timeSpread),
    mid,
    high: mid * Math.exp(1.645 * timeSpread),
  });
  const celsius = estimate(after, sd, -30);
  return {
    temperature: celsius,
    feels: after < low ? 'hard' : after > high ? 'greasy' : 'waxy',
    ...(until === undefined
      ? {}
      : {
          minutesUntilWaxy: spread(until),
        }),
    ...(hard === undefined ? {} : { minutesUntilHard: spread(hard) }),
    ...(washWaterMass === undefined
      ? {}
      : {
          washWater: washWaterFor({
            butterMass,
            butterFat,
            hardness,
            from: start,
            to: (low + high) / 2,
            washWaterMass,
          }),
        }),
    reasons: ranked([
      {
        says: `Heat creeps through ${wholeMillimetres(thickness)} of butter: about ${wholeMinutes(conduction)} of it.`,
        weight: conduction,
      },
      {
        says:
          place === 'bath'
            ? 'Water takes heat off its face at once.'
            : `Still air takes heat off slowly: about ${wholeMinutes(skin)} of it.`,
        weight: skin,
      },
    ]),
    cautions: workCautions(place, around),
  };
}

/** T_w = T* + m_b·[h(T*) − h(T_b)]/(4.18·m_w), at most 20 °C (handbook §6.10). Masses g, temperatures °C. */
export function washWaterFor(given: {
  butterMass: number;
  butterFat: number;
  hardness: number;
  from: number;
  to: number;
  washWaterMass: number;
}): { temperature: number; capped: boolean } {
  const { butterMass, butterFat, hardness, from, to, washWaterMass } = given;
  const heat = butterMass * (enthalpy(butterFat, to, hardness) - enthalpy(butterFat, from, hardness));
  const wanted = to + heat / (waterHeat * washWaterMass);
  return { temperature: Math.min(warmestWash, Math.max(0, wanted)), capped: wanted > warmestWash };
}

function workCautions(place: WorkInput['place'], around: number): Caution[] {
  if (place === 'bath')
    return [
      {
        key: 'water',
        level: 'caution',
        says: 'Water that touches butter is an ingredient: drinking quality, or boiled and cooled.',
      },
    ];
  return place === 'room' && around > 21
    ? [{ key: 'warm-room', level: 'caution', says: 'Butter does not stand in a room warmer than 21 °C.' }]
    : [];
}

export const butterWorkabilityCalculation = calculation({
  name: 'butter.workability',
  says: 'Temperature of butter after a while in fridge, bath or room, when it is waxy, and wash water for hard butter.',
  input: workInput,
  output: v.object({
    temperature: estimateSchema,
    feels: v.picklist(['hard', 'waxy', 'greasy']),
    minutesUntilWaxy: v.optional(estimateSchema),
    minutesUntilHard: v.optional(estimateSchema),
    washWater: v.optional(v.object({ temperature: v.number(), capped: v.boolean() })),
    ...predictedEntries,
  }),
  run: butterWorkability,
});
