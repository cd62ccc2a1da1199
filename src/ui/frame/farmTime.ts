import { TZDate } from '@date-fns/tz';
import { addDays, set, startOfDay } from 'date-fns';

/**
 * The next time a clock on the farm reads this, s since 1970; undefined for what is no time of day. Where the clocks change
 * that night a day has 23 or 25 hours; a time that is left out is taken an hour later.
 * @param clock such as 06:30
 */
export function nextReading(clock: string, nowSeconds: number, timeZone: string): number | undefined {
  const match = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(clock);
  if (!match) return undefined;
  const now = new TZDate(nowSeconds * 1000, timeZone);
  const reading = { hours: Number(match[1]), minutes: Number(match[2]), seconds: 0, milliseconds: 0 };
  const today = set(now, reading);
  return (today > now ? today : set(addDays(now, 1), reading)).getTime() / 1000;
}

/** The next midnight where the farm is, s since 1970. */
export const midnightAfter = (nowSeconds: number, timeZone: string): number =>
  startOfDay(addDays(new TZDate(nowSeconds * 1000, timeZone), 1)).getTime() / 1000;

/** Hours since midnight where the farm is. */
export function hourOfDay(atSeconds: number, timeZone: string): number {
  const at = new TZDate(atSeconds * 1000, timeZone);
  return at.getHours() + at.getMinutes() / 60;
}

/** Noon of an ISO date where the farm is, s since 1970. */
export function noonOf(isoDay: string, timeZone: string): number {
  const [year, month, day] = isoDay.split('-').map(Number);
  return new TZDate(year!, month! - 1, day!, 12, timeZone).getTime() / 1000;
}
