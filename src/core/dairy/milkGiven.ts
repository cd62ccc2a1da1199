import { median } from 'simple-statistics';
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

/** Her milk against Wood's curve of the usual shape through what she gave. */
export interface Lactation {
  /** g of milk on the best day of the curve. */
  peak: number;
  /** What of her days stands over or under the curve: half of them are nearer, as a share of it. */
  strays: number;
  /** Days it was learned from. */
  days: number;
}

/** Days from calving that the curve is trusted for: after it an animal milks on at her own pace (engineering estimate). */
const longest = usualMilking + 120;
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

/** The curve through what she gave since she calved; undefined while too little is known. */
export function lactationOf(animal: Milker, given: readonly DayGiven[]): Lactation | undefined {
  const unit = curveWithPeak(1);
  const told = given.flatMap(({ day, mass }) => {
    const inMilk = dayInMilk(animal, day);
    return inMilk === undefined || inMilk < 1 || inMilk > longest || mass <= 0
      ? []
      : [mass / woodYield(unit, inMilk)];
  });
  if (told.length < leastDays) return undefined;
  const peak = median(told);
  return { peak, strays: median(told.map((one) => Math.abs(one / peak - 1))), days: told.length };
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

/** Peaks of all that were milked by themselves on enough days, g a day by id. */
export function peaksOf(milkings: readonly Milking[], animals: readonly Milker[]): Map<string, number> {
  const alone = milkings.filter(({ whose }) => whose.length === 1);
  return new Map(
    animals.flatMap((animal) => {
      const days = givenByDay(alone, animals, animal.id);
      const found = lactationOf(animal, days) ?? lactationBefore(animal, days);
      return found ? [[animal.id, found.peak] as const] : [];
    }),
  );
}

/** What the curve foresees of her on a day, g of milk. */
export const foreseenOn = (animal: Milker, { peak }: Lactation, day: string): number | undefined => {
  const inMilk = dayInMilk(animal, day);
  return inMilk === undefined || inMilk < 1 || inMilk > longest
    ? undefined
    : woodYield(curveWithPeak(peak), inMilk);
};
