import { CalculationError } from '../calculationError';
import { parseQuantity } from '../quantities/parseQuantity';

/** A time on a clock: 24 hours, or one that may be before or after noon. */
export interface ClockTime {
  hour: number;
  minute: number;
  /** Said without am or pm on a clock of twelve hours: either may be meant. */
  either: boolean;
}

/** When something was, as it was said: so long ago, or a day (by its name, its date, or so many days ago) and a time on it. */
export type When =
  | { kind: 'ago'; minutes: number }
  | {
      kind: 'on';
      day: { ago: number } | { weekday: number } | { date: string } | undefined;
      time: ClockTime | undefined;
    };

const weekdays = ['sunday', 'monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday'];
const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** Said in full or by three letters: a cow may be called Marigold. */
const monthWords =
  'jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?';
/** The middle of each part of a day, hour on the farm's clock (engineering estimate: milkings, morning and evening). */
const parts: Record<string, number> = {
  morning: 7,
  noon: 12,
  midday: 12,
  afternoon: 15,
  evening: 18,
  night: 21,
  midnight: 0,
};
const part = `(?:early |late )?(?:${Object.keys(parts).join('|')})`;
const number =
  '(?:\\d+(?:[.,]\\d+)?(?: ?[½¼¾])?|[½¼¾]|half an?|a quarter of an|an?|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|a couple of|a few)';
const spans = '(?:minutes?|mins?|min|hours?|hrs?|h|days?|d|weeks?)';
const ago = `(?:about |around |some |roughly )?${number}(?: and a half)? ?${spans}(?:,? (?:and )?\\d+ ?(?:minutes?|mins?|min|m)?)?(?: and a half)? ago`;
const dated = `(?:\\d{4}-\\d\\d-\\d\\d|\\d{1,2}(?:st|nd|rd|th)? (?:of )?(?:${monthWords})|(?:${monthWords}) \\d{1,2}(?:st|nd|rd|th)?)`;
const day = `(?:(?:on )?(?:last |this )?(?:${weekdays.join('|')})|today|(?:the )?day before yesterday|yesterday|(?:on )?(?:the )?${dated})`;
const clock =
  "(?:(?:at |by |about |around )*(?:\\d{1,2}:\\d\\d(?: ?[ap]\\.?m\\.?)?|\\d{1,2}(?:\\.\\d\\d)? ?[ap]\\.?m\\.?|(?:half past|quarter past|quarter to|a quarter past|a quarter to) (?:\\d{1,2}|[a-z]+)|\\d{1,2} o'?clock)|at \\d{1,2}(?![\\d.,:]| ?°? ?[cf]\\b| ?%))";
const timeOfDay = `(?:${clock}|(?:(?:in the |at |about |towards )?${part}))`;
const named = `(?:this ${part}|last (?:night|evening)|tonight|overnight|just now|now)`;
const phrase = [
  ago,
  `${named}(?:,? ${clock})?`,
  `${day}(?:,? ${timeOfDay}){0,2}`,
  `${clock},? (?:in the ${part}|${day}(?: ${part})?|${named}|this ${part})`,
  clock,
].join('|');
const anywhere = new RegExp(`(?:^|[ ,])(${phrase})(?=$|[ ,]|\\.$)`);
/** In a line these say for how long, or may be a name. */
const otherwise = /^(overnight|tonight|now|just now|\d+ may|may \d+)$/;
const whole = new RegExp(`^(?:${phrase})$`);

const tidy = (text: string): string =>
  text.trim().toLowerCase().replace(/[“”"]/g, '').replace(/[’']/g, "'").replace(/\s+/g, ' ');

/**
 * Takes out of a line when it was, if it says so: “11.2 tansy last night”.
 * @returns what it said and the line without it; undefined when it says nothing of a time
 * @throws {CalculationError} for a time that is none, such as 25:70
 */
export function takeWhen(line: string): { when: When; rest: string } | undefined {
  const said = tidy(line);
  const found = anywhere.exec(said);
  if (!found || otherwise.test(found[1]!)) return undefined;
  const rest = `${said.slice(0, found.index)} ${said.slice(found.index + found[0].length)}`;
  return { when: understood(found[1]!), rest: rest.replace(/\s+/g, ' ').replace(/^[ ,]+|[ ,.]+$/g, '') };
}

/**
 * Reads when something was, as people say it: “last night”, “14 h ago”, “yesterday evening”, “Monday 6:30”, “23 Nov”.
 * A number of hours alone is so long ago.
 * @throws {CalculationError} quoting what was not understood, with what may be said
 */
export function readWhen(text: string): When {
  const said = tidy(text);
  if (whole.test(said)) return understood(said);
  if (/\d/.test(said) && !/^\d{1,2}$/.test(said)) {
    try {
      const { kind, value } = parseQuantity(said, 'metric', 'duration');
      if (kind === 'duration' && value >= 0) return { kind: 'ago', minutes: value };
    } catch (error) {
      if (!(error instanceof CalculationError)) throw error;
    }
  }
  if (/^\d{1,2}$/.test(said)) return { kind: 'ago', minutes: 60 * Number(said) };
  throw new CalculationError(
    `“${text.trim()}” was not understood as a time: say for example 14 h ago, last night, yesterday 18:30, Monday 6:30.`,
    'when',
  );
}

function understood(said: string): When {
  if (/ago$/.test(said)) return { kind: 'ago', minutes: minutesOf(said) };
  if (/^(just )?now$/.test(said)) return { kind: 'ago', minutes: 0 };
  const time = clockOf(said);
  const found = dayOf(said);
  const last = /last (night|evening)|overnight/.test(said);
  return {
    kind: 'on',
    day: found ?? (last ? { ago: 1 } : /\b(this|tonight)\b/.test(said) ? { ago: 0 } : undefined),
    time,
  };
}

/** Least and most that “a few” is, and its middle. */
const few = 3;

function minutesOf(said: string): number {
  const text = said
    .replace(/ ago$/, '')
    .replace(/^(about|around|some|roughly) /, '')
    .replace(/^a few/, String(few))
    .replace(/^half an? /, '0.5 ')
    .replace(/^a quarter of an /, '0.25 ')
    .replace(/^an? (?!couple)/, '1 ')
    .replace(/\b(hrs?)\b/, 'hours');
  const half = / and a half/.test(text);
  const plain = text
    .replace(/ and a half/, '')
    .replace(/, | and /, ' ')
    .replace(/(\d)m$/, '$1 min');
  const weeks = /^(.*?) ?weeks?$/.exec(plain);
  if (weeks) return 7 * minutesOf(`${weeks[1]!} days${half ? ' and a half' : ''} ago`);
  const days = /^(.*?) ?(?:days?|d)$/.exec(plain);
  const unit = days ? 1440 : /min/.test(plain) && !/h/.test(plain) ? 1 : 60;
  const { value } = parseQuantity(days ? `${days[1]!} h` : plain, 'metric', 'duration');
  return (days ? 24 * value : value) + (half ? unit / 2 : 0);
}

const hourWords = [
  'twelve',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
];

/** A time of day in what was said: by the clock, else the middle of its part of the day. */
function clockOf(said: string): ClockTime | undefined {
  const partSaid =
    Object.keys(parts).find((one) => new RegExp(`\\b${one}\\b`).test(said)) ??
    (/\btonight\b|\bovernight\b/.test(said) ? 'night' : undefined);
  const past = /(half past|quarter past|quarter to) (\d{1,2}|[a-z]+)/.exec(said);
  const digits =
    /\b(\d{1,2}):(\d\d)(?: ?([ap])\.?m\.?)?/.exec(said) ??
    /\b(\d{1,2})(?:\.(\d\d))? ?([ap])\.?m\.?(?=$|[ ,])/.exec(said) ??
    /\b(\d{1,2})() o'?clock/.exec(said) ??
    /\bat (\d{1,2})(?![\d.,:])/.exec(said);
  let hour: number | undefined;
  let minute = 0;
  let half: string | undefined;
  if (past) {
    const word = /^\d/.test(past[2]!) ? Number(past[2]) % 12 : hourWords.indexOf(past[2]!);
    if (word < 0) return undefined;
    minute = past[1] === 'half past' ? 30 : past[1] === 'quarter past' ? 15 : 45;
    hour = past[1] === 'quarter to' ? (word + 11) % 12 : word;
  } else if (digits) {
    hour = Number(digits[1]);
    minute = Number(digits[2] || 0);
    half = digits[3];
  }
  if (hour === undefined)
    return partSaid === undefined ? undefined : { hour: middleOf(said, partSaid), minute: 0, either: false };
  if (hour > 24 || minute > 59 || (half && (hour < 1 || hour > 12)))
    throw new CalculationError(`“${said}”: there is no such time on a clock.`, 'when');
  if (half) return { hour: (hour % 12) + (half === 'p' ? 12 : 0), minute, either: false };
  if (partSaid) {
    const after = parts[partSaid]! >= 12 || (partSaid === 'night' && hour >= 6);
    return {
      hour: hour < 12 && after && !(partSaid === 'night' && hour < 6) ? hour + 12 : hour % 24,
      minute,
      either: false,
    };
  }
  return { hour: hour % 24, minute, either: hour >= 1 && hour <= 12 && !/^0\d/.test(digits?.[1] ?? '') };
}

/** An evening is said last night as well; early and late move a part by an hour. */
function middleOf(said: string, one: string): number {
  const hour = /last night|overnight/.test(said) ? 20 : parts[one]!;
  return hour + (/\bearly\b/.test(said) ? -1 : /\blate\b/.test(said) ? 1 : 0);
}

function dayOf(said: string): Extract<When, { kind: 'on' }>['day'] {
  if (/day before yesterday/.test(said)) return { ago: 2 };
  if (/\byesterday\b/.test(said)) return { ago: 1 };
  if (/\btoday\b/.test(said)) return { ago: 0 };
  const weekday = weekdays.findIndex((one) => said.includes(one));
  if (weekday >= 0) return { weekday };
  const iso = /\d{4}-\d\d-\d\d/.exec(said)?.[0];
  if (iso) return { date: iso };
  const named = new RegExp(
    `(?:(\\d{1,2})(?:st|nd|rd|th)? (?:of )?(${months.join('|')})|(${months.join('|')})[a-z]* (\\d{1,2}))`,
  ).exec(said);
  if (!named) return undefined;
  const month = months.indexOf(named[2] ?? named[3]!) + 1;
  const date = Number(named[1] ?? named[4]);
  if (date < 1 || date > 31) throw new CalculationError(`“${said}”: there is no such day.`, 'when');
  return { date: `--${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}` };
}
