import { TZDate } from '@date-fns/tz';
import { addDays, set } from 'date-fns';
import { CalculationError } from '@/core/calculationError';
import type { When } from '@/core/times/readWhen';

/** What is said a moment ahead is a clock that differs, s. */
const slack = 120;

/**
 * The moment that was meant by what was said, s since 1970: always one that has been. A weekday is the last that was, a time
 * alone the last time a clock read it, a day alone its noon.
 * @throws {CalculationError} for a moment that is still to come, or a date that is none
 */
export function momentSaid(when: When, nowSeconds: number, timeZone: string): number {
  if (when.kind === 'ago') return nowSeconds - 60 * when.minutes;
  const now = new TZDate(nowSeconds * 1000, timeZone);
  const candidates = daysMeant(when.day, now).flatMap((day) =>
    hoursMeant(when.time).map(
      (hours) =>
        set(day, { hours, minutes: when.time?.minute ?? 0, seconds: 0, milliseconds: 0 }).getTime() / 1000,
    ),
  );
  const been = candidates.filter((at) => at <= nowSeconds + slack);
  if (been.length > 0) return Math.min(nowSeconds, Math.max(...been));
  // Today without a time is now.
  if (when.time === undefined && when.day && 'ago' in when.day && when.day.ago === 0) return nowSeconds;
  throw new CalculationError('That time is still to come: say when it was.', 'when');
}

/** Nobody is up for butter before that hour, nor after the other, where a clock of twelve leaves both open. */
const awake = { from: 7, to: 21 };

/**
 * The moment that is wanted, s since 1970: always one to come. A weekday is the next that will be, a date without its year the next such, a day
 * alone its noon.
 * @throws {CalculationError} for a moment that has been
 */
export function momentWanted(when: When, nowSeconds: number, timeZone: string): number {
  if (when.kind === 'ago')
    throw new CalculationError('That time has been: say by when it is wanted.', 'when');
  const now = new TZDate(nowSeconds * 1000, timeZone);
  const hours = hoursMeant(when.time);
  const waking = hours.filter((hour) => hour >= awake.from && hour < awake.to);
  const ahead = daysAhead(when.day, now)
    .flatMap((day) =>
      (waking.length > 0 ? waking : hours).map(
        (hour) =>
          set(day, { hours: hour, minutes: when.time?.minute ?? 0, seconds: 0, milliseconds: 0 }).getTime() /
          1000,
      ),
    )
    .filter((at) => at > nowSeconds);
  if (ahead.length === 0) throw new CalculationError('That time has been: say by when it is wanted.', 'when');
  return Math.min(...ahead);
}

function daysAhead(day: Extract<When, { kind: 'on' }>['day'], now: TZDate): Date[] {
  if (day === undefined) return [now, addDays(now, 1)];
  if ('weekday' in day) {
    const ahead = (day.weekday - now.getDay() + 7) % 7;
    return [addDays(now, ahead), addDays(now, ahead + 7)];
  }
  if ('date' in day && day.date.startsWith('-')) {
    const [month, date] = day.date.slice(2).split('-').map(Number) as [number, number];
    return [0, 1].flatMap((years) => {
      const found = set(now, { year: now.getFullYear() + years, month: month - 1, date });
      return found.getDate() === date ? [found] : [];
    });
  }
  return daysMeant(day, now);
}

function daysMeant(day: Extract<When, { kind: 'on' }>['day'], now: TZDate): Date[] {
  if (day === undefined) return [now, addDays(now, -1)];
  if ('ago' in day) return [addDays(now, -day.ago)];
  if ('weekday' in day) {
    const back = (now.getDay() - day.weekday + 7) % 7;
    return [addDays(now, -back), addDays(now, -back - 7)];
  }
  const said = /^(\d{4}|-)-(\d\d)-(\d\d)$/.exec(day.date)!;
  const years = said[1] === '-' ? [now.getFullYear(), now.getFullYear() - 1] : [Number(said[1])];
  const found = years.map((year) => set(now, { year, month: Number(said[2]) - 1, date: Number(said[3]) }));
  if (found.every((one) => one.getDate() !== Number(said[3]) || one.getMonth() !== Number(said[2]) - 1))
    throw new CalculationError('There is no such day.', 'when');
  return found;
}

const hoursMeant = (time: Extract<When, { kind: 'on' }>['time']): number[] =>
  time === undefined ? [12] : time.either ? [time.hour % 12, (time.hour % 12) + 12] : [time.hour];
