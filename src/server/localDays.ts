import { TZDate } from '@date-fns/tz';
import { addDays, startOfDay } from 'date-fns';
import type { FarmDay } from '@/core/planning/houseHours';

/** Days of a farm from the one before `at` on, each from its own midnight, in minutes from `at`: one on which clocks change has 23 or 25 hours. */
export const localDays = (at: Date, timeZone: string, days: number): FarmDay[] => {
  const first = startOfDay(addDays(new TZDate(at, timeZone), -1));
  return Array.from({ length: days + 1 }, (_, i) => {
    const day = addDays(first, i);
    return { starts: (day.getTime() - at.getTime()) / 60_000, weekday: day.getDay() };
  });
};
