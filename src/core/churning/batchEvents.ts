import * as v from 'valibot';
import { mass, positiveMass, positiveVolume, temperature } from '../calculation';
import { storages } from '../keeping/keepingDate';
import { saltKinds, teaspoonLimits } from '../salting/salts';
import {
  clarities,
  weighings,
  speedKeys,
  additions,
  pausePlaces,
  grainSizes,
  feels,
  workings,
  washPlaces,
  pieceForms,
  feeds,
  tastes,
} from './batchWords';
import type { Addition } from './batchWords';
import { markStages } from './stages';
import { toolKeys } from './tools';

/** Ids are made on the device, so that a mark can be kept and sent again; letters, digits and dashes. */
export const id = v.pipe(
  v.string(),
  v.regex(/^[0-9a-zA-Z-]{8,64}$/, 'an id of 8 to 64 letters, digits and dashes is needed.'),
);

/** When it was, seconds since 1970, by the house's clock. */
export const atSeconds = v.pipe(
  v.number(),
  v.minValue(946684800, 'a time after the year 2000 is needed.'),
  v.maxValue(4102444800, 'a time before the year 2100 is needed.'),
);

const additionKeys = Object.keys(additions) as [Addition, ...Addition[]];

/** g in a level teaspoon of salt. */
export const teaspoonMass = v.pipe(
  v.number(),
  v.minValue(
    teaspoonLimits[0],
    `a level teaspoon of salt weighs ${teaspoonLimits[0]} to ${teaspoonLimits[1]} g.`,
  ),
  v.maxValue(
    teaspoonLimits[1],
    `a level teaspoon of salt weighs ${teaspoonLimits[0]} to ${teaspoonLimits[1]} g.`,
  ),
);

const salting = v.variant('way', [
  v.strictObject({ way: v.literal('none') }),
  v.strictObject({
    way: v.literal('share'),
    share: v.pipe(
      v.number(),
      v.minValue(0, 'salt from 0 to 15 % is allowed.'),
      v.maxValue(0.15, 'salt from 0 to 15 % is allowed.'),
    ),
    kind: v.picklist(saltKinds),
    /** Nobody measured it: some, by eye, to taste. */
    byEye: v.optional(v.literal(true)),
  }),
  v.strictObject({
    way: v.literal('spoon'),
    teaspoons: v.pipe(
      v.number(),
      v.minValue(0, 'zero spoons or more.'),
      v.maxValue(200, 'at most 200 teaspoons.'),
    ),
    kind: v.picklist(saltKinds),
    /** What a level one of this house’s own salt weighs, g, where somebody weighed it. */
    teaspoon: v.optional(teaspoonMass),
  }),
  v.strictObject({ way: v.literal('mass'), grams: mass, kind: v.picklist(saltKinds) }),
]);
export type Salting = v.InferOutput<typeof salting>;

const shared = { id, atSeconds };
/** The load it happened to, from 1, where several are churned side by side; the one in hand when it is not said. */
const load = v.optional(
  v.pipe(
    v.number(),
    v.integer('a whole number.'),
    v.minValue(1, 'a load from 1 on.'),
    v.maxValue(60, 'at most 60 loads.'),
  ),
);

/** What is mixed in by its own name and weight, beside which of the house's rules it falls under. */
export const mixedIn = v.strictObject({
  of: v.picklist(additionKeys),
  /** As this house calls it, where the list has no name for it. */
  name: v.optional(
    v.pipe(v.string(), v.trim(), v.minLength(1, 'a name.'), v.maxLength(40, 'at most 40 letters.')),
  ),
  /** g, where it is known. */
  mass: v.optional(positiveMass),
  /** What was typed, for showing it back: “2 cloves”. */
  typed: v.optional(v.pipe(v.string(), v.maxLength(40, 'at most 40 letters.'))),
});
export type MixedIn = v.InferOutput<typeof mixedIn>;

const pieces = v.strictObject({ form: v.picklist(pieceForms), each: positiveMass });
export type Pieces = v.InferOutput<typeof pieces>;

/** The facts a batch starts from, settled when it begins. */
export const batchFacts = v.strictObject({
  creamMass: positiveMass,
  creamMassSd: mass,
  /** mL, at the cream's temperature. */
  creamVolume: positiveVolume,
  /** What was typed, for showing it back. */
  amountTyped: v.pipe(v.string(), v.maxLength(80, 'at most 80 letters.')),
  creamFat: v.pipe(
    v.number(),
    v.minValue(0.05, 'cream fat from 5 to 60 % is allowed.'),
    v.maxValue(0.6, 'cream fat from 5 to 60 % is allowed.'),
  ),
  creamFatSd: v.pipe(
    v.number(),
    v.gtValue(0, 'a spread above zero is needed.'),
    v.maxValue(0.2, 'a spread of at most 20 points is allowed.'),
  ),
  fatMethod: v.picklist(['test', 'label', 'batches', 'separator', 'gravity', 'breed']),
  temperature,
  temperatureAssumed: v.boolean(),
  ripened: v.boolean(),
  treatment: v.picklist(['pasteurised', 'raw']),
  homogenised: v.boolean(),
  hardness: v.pipe(
    v.number(),
    v.minValue(-8, 'a shift of −8 to 8 °C is allowed.'),
    v.maxValue(8, 'a shift of −8 to 8 °C is allowed.'),
  ),
  tool: v.picklist(toolKeys),
  vesselId: v.nullable(v.string()),
  capacity: positiveVolume,
  loads: v.pipe(
    v.number(),
    v.integer('a whole number of loads.'),
    v.minValue(1, 'at least one load.'),
    v.maxValue(60, 'at most 60 loads.'),
  ),
  /** Salt share usual for this maker when the batch began, for the one-tap way. */
  usualSalt: salting,
  usualStorage: v.picklist(storages),
  /** Washes and shaping usual for this maker, for the one-tap way. */
  usualWashes: v.optional(
    v.pipe(
      v.number(),
      v.integer('a whole number.'),
      v.minValue(0, 'zero washes or more.'),
      v.maxValue(20, 'at most 20.'),
    ),
  ),
  usualPieces: v.optional(pieces),
  /** Why this cream should not have been churned, in the words it was warned of, when the maker knew and churned it. */
  despite: v.optional(
    v.pipe(v.string(), v.minLength(1, 'a reason.'), v.maxLength(300, 'at most 300 letters.')),
  ),
  /** The named way of working it follows. */
  way: v.optional(v.pipe(v.string(), v.maxLength(40, 'at most 40 letters.'))),
});

/** What of its cream and its churn may be put right afterwards. */
const correctable = v.partial(
  v.pick(batchFacts, [
    'creamMass',
    'creamMassSd',
    'creamVolume',
    'amountTyped',
    'creamFat',
    'creamFatSd',
    'fatMethod',
    'temperature',
    'temperatureAssumed',
    'ripened',
    'treatment',
    'homogenised',
    'tool',
    'vesselId',
    'capacity',
  ]),
);
export type Correctable = v.InferOutput<typeof correctable>;

/** Free words about it. */
export const note = v.pipe(
  v.string(),
  v.trim(),
  v.minLength(1, 'a note of at least one letter.'),
  v.maxLength(500, 'at most 500 letters.'),
);

/** Everything that can happen to a batch, each as it is sent, stored and read back. */
export const batchEvent = v.variant('kind', [
  v.strictObject({ ...shared, kind: v.literal('started') }),
  v.strictObject({ ...shared, kind: v.literal('mark'), load, stage: v.picklist(markStages) }),
  v.strictObject({ ...shared, kind: v.literal('reading'), load, temperature }),
  v.strictObject({ ...shared, kind: v.literal('water'), load, mass: positiveMass }),
  /** Salt put into the cream: most of it leaves with the buttermilk. */
  v.strictObject({ ...shared, kind: v.literal('salted'), load, mass: positiveMass }),
  v.strictObject({
    ...shared,
    kind: v.literal('paused'),
    load,
    /** Where it stands meanwhile, and the temperature there, °C: the model carries the cream through it. */
    place: v.optional(v.picklist(pausePlaces)),
    celsius: v.optional(temperature),
    /** For how long it was meant, min. */
    minutes: v.optional(
      v.pipe(v.number(), v.gtValue(0, 'some minutes.'), v.maxValue(10_080, 'at most a week, in minutes.')),
    ),
  }),
  v.strictObject({ ...shared, kind: v.literal('resumed'), load }),
  v.strictObject({
    ...shared,
    kind: v.literal('tool'),
    load,
    tool: v.picklist(toolKeys),
    vesselId: v.optional(v.string()),
    capacity: v.optional(positiveVolume),
  }),
  v.strictObject({
    ...shared,
    kind: v.literal('load'),
    /** The one before goes on: this load is churned beside it, in another churn. */
    beside: v.optional(v.boolean()),
    tool: v.optional(v.picklist(toolKeys)),
    vesselId: v.optional(v.string()),
    capacity: v.optional(positiveVolume),
  }),
  /** A mixer turned slower or faster than it usually is. */
  v.strictObject({ ...shared, kind: v.literal('speed'), load, to: v.picklist(speedKeys) }),
  /** A share of the load in hand taken out, to be churned as a load of its own later. */
  v.strictObject({
    ...shared,
    kind: v.literal('takenOut'),
    load,
    share: v.pipe(
      v.number(),
      v.gtValue(0, 'a share above 0 and below 1 is allowed.'),
      v.ltValue(1, 'a share above 0 and below 1 is allowed.'),
    ),
  }),
  /** The load that would come next goes in with this one. */
  v.strictObject({ ...shared, kind: v.literal('merged') }),
  v.strictObject({
    ...shared,
    kind: v.literal('drained'),
    load,
    measured: v.picklist(['mass', 'volume', 'skipped']),
    mass: v.optional(mass),
    massSd: v.optional(mass),
    /** Wash water that went in with it, g: taken off again. */
    washIn: v.optional(mass),
  }),
  v.strictObject({
    ...shared,
    kind: v.literal('washed'),
    clarity: v.picklist(clarities),
    waterMass: v.optional(mass),
    /** °C of the water. */
    celsius: v.optional(temperature),
    where: v.optional(v.picklist(washPlaces)),
  }),
  v.strictObject({ ...shared, kind: v.literal('gathered'), size: v.picklist(grainSizes) }),
  v.strictObject({
    ...shared,
    kind: v.literal('felt'),
    feel: v.optional(v.picklist(feels)),
    celsius: v.optional(temperature),
  }),
  v.strictObject({
    ...shared,
    kind: v.literal('worked'),
    way: v.picklist(workings),
    /** For how long it hung, lay on a slant or was worked, min. */
    minutes: v.optional(
      v.pipe(v.number(), v.gtValue(0, 'some minutes.'), v.maxValue(2880, 'at most two days, in minutes.')),
    ),
    /** Water that came out, g. */
    waterMass: v.optional(mass),
  }),
  v.strictObject({
    ...shared,
    kind: v.literal('portion'),
    portionId: id,
    name: v.pipe(v.string(), v.maxLength(60, 'at most 60 letters.')),
    mass: positiveMass,
    massSd: mass,
    measured: v.picklist(weighings),
    saltMass: mass,
    salting,
    additions: v.array(v.picklist(additionKeys)),
    mixedIn: v.optional(v.pipe(v.array(mixedIn), v.maxLength(12, 'at most 12 things.'))),
    /** g of what was mixed in, where it is known; part of its mass. */
    additionMass: v.optional(mass),
    storage: v.picklist(storages),
    pieces: v.optional(pieces),
    /** Made into ghee: how much it gave, g, weighed or foreseen. */
    ghee: v.optional(v.strictObject({ mass: positiveMass, weighed: v.boolean() })),
  }),
  /** A portion weighed again: after it wept, or after its salt was put right. */
  v.strictObject({
    ...shared,
    kind: v.literal('reweighed'),
    portionId: id,
    why: v.picklist(['wept', 'rinsed', 'blended', 'added']),
    mass: positiveMass,
    massSd: mass,
    saltMass: mass,
  }),
  v.strictObject({
    ...shared,
    kind: v.literal('moisture'),
    /** Pan weights, g: empty, with the sample, and after the crackling stopped. */
    tare: mass,
    before: positiveMass,
    after: positiveMass,
  }),
  v.strictObject({
    ...shared,
    kind: v.literal('tasted'),
    /** 1 white … 6 deep yellow. */
    colour: v.optional(
      v.pipe(
        v.number(),
        v.integer('a whole number.'),
        v.minValue(1, 'from 1 to 6.'),
        v.maxValue(6, 'from 1 to 6.'),
      ),
    ),
    feed: v.optional(v.picklist(feeds)),
    tastes: v.optional(v.array(v.picklist(tastes))),
    note: v.optional(v.pipe(v.string(), v.maxLength(500, 'at most 500 letters.'))),
  }),
  v.strictObject({ ...shared, kind: v.literal('noted'), note }),
  /** What was said of its cream or its churn at the start, put right; what it was stays written beside it. */
  v.strictObject({ ...shared, kind: v.literal('corrected'), to: correctable, was: correctable }),
  v.strictObject({ ...shared, kind: v.literal('joined'), portionId: id, into: id }),
  v.strictObject({ ...shared, kind: v.literal('packed') }),
  v.strictObject({
    ...shared,
    kind: v.literal('abandoned'),
    reason: v.pipe(v.string(), v.maxLength(200, 'at most 200 letters.')),
  }),
  v.strictObject({ ...shared, kind: v.literal('undone'), eventId: id }),
  v.strictObject({ ...shared, kind: v.literal('retimed'), eventId: id, toSeconds: atSeconds }),
]);

export type BatchEvent = v.InferOutput<typeof batchEvent>;
export type EventOf<K extends BatchEvent['kind']> = Extract<BatchEvent, { kind: K }>;

export type BatchFacts = v.InferOutput<typeof batchFacts>;
