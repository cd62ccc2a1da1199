import type { Breed } from '../dairy/breeds';
import { breedFat } from '../dairy/breeds';
import { carriedDays, herdDates, restDays } from '../dairy/herdDates';
import { addDays, daysBetween } from '../keeping/civilDate';
import type { Animal } from './herdForecast';
import type { Lactation } from '../dairy/milkGiven';
import type { OwnFat } from '../dairy/ownFat';
import { usualMilking } from './lactation';

/** What a house knows of one of its animals. ISO dates. */
export interface YearAnimal {
  name: string;
  breed: Breed;
  calvedOn: string | null;
  servedOn: string | null;
  dryOn: string | null;
  sharesWithCalf: boolean;
  withdrawnFrom: string | null;
  withdrawnUntil: string | null;
  milked: boolean;
  /** g of milk in the pail on her best day, where her own milkings showed it: with a calf at foot, what the calf left. */
  peak?: number | undefined;
  /** How much flatter than the usual her curve was seen to be in this lactation, and the day in milk that her peak was learned at. */
  curve?: Pick<Lactation, 'tilt' | 'tiltSd' | 'at'> | undefined;
  /** What her own tests showed of her fat, against her breed’s: times as much, and the standard deviation of its logarithm. */
  fat?: OwnFat | undefined;
}

/** Milk on the best day where nobody milked her by herself, g; small breeds give less (engineering estimates within published ranges). */
const usualPeak: Record<(typeof breedFat)[Breed]['species'], number> = {
  cow: 20_000,
  buffalo: 9000,
  goat: 3400,
  sheep: 1700,
};
const peakOfBreed: Partial<Record<Breed, number>> = {
  holstein: 32_000,
  kerry: 15_000,
  jersey: 18_000,
  guernsey: 19_000,
};
/** What a calf at foot takes, as a share of her milk, where it is with her half the day (engineering estimate). */
const calfTakes = 0.4;
/** An animal that is not with young is milked on past the usual lactation, days (engineering estimate). */
const longestMilked = 400;
/** No milk is richer, mass fraction: what a forecast of a herd takes. */
const mostFat = 0.12;
/** A goat or a ewe has her young once a year, in her season. */
const year = 365;

export const peakOf = ({ breed, peak }: Pick<YearAnimal, 'breed' | 'peak'>): number =>
  peak ?? peakOfBreed[breed] ?? usualPeak[breedFat[breed].species];

/** What her own milkings showed, and the calf’s part to it where one drank with it; g of milk on her best day. */
export const wholePeak = ({
  peak,
  sharesWithCalf,
}: Pick<YearAnimal, 'peak' | 'sharesWithCalf'>): number | undefined =>
  peak === undefined || !sharesWithCalf ? peak : peak / (1 - calfTakes);

/** A stretch of an animal's year, days from today on. */
export interface Stretch {
  from: number;
  to: number;
  is: 'milk' | 'dry';
}

/** An animal as the forecast takes her, with her year in words' worth of days. */
export interface HerdYear {
  animal: Animal;
  species: (typeof breedFat)[Breed]['species'];
  /** Her own milkings showed how much she gives. */
  known: boolean;
  /** And how her curve falls; undefined where it is taken as usual. */
  curve: YearAnimal['curve'];
  /** And her tests her fat: standard deviation of its logarithm. */
  fatSd: number | undefined;
  stretches: Stretch[];
  /** Day of the next calving from today; taken, not said, where nobody wrote down a service. */
  calves: { inDays: number; said: boolean } | undefined;
  dries: { inDays: number; said: boolean } | undefined;
}

/**
 * The year ahead of an animal: when she gives milk, when she is dry, when she calves. Without a service she is taken to be served when
 * she would be to calve once a year, or now where that is over; all of it advice.
 * @param today ISO date
 * @param days so many days ahead
 * @param calfUntil day from today on which the calf at foot is taken off
 */
export function herdYear(of: YearAnimal, today: string, days: number, calfUntil?: number): HerdYear {
  const { breed, calvedOn } = of;
  const { species } = breedFat[breed];
  const dates = herdDates(of, today);
  const yearly = species === 'goat' || species === 'sheep';
  const taken = (): number | undefined => {
    if (calvedOn === null) return undefined;
    if (yearly) {
      let next = daysBetween(today, addDays(calvedOn, year));
      while (next <= 0) next += year;
      return next;
    }
    const served = dates.serviceFrom ?? addDays(calvedOn, 90);
    return Math.max(0, daysBetween(today, served)) + carriedDays(breed);
  };
  const next = dates.due?.inDays ?? taken();
  const calved = calvedOn === null ? undefined : daysBetween(today, calvedOn);
  // She is milked until she is to rest before the next calving, and so long at the most where that is far.
  const milking = Math.max(longestMilked, calved === undefined ? 0 : -calved + 30);
  const dryFrom = dates.dryOff && dates.dryOff.inDays > -restDays ? dates.dryOff.inDays : undefined;
  const ends = Math.min(
    dryFrom ?? Infinity,
    next === undefined ? Infinity : next - restDays,
    calved === undefined ? -Infinity : calved + milking,
  );
  const dry = of.milked ? ends : 0;
  const animal: Animal = {
    name: of.name,
    peak: peakOf({ breed, peak: wholePeak(of) }),
    meanFat: Math.min(mostFat, breedFat[breed].fat * (of.fat?.times ?? 1)),
    ...(calved === undefined || !of.milked ? {} : { calved }),
    ...(next === undefined ? {} : { nextCalving: next }),
    // Where she calves again, the days dry before it end her milk.
    milkingDays: Math.max(
      1,
      Math.min(
        1000,
        calved === undefined ? usualMilking : next === undefined ? Math.min(milking, dry - calved) : milking,
      ),
    ),
    dryDays: Math.max(
      0,
      Math.min(365, next === undefined ? restDays : next - Math.max(0, Math.min(dry, next))),
    ),
    calfShare: of.sharesWithCalf ? calfTakes : 0,
    ...(of.sharesWithCalf && calfUntil !== undefined ? { calfUntil } : {}),
    withheld:
      of.withdrawnFrom && of.withdrawnUntil
        ? [{ from: daysBetween(today, of.withdrawnFrom), to: daysBetween(today, of.withdrawnUntil) }]
        : [],
  };
  const stretches: Stretch[] = [];
  const put = (from: number, to: number, is: Stretch['is']) => {
    const [a, b] = [Math.max(0, from), Math.min(days, to)];
    if (b > a) stretches.push({ from: a, to: b, is });
  };
  if (of.milked && calved !== undefined) put(0, Math.max(0, dry), 'milk');
  put(of.milked && calved !== undefined ? Math.max(0, dry) : 0, next ?? days, 'dry');
  if (next !== undefined) {
    put(next, next + usualMilking, 'milk');
    put(next + usualMilking, days, 'dry');
  }
  return {
    animal,
    species,
    known: of.peak !== undefined,
    curve: of.curve,
    fatSd: of.fat?.sd,
    stretches,
    calves: next === undefined ? undefined : { inDays: next, said: dates.due !== undefined },
    dries:
      of.milked && Number.isFinite(dry) && dry > 0
        ? { inDays: Math.round(dry), said: dates.dryOff?.said === true }
        : undefined,
  };
}
