import * as v from 'valibot';
import type { Breed } from '../dairy/breeds';
import { breedFat } from '../dairy/breeds';
import { daysBetween } from '../keeping/civilDate';
import type { Change } from './yearAhead';

const breeds = Object.keys(breedFat) as [Breed, ...Breed[]];

/** What is tried of a year, as it is chosen and kept; dates and not days, so that it means the same tomorrow. */
export const yearTried = v.strictObject({
  calfOff: v.optional(v.boolean(), false),
  deeper: v.optional(v.boolean(), false),
  separator: v.optional(v.boolean(), false),
  buyCream: v.optional(v.boolean(), false),
  /** Animals more, each with the day on which she has her young. */
  another: v.optional(
    v.pipe(
      v.array(v.strictObject({ breed: v.picklist(breeds), on: v.pipe(v.string(), v.isoDate('a day.')) })),
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
  deeper: false,
  separator: false,
  buyCream: false,
  another: [],
  demand: null,
};

/** As the year takes it. An animal whose day is past has calved: she is taken to have just done so. */
export const changesOf = (
  { calfOff, deeper, separator, buyCream, another }: YearTried,
  today: string,
): Change[] => [
  ...(calfOff ? [{ kind: 'calfOff' as const }] : []),
  ...another.map(({ breed, on }) => ({
    kind: 'another' as const,
    breed,
    calvesInDays: Math.max(0, daysBetween(today, on)),
  })),
  ...(deeper ? [{ kind: 'deeper' as const }] : []),
  ...(separator ? [{ kind: 'separator' as const }] : []),
  ...(buyCream ? [{ kind: 'buyCream' as const }] : []),
];

export const triesAnything = ({
  calfOff,
  deeper,
  separator,
  buyCream,
  another,
  demand,
}: YearTried): boolean => calfOff || deeper || separator || buyCream || another.length > 0 || demand !== null;
