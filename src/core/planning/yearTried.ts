import * as v from 'valibot';
import type { Breed } from '../dairy/breeds';
import { breedFat } from '../dairy/breeds';
import { daysBetween } from '../keeping/civilDate';
import { deepestMore } from './skimmedDeeper';
import type { Change } from './yearAhead';
import { boughtWeeks } from './yearAhead';

/** What stands where a change is taken up and nobody says how much of it. */
export const usualTry = { deeper: 6, buyWeeks: boughtWeeks } as const;
export const mostTry = { deeper: deepestMore, buyWeeks: 26, loads: 21 } as const;

const day = v.pipe(v.string(), v.isoDate('a day.'));
const weeks = (most: number) =>
  v.pipe(
    v.number(),
    v.integer('a whole number.'),
    v.minValue(1, 'one or more.'),
    v.maxValue(most, `at most ${most}.`),
  );
const breeds = Object.keys(breedFat) as [Breed, ...Breed[]];

/** What is tried of a year, as it is chosen and kept; dates and not days, so that it means the same tomorrow. */
export const yearTried = v.strictObject({
  calfOff: v.optional(v.boolean(), false),
  /** The day of it; none is today. */
  calfOffOn: v.optional(v.nullable(day), null),
  deeper: v.optional(v.boolean(), false),
  /** mm that the ladle goes deeper. */
  deeperBy: v.optional(
    v.pipe(
      v.number(),
      v.integer('whole millimetres.'),
      v.minValue(1, 'one millimetre or more.'),
      v.maxValue(deepestMore, `at most ${deepestMore} mm deeper.`),
    ),
    usualTry.deeper,
  ),
  separator: v.optional(v.boolean(), false),
  buyCream: v.optional(v.boolean(), false),
  /** The leanest weeks in which it is bought. */
  buyWeeks: v.optional(weeks(mostTry.buyWeeks), usualTry.buyWeeks),
  /** Loads a week at the most; nothing where it is as by the books. */
  loads: v.optional(v.nullable(weeks(mostTry.loads)), null),
  /** Animals more, each with the day on which she has her young. */
  another: v.optional(
    v.pipe(
      v.array(v.strictObject({ breed: v.picklist(breeds), on: day })),
      v.maxLength(6, 'at most six more.'),
    ),
    [],
  ),
  /** g a week that is eaten; nothing where it is as by the books. */
  demand: v.optional(
    v.nullable(
      v.pipe(
        v.number(),
        v.minValue(0, 'zero or more.'),
        v.maxValue(100_000, 'at most 100 kg of butter a week.'),
      ),
    ),
    null,
  ),
});
export type YearTried = v.InferOutput<typeof yearTried>;

export const nothingTried: YearTried = {
  calfOff: false,
  calfOffOn: null,
  deeper: false,
  deeperBy: usualTry.deeper,
  separator: false,
  buyCream: false,
  buyWeeks: usualTry.buyWeeks,
  loads: null,
  another: [],
  demand: null,
};

/** As the year takes it. A day that is past is today: an animal has calved by then, and is taken to have just done so. */
export const changesOf = (
  { calfOff, calfOffOn, deeper, deeperBy, separator, buyCream, buyWeeks, loads, another }: YearTried,
  today: string,
): Change[] => {
  const until = (on: string) => Math.max(0, daysBetween(today, on));
  return [
    ...(calfOff ? [{ kind: 'calfOff' as const, inDays: calfOffOn === null ? 0 : until(calfOffOn) }] : []),
    ...another.map(({ breed, on }) => ({ kind: 'another' as const, breed, calvesInDays: until(on) })),
    ...(deeper ? [{ kind: 'deeper' as const, millimetres: deeperBy }] : []),
    ...(separator ? [{ kind: 'separator' as const }] : []),
    ...(buyCream ? [{ kind: 'buyCream' as const, weeks: buyWeeks }] : []),
    ...(loads === null ? [] : [{ kind: 'loads' as const, loads }]),
  ];
};

export const triesAnything = ({
  calfOff,
  deeper,
  separator,
  buyCream,
  loads,
  another,
  demand,
}: YearTried): boolean =>
  calfOff || deeper || separator || buyCream || loads !== null || another.length > 0 || demand !== null;
