import { CalculationError } from '../calculationError';

/** Days since 1 March 0000 of a proleptic Gregorian date (method: Hatcher, Q. J. R. Astron. Soc. 25, 1984). */
function dayNumber(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  return era * 146097 + yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
}

function dateOf(days: number): string {
  const era = Math.floor(days / 146097);
  const dayOfEra = days - era * 146097;
  const yearOfEra = Math.floor(
    (dayOfEra - Math.floor(dayOfEra / 1460) + Math.floor(dayOfEra / 36524) - Math.floor(dayOfEra / 146096)) /
      365,
  );
  const dayOfYear = dayOfEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shifted = Math.floor((5 * dayOfYear + 2) / 153);
  const day = dayOfYear - Math.floor((153 * shifted + 2) / 5) + 1;
  const month = shifted + (shifted < 10 ? 3 : -9);
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  return `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
}

/** Days of an ISO date since a fixed day; undefined when it is not a real date. */
function daysOf(iso: string): number | undefined {
  // What the pattern would let by beside real dates, writing it back catches: loosening it changes nothing.
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(iso);
  const days = match && dayNumber(Number(match[1]), Number(match[2]), Number(match[3]));
  return days !== null && dateOf(days) === iso ? days : undefined;
}

/** Whether it is a real date, written 2026-11-23. */
export const isDate = (iso: string): boolean => daysOf(iso) !== undefined;

/**
 * Days of an ISO date (2026-11-23) since a fixed day.
 * @throws {CalculationError} when it is not a real date
 */
export function readDate(iso: string, path?: string): number {
  const days = daysOf(iso);
  if (days === undefined) {
    throw new CalculationError(
      `${path ?? 'The date'}: “${iso}” is not a date; write year-month-day, such as 2026-11-23.`,
      path,
    );
  }
  return days;
}

/** The ISO date `days` after another. */
export const addDays = (iso: string, days: number): string => dateOf(readDate(iso) + days);

/** Whole days from one ISO date to another. */
export const daysBetween = (from: string, to: string): number => readDate(to) - readDate(from);

/** The ISO date on which the week of a date begins, where weeks begin on a day: 0 is Sunday, 1 Monday. */
export const weekFrom = (iso: string, begins: number): string =>
  addDays(iso, -((weekdayOf(iso) + 1 - begins + 7) % 7));

/** Monday is 0: the first of March of the year 0000 was a Wednesday. */
export const weekdayOf = (iso: string): number => (readDate(iso) + 2) % 7;
