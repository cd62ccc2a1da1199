import * as v from 'valibot';
import type { LotJudgement } from '../standing/judgeLot';
import { actKinds } from './acts';
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

const few = v.pipe(
  v.number(),
  v.integer('a whole number.'),
  v.minValue(0, 'none or more.'),
  v.maxValue(1000, 'at most 1 000.'),
);

/** What was answered when an act stood first: not now, or something else. */
const answered = v.strictObject({
  act: v.picklist(actKinds),
  answer: v.picklist(['later', 'instead']),
  instead: v.optional(v.picklist(actKinds)),
  daysAgo: v.pipe(v.number(), v.minValue(0, 'days, zero or more.'), v.maxValue(400, 'at most 400 days.')),
  hourApart: v.pipe(v.number(), v.minValue(0, 'hours, zero or more.'), v.maxValue(12, 'at most 12 hours.')),
});

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
  /** Days until the weekday on which this house churns; none when it has no such day. */
  churningDayIn: v.optional(
    v.pipe(
      v.number(),
      v.integer('whole days.'),
      v.minValue(0, 'days, zero or more.'),
      v.maxValue(6, 'at most six days.'),
    ),
  ),
  /** Churnings under way. */
  inHand: v.optional(v.pipe(v.array(id), v.maxLength(20, 'at most 20 churnings.')), []),
  /** Cultures kept, with the hours since each was renewed. */
  cultures: v.optional(
    v.pipe(v.array(v.strictObject({ id, ageHours: hours })), v.maxLength(20, 'at most 20 cultures.')),
    [],
  ),
  /** Days since the water over the butter in the crock was changed; none when no butter stands in it. */
  crockWaterDays: v.optional(
    v.pipe(v.number(), v.minValue(0, 'days, zero or more.'), v.maxValue(1000, 'at most 1 000 days.')),
  ),
  /** Vessels that are empty and were not cleaned since they were used. */
  unclean: v.optional(few, 0),
  /** Questions that wait for an answer. */
  questions: v.optional(few, 0),
  /** What was answered here before: it moves what no safety and no date decides. */
  answered: v.optional(v.pipe(v.array(answered), v.maxLength(500, 'at most 500 answers.')), []),
});
export type FarmNow = v.InferOutput<typeof farmNow>;

/** A lot that was judged already by the story of all that was done to it: the judgement stands before its plain figures. */
export interface JudgedNow extends Pick<LotJudgement, 'waiting' | 'urgent'> {
  discards: boolean;
  /** It is kept from people’s food. */
  blocked: boolean;
  /** Hours until it is past what it is good for. */
  untilHours?: number | undefined;
  /** Hours until it is tempered, cold enough or worth a look. */
  readyHours?: number | undefined;
  /** Milk: g of fat that six hours more bring, and whether that pays; none before it is reckoned. */
  rises?: { gains: number; pays: boolean; ladleDepth?: number | undefined } | undefined;
}

export type RankedLot = FarmLot & { judged?: JudgedNow };

/** The farm as it is ranked: as told to the calculation, or with each lot judged by its own story. */
type House = 'inHand' | 'cultures' | 'unclean' | 'questions' | 'answered';
export type RankedFarm = Omit<FarmNow, 'lots' | House> &
  Partial<Pick<FarmNow, House>> & { lots: readonly RankedLot[] };
