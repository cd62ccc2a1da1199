import * as v from 'valibot';
import { fraction, mass, positive, positiveMass, positiveVolume, temperature } from '../calculation';

const id = v.pipe(v.string(), v.minLength(1, 'a name is needed.'), v.maxLength(64, 'at most 64 letters.'));
const hours = v.pipe(
  v.number(),
  v.minValue(0, 'hours, zero or more.'),
  v.maxValue(20_000, 'at most 20 000 hours.'),
);

/** A lot as ranking sees it: what it is, how old and how warm, and what it is doing. */
const farmLot = v.strictObject({
  id,
  kind: v.picklist(['milk', 'cream', 'skim', 'buttermilk', 'butter']),
  mass: positiveMass,
  fat: fraction,
  /** Of its oldest part. */
  ageHours: hours,
  celsius: temperature,
  /** Hours out of the cold and unsoured; when nobody says, all of its age for what is as warm as a room, else none. */
  warmHours: v.optional(hours),
  raw: v.optional(v.boolean(), true),
  frozen: v.optional(v.boolean(), false),
  species: v.optional(v.picklist(['cow', 'buffalo', 'sheep', 'goat']), 'cow'),
  /** Milk that stands to cream: its vessel, mm. */
  standing: v.optional(v.strictObject({ diameter: positive, height: positive })),
  /** Cream that sours. */
  ripening: v.optional(
    v.strictObject({
      route: v.picklist(['mesophilic', 'yoghurt', 'both', 'natural']),
      dose: v.optional(fraction),
      elapsedHours: hours,
      thickAndTart: v.optional(v.boolean(), false),
    }),
  ),
  /** Butter: hours until its date. */
  keepsHours: v.optional(v.pipe(v.number(), v.minValue(-20_000, 'hours.'), v.maxValue(20_000, 'hours.'))),
});
export type FarmLot = v.InferOutput<typeof farmLot>;

/** The farm as ranking sees it. */
export const farmNow = v.strictObject({
  lots: v.pipe(v.array(farmLot), v.maxLength(500, 'at most 500 lots.')),
  /** g of butter eaten a week. */
  demand: v.optional(mass, 0),
  /** g that should be in the freezer by now, from the bank plan. */
  bankWanted: v.optional(mass, 0),
  /** mL the churn holds. */
  churnCapacity: v.optional(positiveVolume, 4000),
  /** Hours until someone is here again. */
  nextVisitHours: v.optional(v.pipe(positive, v.maxValue(168, 'at most a week, in hours.')), 12),
});
export type FarmNow = v.InferOutput<typeof farmNow>;
