import { addDays, daysBetween } from '../keeping/civilDate';
import type { Breed } from './breeds';
import { breedFat } from './breeds';

/**
 * Days from service to birth, and one standard deviation of them. Source: gestation of farm animals by species and breed as in
 * Merck Veterinary Manual, 11th ed. (2016), tables of reproductive management; kinds not named there as their species' mean.
 */
const carried: Record<(typeof breedFat)[Breed]['species'], { days: number; sd: number }> = {
  cow: { days: 282, sd: 5 },
  goat: { days: 150, sd: 3 },
  sheep: { days: 147, sd: 3 },
  buffalo: { days: 310, sd: 7 },
};
const carriedByBreed: Partial<Record<Breed, number>> = {
  holstein: 279,
  jersey: 279,
  ayrshire: 279,
  guernsey: 284,
  'brown-swiss': 290,
};

/** Days from service to birth of a breed. */
export const carriedDays = (breed: Breed): number =>
  carriedByBreed[breed] ?? carried[breedFat[breed].species].days;

/** Days without milking before a birth: 45 to 60 let the udder recover (National Research Council, Nutrient Requirements of Dairy Cattle, 2001). */
export const restDays = 60;
/** A cow that is to calve once a year is served again so long after calving, days (365 less what she carries; engineering estimate). */
const year = 365;
/** Past the day it was due by this much nobody is waiting any more, days. */
const overdueDays = 30;

/** What is known of an animal's year. ISO dates on the farm's own days. */
export interface HerdAnimal {
  breed: Breed;
  calvedOn: string | null;
  servedOn: string | null;
  /** Dried off on, or to be. */
  dryOn: string | null;
}

/** What lies ahead of an animal; all of it advice. */
export interface HerdDates {
  /** Likeliest day of birth, and the days between which it falls nineteen times in twenty. */
  due?: { day: string; from: string; until: string; inDays: number };
  /** Day to dry off on: as it was said, else so long before the birth. */
  dryOff?: { day: string; said: boolean; inDays: number };
  /** From when she would be served again, to calve once a year; cows and buffaloes only, the others have their season. */
  serviceFrom?: string;
}

/**
 * The days that lie ahead of an animal, from its last service and calving. A service before the last calving led to that one
 * and says nothing any more.
 * @param today ISO date
 */
export function herdDates({ breed, calvedOn, servedOn, dryOn }: HerdAnimal, today: string): HerdDates {
  const { species } = breedFat[breed];
  const { sd } = carried[species];
  const days = carriedDays(breed);
  const carrying = servedOn !== null && (calvedOn === null || servedOn > calvedOn) ? servedOn : undefined;
  const found: HerdDates = {};
  if (carrying !== undefined) {
    const day = addDays(carrying, days);
    const inDays = daysBetween(today, day);
    if (inDays >= -overdueDays)
      found.due = {
        day,
        from: addDays(day, -Math.round(1.96 * sd)),
        until: addDays(day, Math.round(1.96 * sd)),
        inDays,
      };
  } else if (calvedOn !== null && (species === 'cow' || species === 'buffalo'))
    found.serviceFrom = addDays(calvedOn, Math.max(60, year - days));
  const said = dryOn !== null && (calvedOn === null || dryOn > calvedOn) ? dryOn : undefined;
  const rest = found.due && addDays(found.due.day, -restDays);
  const dry = said ?? rest;
  if (dry !== undefined)
    found.dryOff = { day: dry, said: said !== undefined, inDays: daysBetween(today, dry) };
  return found;
}
