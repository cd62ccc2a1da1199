import { createHash } from 'node:crypto';
import { farmOfCalendar } from '@/data/house/calendars';
import type { CalendarEvent } from '@/formats/calendar';
import { calendarFile } from '@/formats/calendar';
import { now } from '../clock';

export type { CalendarEvent };

/** The hash under which the house knows a calendar’s secret. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** Whose calendar a secret address is; undefined when nobody’s. */
export const farmOfSecret = (secret: string): Promise<string | undefined> =>
  /^[0-9a-f]{64}$/.test(secret) ? farmOfCalendar(hashOf(secret)) : Promise.resolve(undefined);

/** An answer with what is coming, as calendars read it. */
export const calendarAnswer = (name: string, events: readonly CalendarEvent[], single = false): Response =>
  new Response(calendarFile(name, events, now()), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `${single ? 'attachment' : 'inline'}; filename="immulgo.ics"`,
      'cache-control': 'no-store',
      'x-content-type-options': 'nosniff',
    },
  });
