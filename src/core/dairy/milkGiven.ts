import { mean, median } from 'simple-statistics';
import { addDays, daysBetween } from '../keeping/civilDate';
import { curveWithPeak, usualMilking, woodYield } from '../planning/lactation';
import type { Breed } from './breeds';
import { breedFat } from './breeds';

/** Milk as it came in at one milking. */
export interface Milking {
  /** ISO date where the farm is. */
  day: string;
  /** g of milk, and of fat in it. */
  mass: number;
  fat: number;
  /** Ids of the animals that were milked into it. */
  whose: readonly string[];
}

/** An animal as far as what she gives goes. */
export interface Milker {
  id: string;
  breed: Breed;
  /** ISO date of her last calving. */
  calvedOn: string | null;
}

/** What one animal gave on a day, or what all of them did, g. */
export interface DayGiven {
  day: string;
  mass: number;
  fat: number;
  /** It was milked by itself all day; else her part of the pail is reckoned by the curve. */
  alone: boolean;
}

/** Her milk against Wood's curve through what she gave, as much flatter or steeper than the usual one as she showed. */
export interface Lactation {
  /** g of milk on the best day of the usual curve that has her milk on the day in milk {@link Lactation.at}. */
  peak: number;
  /** How much more slowly than the usual her milk falls, logarithm over {@link tiltOver} days, and its standard deviation. */
  tilt: number;
  tiltSd: number;
  /** Day in milk in the middle of what it was learned from. */
  at: number;
  /** What of her days stands over or under the curve: half of them are nearer, as a share of it. */
  strays: number;
  /** Days it was learned from. */
  days: number;
}

/** Days from calving that the curve is trusted for: after it an animal milks on at her own pace (engineering estimate). */
const longest = usualMilking + 120;
/** What a tilt is told over, days. */
export const tiltOver = 150;
/**
 * How much animals differ in it, and how much a week of one strays from her curve, standard deviations of logarithms (engineering estimates after
 * published lactations: the persistency of a herd’s cows spreads by a tenth or so).
 */
const tilts = { among: 0.09, week: 0.08 };
/** Days that say a peak (engineering estimate). */
const leastDays = 5;
const anyPeak = 10_000;
/** Milk of a goat or a ewe beside a cow's, where nobody ever milked her by herself (engineering estimate). */
const beside: Record<string, number> = { cow: 1, buffalo: 0.6, goat: 0.16, sheep: 0.08 };

/** Day of her lactation; undefined before she calved, or when nobody said when that was. */
export const dayInMilk = ({ calvedOn }: Pick<Milker, 'calvedOn'>, day: string): number | undefined => {
  if (calvedOn === null) return undefined;
  const days = daysBetween(calvedOn, day);
  return days >= 0 ? days : undefined;
};

/**
 * Each animal's part of what was milked together, adding up to it: by the curve at her day in milk (Wood 1967) times the peak that her own
 * milkings showed, where she was milked by herself; else by one peak for all of a species.
 * @returns shares by id, together 1
 */
export function partsOf(
  whose: readonly Milker[],
  day: string,
  peaks: ReadonlyMap<string, number> = new Map(),
): Map<string, number> {
  const known = whose.flatMap(({ id }) => peaks.get(id) ?? []);
  const usual = known.length > 0 ? median(known) : anyPeak;
  const weights = whose.map((one) => {
    const peak = peaks.get(one.id) ?? usual * (beside[breedFat[one.breed].species] ?? 1);
    const inMilk = dayInMilk(one, day);
    return Math.max(
      0.02 * peak,
      woodYield(curveWithPeak(peak), inMilk === undefined ? usualMilking / 2 : Math.min(longest, inMilk)),
    );
  });
  const all = weights.reduce((sum, one) => sum + one, 0);
  return new Map(whose.map(({ id }, i) => [id, weights[i]! / all]));
}

/**
 * What was given day by day, of one animal or (none named) of all, oldest first.
 * @param fatOf the fat to expect of each, a mass fraction: of a pail of several the fat is parted by it, and adds up
 */
export function givenByDay(
  milkings: readonly Milking[],
  animals: readonly Milker[],
  of?: string,
  {
    peaks,
    fatOf = () => 1,
  }: { peaks?: ReadonlyMap<string, number>; fatOf?: (id: string, day: string) => number } = {},
): DayGiven[] {
  const byId = new Map(animals.map((one) => [one.id, one]));
  const days = new Map<string, DayGiven>();
  for (const { day, mass, fat, whose } of milkings) {
    const known = whose.flatMap((id) => byId.get(id) ?? []);
    const parts = of === undefined ? undefined : partsOf(known, day, peaks);
    const part = of === undefined ? 1 : (parts!.get(of) ?? 0);
    if (part === 0) continue;
    const rich = parts ? [...parts].reduce((sum, [id, each]) => sum + each * fatOf(id, day), 0) : 1;
    const fatPart = of === undefined ? 1 : (part * fatOf(of, day)) / rich;
    const before = days.get(day) ?? { day, mass: 0, fat: 0, alone: true };
    days.set(day, {
      day,
      mass: before.mass + part * mass,
      fat: before.fat + fatPart * fat,
      alone: before.alone && (of === undefined || known.length === 1),
    });
  }
  return [...days.values()].toSorted((a, b) => (a.day < b.day ? -1 : 1));
}

/**
 * The curve through what she gave since she calved; undefined while too little is known. How much flatter or steeper it is than the usual is
 * learned from her weeks, against how much animals differ (a normal prior and a straight line of logarithms); a few weeks say hardly anything of it.
 */
export function lactationOf(animal: Milker, given: readonly DayGiven[]): Lactation | undefined {
  const unit = curveWithPeak(1);
  const told = given.flatMap(({ day, mass }) => {
    const inMilk = dayInMilk(animal, day);
    return inMilk === undefined || inMilk < 1 || inMilk > longest || mass <= 0
      ? []
      : [{ inMilk, level: mass / woodYield(unit, inMilk) }];
  });
  if (told.length < leastDays) return undefined;
  const { at, tilt, tiltSd } = tiltOf(told);
  const levels = told.map(({ inMilk, level }) => level / tilted(tilt, at, inMilk));
  const peak = median(levels);
  return {
    peak,
    tilt,
    tiltSd,
    at,
    strays: median(levels.map((one) => Math.abs(one / peak - 1))),
    days: told.length,
  };
}

const tilted = (tilt: number, at: number, inMilk: number): number =>
  Math.exp((tilt * (inMilk - at)) / tiltOver);

/** The straight line through the logarithms of what she gave, week by week, against the usual curve. */
function tiltOf(
  told: readonly { inMilk: number; level: number }[],
): Pick<Lactation, 'at' | 'tilt' | 'tiltSd'> {
  const weeks = new Map<number, { inMilk: number; level: number }[]>();
  for (const one of told) {
    const week = Math.floor(one.inMilk / 7);
    weeks.set(week, [...(weeks.get(week) ?? []), one]);
  }
  // A week of which one day is known tells as little as that day: a spilled pail bends nothing.
  const points = [...weeks.values()].map((days) => ({
    x: mean(days.map(({ inMilk }) => inMilk)),
    y: Math.log(median(days.map(({ level }) => level))),
    weight: Math.min(1, days.length / 7) ** 2,
  }));
  const all = points.reduce((sum, { weight }) => sum + weight, 0);
  const middle = (of: (point: (typeof points)[number]) => number) =>
    points.reduce((sum, point) => sum + point.weight * of(point), 0) / all;
  const [at, level] = [middle(({ x }) => x), middle(({ y }) => y)];
  let [xx, xy] = [0, 0];
  for (const { x, y, weight } of points) {
    const away = (x - at) / tiltOver;
    xx += weight * away * away;
    xy += weight * away * (y - level);
  }
  const precision = 1 / tilts.among ** 2 + xx / tilts.week ** 2;
  return { at, tilt: xy / tilts.week ** 2 / precision, tiltSd: Math.sqrt(1 / precision) };
}

/**
 * What she showed before she calved last, where too little is known since: the calving before it is not written down, and taken a year earlier
 * (engineering estimate). It tells more of her than her breed does.
 */
function lactationBefore(animal: Milker, given: readonly DayGiven[]): Lactation | undefined {
  const { calvedOn } = animal;
  if (calvedOn === null) return undefined;
  return lactationOf(
    { ...animal, calvedOn: addDays(calvedOn, -365) },
    given.filter(({ day }) => day < calvedOn),
  );
}

/** Curves of all that were milked by themselves on enough days, by id; with what they showed before they calved last where that is all there is. */
export function curvesOf(
  milkings: readonly Milking[],
  animals: readonly Milker[],
): Map<string, Lactation & { before: boolean }> {
  const alone = milkings.filter(({ whose }) => whose.length === 1);
  return new Map(
    animals.flatMap((animal) => {
      const days = givenByDay(alone, animals, animal.id);
      const now = lactationOf(animal, days);
      const found = now ?? lactationBefore(animal, days);
      return found ? [[animal.id, { ...found, before: now === undefined }] as const] : [];
    }),
  );
}

/** Peaks of all that were milked by themselves on enough days, g a day by id. */
export const peaksOf = (milkings: readonly Milking[], animals: readonly Milker[]): Map<string, number> =>
  new Map([...curvesOf(milkings, animals)].map(([id, { peak }]) => [id, peak]));

/** What the curve foresees of her on a day, g of milk. */
export const foreseenOn = (
  animal: Milker,
  { peak, tilt, at }: Lactation,
  day: string,
): number | undefined => {
  const inMilk = dayInMilk(animal, day);
  return inMilk === undefined || inMilk < 1 || inMilk > longest
    ? undefined
    : woodYield(curveWithPeak(peak), inMilk) * tilted(tilt, at, inMilk);
};
