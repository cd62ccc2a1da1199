import { quantileSorted } from 'simple-statistics';
import * as v from 'valibot';
import { calculation, positive } from '../calculation';
import { CalculationError } from '../calculationError';
import { list } from '../quantities/list';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import type { Draws } from '../statistics/draws';
import { drawsFrom } from '../statistics/draws';
import {
  colostrumDays,
  curveWithPeak,
  fatAtYield,
  meanYield,
  usualDry,
  usualMilking,
  woodYield,
} from './lactation';
import { counted } from '../quantities/counted';

const day = v.pipe(
  v.number(),
  v.minValue(-2000, 'days from −2000 to 2000.'),
  v.maxValue(2000, 'days from −2000 to 2000.'),
);
const days = (most: number) =>
  v.pipe(v.number(), v.minValue(0, 'days, zero or more.'), v.maxValue(most, `at most ${most} days.`));

const animal = v.strictObject({
  name: v.pipe(v.string(), v.maxLength(60, 'at most 60 letters.')),
  /** g of milk on the best day. */
  peak: v.pipe(positive, v.maxValue(100_000, 'at most 100 kg a day, in grams.')),
  meanFat: v.pipe(positive, v.maxValue(0.12, 'milk fat up to 12 % is allowed (0.12).')),
  /** Days on the forecast’s own count: 0 is its first day. */
  calved: v.optional(day),
  nextCalving: v.optional(day),
  milkingDays: v.optional(days(1000), usualMilking),
  dryDays: v.optional(days(365), usualDry),
  /** Share of the milk the calf takes: the richest last of it. */
  calfShare: v.optional(
    v.pipe(v.number(), v.minValue(0, 'a share from 0 to 1.'), v.maxValue(1, 'a share from 0 to 1.')),
    0,
  ),
  /** Day on which the calf at foot is taken off; the one of the next birth is not. */
  calfUntil: v.optional(day),
  /** Days on which the milk is kept back: medicine, illness. */
  withheld: v.optional(
    v.pipe(v.array(v.strictObject({ from: day, to: day })), v.maxLength(100, 'at most 100.')),
    [],
  ),
});
export type Animal = v.InferOutput<typeof animal>;

const herdInput = v.strictObject({
  animals: v.pipe(
    v.array(animal),
    v.minLength(1, 'at least one animal is needed.'),
    v.maxLength(60, 'at most 60 animals.'),
  ),
  weeks: v.optional(
    v.pipe(
      v.number(),
      v.integer('a whole number of weeks.'),
      v.minValue(1, 'one week or more.'),
      v.maxValue(104, 'at most 104 weeks.'),
    ),
    52,
  ),
  seed: v.optional(v.pipe(v.string(), v.maxLength(60, 'at most 60 letters.')), 'herd'),
  runs: v.optional(
    v.pipe(
      v.number(),
      v.integer('a whole number of runs.'),
      v.minValue(20, '20 to 2000 runs.'),
      v.maxValue(2000, '20 to 2000 runs.'),
    ),
    400,
  ),
});
export type HerdInput = v.InferOutput<typeof herdInput>;

export interface HerdWeek {
  week: number;
  /** g in the week. */
  milk: Estimate;
  fat: Estimate;
  /** g of butter it can make. */
  butter: Estimate;
}

export interface HerdForecast extends Predicted {
  weeks: HerdWeek[];
}

/** Spreads of a herd nobody knows, standard deviations (engineering estimates): a cow's level, a week's, her fat, her dates in days. */
export const herdSpread = { level: 0.12, week: 0.08, fat: 0.06, calving: 7, dryOff: 8 };
/** A calf that shares takes the richest last milk: default fat −0.8 point (handbook §6.1), at half the milk shared. */
export const calfTakesFat = 0.008;
/** Share of milk fat that ends in butter by separator or ladle and churn, and butter's fat (handbook §6.3, §6.8). */
const reaches = 0.93;
const butterFat = 0.82;

/** @throws {CalculationError} where an animal's dates contradict one another */
function refuseContradictions(animals: readonly Animal[]): void {
  animals.forEach(({ name, calved, nextCalving, withheld }, i) => {
    if (calved !== undefined && nextCalving !== undefined && nextCalving - calved < shortestGestation)
      throw new CalculationError(
        `animals.${i}.nextCalving: ${nextCalving} was given for ${name || 'this animal'}, ${counted(Math.round(nextCalving - calved), 'day')} after she calved; no animal that is milked calves again within ${shortestGestation}.`,
        `animals.${i}.nextCalving`,
      );
    withheld.forEach(({ from, to }, j) => {
      if (to < from)
        throw new CalculationError(
          `animals.${i}.withheld.${j}.to: ${to} was given; it has to be ${from} or later.`,
          `animals.${i}.withheld.${j}.to`,
        );
    });
  });
}

/** A goat or ewe carries five months, a cow nine (engineering estimate: the shortest of them with its heat), days. */
const shortestGestation = 140;

/** Milk and fat on each day from a calving, at the animal’s own level: the same in every possible year but for that level. */
export interface Course {
  milkOn: Float64Array;
  fatOn: Float64Array;
}
const courses = new WeakMap<Animal, Course>();

/** Between two days of a course, along a straight line. */
export function along(course: Float64Array, day: number): number {
  const at = Math.floor(day);
  return course[at]! + (day - at) * (course[at + 1]! - course[at]!);
}

export function courseOf(animal: Animal): Course {
  const known = courses.get(animal);
  if (known) return known;
  const longest = Math.ceil(animal.milkingDays) + longestLate + 1;
  const curve = curveWithPeak(animal.peak);
  const mean = meanYield(curve, Math.max(30, animal.milkingDays));
  const milkOn = Float64Array.from({ length: longest }, (_, day) => woodYield(curve, day));
  const fatOn = milkOn.map((milk) => fatAtYield(animal.meanFat, milk, mean));
  courses.set(animal, { milkOn, fatOn });
  return { milkOn, fatOn };
}

/** Nobody dries off later than planned by more than this, days: ten standard deviations. */
const longestLate = 100;

/** What the calf takes on a day, as a share of the milk: of the next birth there is another calf. */
export const calfOn = (
  { calfShare, calfUntil = Infinity }: Pick<Animal, 'calfShare' | 'calfUntil'>,
  day: number,
  again: boolean,
): number => (again || day < calfUntil ? calfShare : 0);

/** One possible year: milk and fat of every week, g. */
export function drawYear(
  { animals, weeks }: Pick<HerdInput, 'animals' | 'weeks'>,
  draws: Draws,
  spread = herdSpread,
) {
  const milk = new Float64Array(weeks);
  const fat = new Float64Array(weeks);
  for (const one of animals) {
    const level = Math.exp(draws.normal(0, spread.level));
    const fatLevel = Math.exp(draws.normal(0, spread.fat));
    const late = draws.normal(0, spread.calving);
    const driedLate = draws.normal(0, spread.dryOff);
    const { milkOn, fatOn } = courseOf(one);
    const nextCalving = one.nextCalving === undefined ? Infinity : one.nextCalving + late;
    for (let week = 0; week < weeks; week += 1) {
      const wobble = Math.exp(draws.normal(0, spread.week));
      for (let weekday = 0; weekday < 7; weekday += 1) {
        const now = week * 7 + weekday;
        const since =
          now >= nextCalving ? now - nextCalving : one.calved === undefined ? -1 : now - one.calved;
        const dry = now < nextCalving && now >= nextCalving - one.dryDays + driedLate;
        if (since <= colostrumDays || since > one.milkingDays + driedLate || dry) continue;
        if (one.withheld.some(({ from, to }) => now >= from && now <= to)) continue;
        const whole = along(milkOn, since) * level * wobble;
        const calf = calfOn(one, now, now >= nextCalving);
        const kept = whole * (1 - calf);
        const share = along(fatOn, since) * fatLevel;
        milk[week]! += kept;
        fat[week]! += kept * Math.max(0.01, share - (calfTakesFat * Math.min(1, calf)) / 0.5);
      }
    }
  }
  return { milk, fat };
}

/**
 * Milk, fat and butter of a herd week by week: Wood's curve for each animal, fat by stage, calves, dry times, colostrum and milk
 * withheld, with bands from possible years drawn with a seed (Monte Carlo).
 * @param progress called now and then with the share done; may throw to stop
 */
export function herdForecast(input: HerdInput, progress?: (share: number) => void): HerdForecast {
  refuseContradictions(input.animals);
  const draws = drawsFrom(input.seed);
  const years = Array.from({ length: input.runs }, (_, i) => {
    if (progress && i % 25 === 0) progress(i / input.runs);
    return drawYear(input, draws);
  });
  const band = (of: (year: (typeof years)[number]) => number): Estimate => {
    const sorted = years.map(of).sort((a, b) => a - b);
    return {
      low: quantileSorted(sorted, 0.05),
      mid: quantileSorted(sorted, 0.5),
      high: quantileSorted(sorted, 0.95),
    };
  };
  const weeks = Array.from({ length: input.weeks }, (_, week): HerdWeek => {
    const fat = band((year) => year.fat[week]!);
    const butter = (grams: number) => (grams * reaches) / butterFat;
    return {
      week,
      milk: band((year) => year.milk[week]!),
      fat,
      butter: { low: butter(fat.low), mid: butter(fat.mid), high: butter(fat.high) },
    };
  });
  const withheld = input.animals.some((one) => one.withheld.length > 0);
  const undated = input.animals.filter(
    ({ calved, nextCalving }) => calved === undefined && nextCalving === undefined,
  );
  return {
    weeks,
    reasons: ranked([
      { says: 'Every animal’s own level is the least known.', weight: herdSpread.level },
      { says: 'Weeks differ: weather, feed, health.', weight: herdSpread.week },
      ...(input.animals.some((one) => one.nextCalving !== undefined)
        ? [{ says: 'Nobody knows the day of a calving.', weight: herdSpread.calving / 100 }]
        : []),
      ...(input.animals.some((one) => one.calfShare > 0)
        ? [{ says: 'A calf takes the richest last milk.', weight: 0.06 }]
        : []),
    ]),
    cautions: [
      ...(withheld
        ? [
            {
              key: 'withheld',
              level: 'danger' as const,
              says: 'Milk under a medicine’s withdrawal goes to nobody without asking; it is left out here.',
            },
          ]
        : []),
      ...(undated.length > 0
        ? [
            {
              key: 'undated',
              level: 'caution' as const,
              says: `No calving is known of ${list(undated.map(({ name }) => name || 'one animal'))}: she is counted as dry. Say when she calved, or will.`,
            },
          ]
        : []),
    ],
  };
}

export const herdForecastCalculation = calculation({
  name: 'herd.forecast',
  says: 'Milk, fat and butter of a herd week by week, with bands.',
  input: herdInput,
  output: v.object({
    weeks: v.array(
      v.object({ week: v.number(), milk: estimateSchema, fat: estimateSchema, butter: estimateSchema }),
    ),
    ...predictedEntries,
  }),
  run: (input) => herdForecast(input),
});
