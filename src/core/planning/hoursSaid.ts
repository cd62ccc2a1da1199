import * as v from 'valibot';
import { personName } from '../people/personName';
import type { HouseHours } from './houseHours';

const minute = v.pipe(
  v.number(),
  v.integer('whole minutes after midnight.'),
  v.minValue(0, 'a time of day.'),
  v.maxValue(24 * 60, 'a time of day.'),
);
const weekday = v.pipe(
  v.number(),
  v.integer('a whole number.'),
  v.minValue(0, 'a day from 0 (Sunday) to 6 is allowed.'),
  v.maxValue(6, 'a day from 0 (Sunday) to 6 is allowed.'),
);
const inOrder = <T extends { from: number; to: number }>(one: T): boolean => one.to > one.from;

/** When there is somebody in the dairy, as it is said and kept. */
export const hoursSaid = v.pipe(
  v.strictObject({
    from: minute,
    to: minute,
    away: v.pipe(
      v.array(
        v.pipe(
          v.strictObject({
            who: v.union([v.literal(''), personName]),
            weekdays: v.pipe(v.array(weekday), v.minLength(1, 'a day of the week at least.'), v.maxLength(7, 'at most seven.')),
            from: minute,
            to: minute,
            what: v.pipe(v.string(), v.trim(), v.minLength(1, 'where they are, such as “at the market”.'), v.maxLength(40, 'at most 40 letters.')),
          }),
          v.check(inOrder, 'it has to end after it begins.'),
        ),
      ),
      v.maxLength(40, 'at most 40.'),
    ),
  }),
  v.check(inOrder, 'the day has to end after it begins.'),
); // prettier-ignore

/** Hours as they were kept; null for what is none. */
export function hoursKept(kept: unknown): HouseHours | null {
  const read = v.safeParse(hoursSaid, kept);
  return read.success ? read.output : null;
}
