import ical, { ICalAlarmType } from 'ical-generator';

/** Something that is coming, as a calendar shows it. */
export interface CalendarEvent {
  /** Always the same for the same thing, so that a calendar moves it and does not double it. */
  key: string;
  atSeconds: number;
  says: string;
  more?: string | undefined;
  /** It is of a day and not of an hour. */
  ofDay?: boolean;
  /** It happens if nobody comes: the calendar reminds of it the evening before. */
  unlessDone?: boolean;
}

/** How long a thing to do stands in a calendar, and how long before a limit it reminds (engineering estimates), s. */
const lasts = 15 * 60;
const before = 6 * 3600;

/**
 * A calendar file (RFC 5545) of what is coming; every time is told in UTC, so that no calendar has to know the farm’s zone.
 * @param stamp when it was written
 */
export function calendarFile(name: string, events: readonly CalendarEvent[], stamp: Date): string {
  const calendar = ical({
    name,
    prodId: { company: 'Immulgo', product: 'Immulgo', language: 'EN' },
    ttl: 900,
  });
  for (const { key, atSeconds, says, more, ofDay = false, unlessDone = false } of events) {
    const event = calendar.createEvent({
      id: `${key.replace(/\s+/g, '-')}@immulgo`,
      stamp,
      start: new Date(atSeconds * 1000),
      end: new Date((atSeconds + lasts) * 1000),
      summary: says,
      allDay: ofDay,
      ...(more === undefined ? {} : { description: more }),
    });
    if (!ofDay)
      event.createAlarm({
        type: ICalAlarmType.display,
        triggerBefore: unlessDone ? before : 0,
        description: says,
      });
  }
  return calendar.toString();
}
