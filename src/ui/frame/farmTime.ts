import { TZDate } from '@date-fns/tz';
import { addDays, set } from 'date-fns';

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
