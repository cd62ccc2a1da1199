import type { Spoken } from '@/core/quantities/formatQuantity';
import {
  saidMass,
  saidMassRange,
  spokenLength,
  spokenMass,
  spokenTemperature,
  spokenVolume,
  text,
  wordsIn,
} from '@/core/quantities/formatQuantity';
import type { UnitSystem } from '@/core/quantities/units';

/** So many days away a weekday alone says which, days. */
const sayableDays = 6;

/** How amounts and times are said in a unit system and a time zone. */
export function sayIn(unitSystem: UnitSystem, timeZone: string) {
  const locale = unitSystem === 'us' ? 'en-US' : 'en-GB';
  const day = new Intl.DateTimeFormat(locale, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
  });
  const dayAndYear = new Intl.DateTimeFormat(locale, {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  });
  const clock = new Intl.DateTimeFormat(locale, { hour: 'numeric', minute: '2-digit', timeZone });
  const weekday = new Intl.DateTimeFormat(locale, { weekday: 'short', timeZone });
  const hourOf = new Intl.DateTimeFormat(locale, { hour: 'numeric', timeZone });
  const dayOf = new Intl.DateTimeFormat('en-CA', { dateStyle: 'short', timeZone });
  return {
    system: unitSystem,
    timeZone,
    mass: (grams: number) => text(spokenMass(grams, unitSystem)),
    about: (grams: number) => text(saidMass(grams, unitSystem)),
    volume: (millilitres: number) => text(spokenVolume(millilitres, unitSystem)),
    temperature: (celsius: number) => text(spokenTemperature(celsius, unitSystem)),
    /** From one temperature to another, with one unit; the same twice is said once. */
    temperatures: (from: number, to: number) => {
      const [low, high] = [from, to].map((celsius) => spokenTemperature(celsius, unitSystem));
      return low!.number === high!.number ? text(high!) : `${low!.number}–${text(high!)}`;
    },
    length: (millimetres: number) => text(spokenLength(millimetres, unitSystem)),
    /** A sentence of the core, said in the farm's units. */
    words: (sentence: string) => wordsIn(sentence, unitSystem),
    massRange: (low: number, high: number) => text(saidMassRange(low, high, unitSystem)),
    massRangeSpoken: (low: number, high: number): Spoken => saidMassRange(low, high, unitSystem),
    /** An ISO date, said as a day; with its year when that is not the year of `beside`. */
    day: (iso: string, beside = iso) =>
      (iso.slice(0, 4) === beside.slice(0, 4) ? day : dayAndYear).format(new Date(`${iso}T12:00:00Z`)),
    /** The ISO date of a moment where the farm is, s since 1970. */
    dateOf: (atSeconds: number) => dayOf.format(new Date(atSeconds * 1000)),
    /** A moment as a person would say it beside another: the time today, the weekday as well, its date once that is a week ago. */
    when: (atSeconds: number, nowSeconds: number) => {
      const at = new Date(atSeconds * 1000);
      const near = dayOf.format(at) === dayOf.format(new Date(nowSeconds * 1000));
      if (near) return clock.format(at);
      const far = Math.abs(nowSeconds - atSeconds) > sayableDays * 86_400;
      const date = dayOf.format(at);
      return `${far ? (date.slice(0, 4) === dayOf.format(new Date(nowSeconds * 1000)).slice(0, 4) ? day : dayAndYear).format(new Date(`${date}T12:00:00Z`)) : weekday.format(at)} ${clock.format(at)}`;
    },
    /** The hour of a moment alone: “14”, or “2 PM” where people say so. */
    hour: (atSeconds: number) => hourOf.format(new Date(atSeconds * 1000)),
    weekday: (atSeconds: number) => weekday.format(new Date(atSeconds * 1000)),
    /** The time of day at a moment, s since 1970. */
    clock: (atSeconds: number) => clock.format(new Date(atSeconds * 1000)),
  };
}
