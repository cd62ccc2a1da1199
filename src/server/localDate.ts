import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';

/** The calendar date (2026-11-23) it is at `at` on a farm in `timeZone`. */
export const localDate = (at: Date, timeZone: string): string =>
  format(new TZDate(at, timeZone), 'yyyy-MM-dd');
