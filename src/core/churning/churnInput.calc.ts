import * as v from 'valibot';
import {
  fraction,
  positive,
  positiveFraction,
  positiveMass,
  positiveVolume,
  temperature,
} from '../calculation';
import { toolKeys } from './tools';
import { usualRoom } from './churnInput';

const atMinutes = v.pipe(
  v.number(),
  v.minValue(0, 'minutes since the start, zero or more.'),
  v.maxValue(10_080, 'at most a week, in minutes.'),
);
const minutes = v.pipe(positive, v.maxValue(10_080, 'at most a week, in minutes.'));
const share = v.pipe(
  v.number(),
  v.gtValue(0, 'a share above 0 and below 1 is allowed.'),
  v.ltValue(1, 'a share above 0 and below 1 is allowed.'),
);

/** What may be done to the cream on the way, at minutes on the clock since the start. */
export const happenings = v.pipe(
  v.array(
    v.variant('kind', [
      v.strictObject({ kind: v.literal('water'), atMinutes, mass: positiveMass, temperature }),
      v.strictObject({
        kind: v.literal('cream'),
        atMinutes,
        mass: positiveMass,
        fat: positiveFraction,
        temperature,
      }),
      v.strictObject({ kind: v.literal('takeOut'), atMinutes, share }),
      v.strictObject({ kind: v.literal('pourOff'), atMinutes, mass: positiveMass, fat: fraction }),
      v.strictObject({
        kind: v.literal('pause'),
        atMinutes,
        minutes,
        temperature,
        in: v.picklist(['air', 'fridge', 'water']),
      }),
      v.strictObject({
        kind: v.literal('move'),
        atMinutes,
        tool: v.picklist(toolKeys),
        capacity: positiveVolume,
      }),
      /** Turned so many times as fast as usual. */
      v.strictObject({
        kind: v.literal('speed'),
        atMinutes,
        factor: v.pipe(
          v.number(),
          v.minValue(0.1, 'from a tenth to five times the usual speed.'),
          v.maxValue(5, 'from a tenth to five times the usual speed.'),
        ),
      }),
      v.strictObject({ kind: v.literal('reading'), atMinutes, temperature }),
    ]),
  ),
  v.maxLength(200, 'at most 200 happenings.'),
);
export type ChurnHappening = v.InferOutput<typeof happenings>[number];

const spread = (says: string, most: number) =>
  v.pipe(v.number(), v.minValue(0, says), v.maxValue(most, `${says} At most ${most}.`));

/** A load of cream in a churn, as every churning calculation takes it. Masses g, volumes mL, °C, fractions. */
export const churnEntries = {
  creamMass: positiveMass,
  creamFat: v.pipe(
    v.number(),
    v.minValue(0.05, 'cream fat from 5 to 60 % is allowed (0.05 to 0.6).'),
    v.maxValue(0.6, 'cream fat from 5 to 60 % is allowed (0.05 to 0.6).'),
  ),
  creamFatSd: v.optional(spread('a spread of the fat, as a fraction.', 0.2), 0.01),
  temperature: v.pipe(
    v.number(),
    v.minValue(0, 'cream from 0 to 40 °C is churned.'),
    v.maxValue(40, 'cream from 0 to 40 °C is churned.'),
  ),
  temperatureSd: v.optional(spread('a spread of the temperature, K.', 10), 0.5),
  roomTemperature: v.optional(temperature, usualRoom),
  ripened: v.optional(v.boolean(), false),
  homogenised: v.optional(v.boolean(), false),
  /** For the cautions: raw cream has its own. */
  treatment: v.optional(v.picklist(['pasteurised', 'raw']), 'pasteurised'),
  hardness: v.optional(
    v.pipe(
      v.number(),
      v.minValue(-8, 'a shift of −8 to 8 °C is allowed.'),
      v.maxValue(8, 'a shift of −8 to 8 °C is allowed.'),
    ),
    0,
  ),
  /** How far the fat has crystallised: 1 after a night in the cold, about 0.3 an hour after the separator. */
  crystallised: v.optional(fraction, 1),
  tool: v.picklist(toolKeys),
  capacity: v.optional(positiveVolume),
  happenings: v.optional(happenings, []),
};
export const churnInput = v.strictObject(churnEntries);
export type ChurnInput = v.InferOutput<typeof churnInput>;

export type Load = Pick<ChurnInput, 'creamMass' | 'creamFat' | 'temperature' | 'tool' | 'capacity'>;
