import { percent } from '../quantities/formatQuantity';
import * as v from 'valibot';
import { between, calculation, positiveMass } from '../calculation';
import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import { predictedEntries } from '../predictionSchema';
import { wholeGrams } from '../quantities/whole';

const share = (least: number, most: number) => between(least, most, `a share from ${least} to ${most}.`);
/** How well each thing is known, as standard deviations: masses as shares of themselves, the rest in points of mass fraction. */
const kit = v.strictObject({
  /** Of the cream's mass. */
  creamMass: v.optional(share(0.0001, 0.5), 0.02),
  /** Points of the cream's fat. */
  creamFat: v.optional(share(0.0001, 0.2), 0.02),
  /** Of the butter's mass. */
  butterMass: v.optional(share(0.0001, 0.5), 0.01),
  /** Points of the butter's water. */
  water: v.optional(share(0.0001, 0.1), 0.018),
});
const things = ['creamMass', 'creamFat', 'butterMass', 'water'] as const;
type Thing = (typeof things)[number];

const worthInput = v.strictObject({
  /** Butter of one batch, and batches a year. */
  butterMass: positiveMass,
  batches: between(1, 2000, '1 to 2000 batches a year.'),
  creamFat: v.optional(between(0.1, 0.6, 'a mass fraction from 0.1 to 0.6.'), 0.38),
  known: v.optional(kit, {}),
  /** What could be had: how well each would be known with it. Absent: a usual choice. */
  candidates: v.optional(
    v.pipe(
      v.array(
        v.strictObject({
          says: v.pipe(v.string(), v.minLength(1, 'a name.'), v.maxLength(80, 'at most 80 letters.')),
          thing: v.picklist(things),
          sd: share(0.0001, 0.5),
        }),
      ),
      v.minLength(1, 'at least one.'),
      v.maxLength(20, 'at most 20.'),
    ),
  ),
  /** A loss that may come and stay, as a share of the fat, and how often a year it does. */
  leak: v.optional(share(0.002, 0.3), 0.03),
  leaksAYear: v.optional(between(0, 50, '0 to 50 a year.'), 1),
  /** Butter is kept to at most this much water. */
  mostWater: v.optional(share(0.1, 0.2), 0.16),
});
type WorthInput = v.InferOutput<typeof worthInput>;

/** What is usually thought of: a kitchen scale to a gram, a fat test, a moisture test (engineering estimates). */
const usually: NonNullable<WorthInput['candidates']> = [
  { says: 'a fat test of the cream', thing: 'creamFat', sd: 0.005 },
  { says: 'weighing the cream instead of measuring it', thing: 'creamMass', sd: 0.003 },
  { says: 'a scale to a gram for the butter', thing: 'butterMass', sd: 0.002 },
  { says: 'a moisture test of ten grams', thing: 'water', sd: 0.006 },
];
/** Sure in nineteen of twenty that it is a loss, and nine in ten of noticing it. */
const alarm = 1.645;
const noticed = 1.2816;
const butterFat = 0.82;

export interface MeasurementWorth extends Predicted {
  /** Batches until a loss is noticed with what is known now. */
  batchesUnnoticed: number;
  worth: {
    says: string;
    thing: Thing;
    /** g of butter a year, in all, by water that need not be worked out, and by losses that are noticed sooner. */
    butter: number;
    byWater: number;
    byNoticing: number;
    batchesUnnoticed: number;
  }[];
}

/**
 * What knowing something better would be worth, in butter a year. Two things cost butter while they are not known: water is
 * worked out further than the limit asks, by as much as its spread (the aim lies 1.645 standard deviations under it); and a
 * loss that has come goes on for as many batches as it takes to tell it from scatter, n = ((1.645 + 1.282)·σ/loss)² (size of a
 * sample that finds a shift: Montgomery, Introduction to Statistical Quality Control, 2012, §4.3). σ is the share of the
 * fat that the balance leaves open: masses, cream fat and butter's water in quadrature.
 */
export function measurementWorth(input: WorthInput): MeasurementWorth {
  const { butterMass, batches, known, leak, leaksAYear } = input;
  const unnoticed = (kit: Record<Thing, number>) => {
    const sd = Math.hypot(
      kit.creamMass,
      kit.creamFat / input.creamFat,
      kit.butterMass,
      kit.water / butterFat,
    );
    return Math.min(batches, Math.max(1, Math.ceil((((alarm + noticed) * sd) / leak) ** 2)));
  };
  const now = v.parse(kit, known);
  const before = unnoticed(now);
  const worth = (input.candidates ?? usually)
    .map(({ says, thing, sd }) => {
      const better = Math.min(sd, now[thing]);
      const then = unnoticed({ ...now, [thing]: better });
      // A gram less of water worked out is a gram more of butter, with the fat and salt that it has.
      const aim = (water: number) => input.mostWater - alarm * water;
      const byWater =
        thing === 'water'
          ? Math.max(0, (1 - aim(now.water)) / (1 - aim(better)) - 1) * butterMass * batches
          : 0;
      const byNoticing = (before - then) * leaksAYear * leak * butterMass;
      return { says, thing, butter: byWater + byNoticing, byWater, byNoticing, batchesUnnoticed: then };
    })
    .sort((a, b) => b.butter - a.butter);
  const [best] = worth;
  return {
    batchesUnnoticed: before,
    worth,
    reasons: ranked([
      ...(best && best.butter >= 1
        ? [{ says: `Most by ${best.says}: about ${wholeGrams(best.butter)} of butter a year.`, weight: 2 }]
        : [{ says: 'None of these is worth a gram of butter a year.', weight: 2 }]),
      {
        says:
          before >= batches
            ? `A loss of ${percent(leak, 0)} of the fat is not told from scatter within the year.`
            : `A loss of ${percent(leak, 0)} of the fat is noticed after about ${before} ${before === 1 ? 'batch' : 'batches'} now.`,
        weight: 1,
      },
    ]),
    cautions: [
      {
        key: 'law',
        level: 'caution',
        says: 'How much water butter may have, where it is sold, your local authority says.',
      },
    ],
  };
}

export const measurementWorthCalculation = calculation({
  name: 'measurement.worth',
  says: 'What a test or a better scale would be worth, in butter a year.',
  input: worthInput,
  output: v.object({
    batchesUnnoticed: v.number(),
    worth: v.array(
      v.object({
        says: v.string(),
        thing: v.picklist(things),
        butter: v.number(),
        byWater: v.number(),
        byNoticing: v.number(),
        batchesUnnoticed: v.number(),
      }),
    ),
    ...predictedEntries,
  }),
  run: (input: WorthInput) => measurementWorth(input),
});
