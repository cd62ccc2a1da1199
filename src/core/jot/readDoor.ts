import { CalculationError } from '../calculationError';
import { addDays, daysBetween, weekdayOf } from '../keeping/civilDate';
import { creamDensity } from '../dairy/creamDensity';
import { densities } from '../quantities/measuring';
import { parseQuantity } from '../quantities/parseQuantity';
import type { UnitSystem } from '../quantities/units';

/** What one line of the page on the fridge door says: a day, and what was written down of it. Masses in g. */
export interface DoorDay {
  date: string;
  /** Milk in the morning and in the evening, as it was typed beside it. */
  morning?: { mass: number; typed: string };
  evening?: { mass: number; typed: string };
  cream?: { mass: number; volume: number; typed: string };
  /** °C and minutes of a churning, where they were written. */
  celsius?: number;
  minutes?: number;
  butter?: { mass: number; typed: string; salted: boolean };
}

export interface DoorLine {
  /** The line as it was typed. */
  typed: string;
  day?: DoorDay;
  /** Why it was not understood. */
  wrong?: string;
}

const bare: Record<UnitSystem, string> = { metric: 'L', us: 'qt', imperial: 'pt' };
const weekdays = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];
const months = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** Cream of usual fat from the fridge, g/mL. */
const coldCream = creamDensity(0.3, 5);
/** One page is four weeks; nobody types in more than a season at once. */
export const mostLines = 120;

/**
 * Reads a handwritten page, a day a line: `11.2, 10.8, cream 0.9, churned 14 C 22 min, butter 612 g salted`. The first line is
 * of the first day, each one after it of the next; `Thu:`, `5:` or `5 Nov:` before a line sets its day. An empty line is a day on
 * which nothing was written.
 * @param from ISO date of the first line
 * @param today ISO date: nothing is written of a day to come
 */
export function readDoor(text: string, from: string, today: string, system: UnitSystem): DoorLine[] {
  let next = from;
  const typed = text.replace(/\s+$/, '').split('\n');
  return typed.slice(0, mostLines).map((line): DoorLine => {
    try {
      const [, before, rest] = /^\s*(?:([^:,]{1,16}):)?(.*)$/.exec(line)!;
      const date = before === undefined ? next : dateOf(before, next);
      if (daysBetween(date, today) < 0) throw new CalculationError(`${date} is still to come.`);
      next = addDays(date, 1);
      return { typed: line, day: readDay(rest!, date, system) };
    } catch (error) {
      if (!(error instanceof CalculationError)) throw error;
      return { typed: line, wrong: error.message };
    }
  });
}

/** “Thu”, “5”, “5 Nov”, “2026-11-05”: the next such day from the one that would come. */
function dateOf(said: string, next: string): string {
  const words = said.trim().toLowerCase();
  if (/^\d{4}-\d\d-\d\d$/.test(words)) return addDays(words, 0);
  const weekday = weekdays.findIndex((day) => words.startsWith(day));
  const day = /\b(\d{1,2})\b/.exec(words)?.[1];
  const month = months.findIndex((name) => new RegExp(`\\b${name}`).test(words));
  const fits = (date: string) =>
    (day === undefined || Number(date.slice(8)) === Number(day)) &&
    (month < 0 || Number(date.slice(5, 7)) === month + 1) &&
    (weekday < 0 || weekdayOf(date) === weekday);
  if (weekday >= 0 || day !== undefined)
    for (let ahead = 0; ahead < 366; ahead += 1) if (fits(addDays(next, ahead))) return addDays(next, ahead);
  throw new CalculationError(`“${said.trim()}” is no day: say “Thu”, “5” or “5 Nov”.`);
}

const number = String.raw`\d+(?:[.,]\d+)?`;
const churning = new RegExp(
  String.raw`^churn(?:ed)?(?: at)?(?: (${number}) ?°? ?([cf])?(?![a-z]))?(?: (?:in |for )?(${number}) ?min(?:utes)?)?$`,
);

function readDay(said: string, date: string, system: UnitSystem): DoorDay {
  const day: DoorDay = { date };
  const twice = (what: string) => new CalculationError(`${what} is there twice.`);
  // A comma with a space behind it parts; one within a number is its decimal.
  for (const item of said.split(/;|,(?=\s|$)/)) {
    const words = item.trim().toLowerCase().replace(/\s+/g, ' ');
    if (words === '' || /^(nothing|none|[-–—])$/.test(words)) continue;
    const cream = /^cream (.+)$/.exec(words)?.[1];
    const butter = /^butter (.+?)(?:,? ?(salted|unsalted))?$/.exec(words);
    const churned = churning.exec(words);
    const milk = /^(?:(morning|evening|am|pm) )?(\d.*)$/.exec(words);
    if (cream !== undefined) {
      if (day.cream) throw twice('Cream');
      const { mass, volume } = amount(cream, system, coldCream);
      day.cream = { mass, volume, typed: item.trim() };
    } else if (butter) {
      if (day.butter) throw twice('Butter');
      day.butter = { mass: butterMass(butter[1]!, system), typed: item.trim(), salted: butter[2] === 'salted' };
    } else if (churned && (churned[1] ?? churned[3]) !== undefined) {
      const decimal = (value: string) => Number(value.replace(',', '.'));
      if (churned[1] !== undefined) day.celsius = celsiusOf(decimal(churned[1]), churned[2], system);
      if (churned[3] !== undefined) day.minutes = decimal(churned[3]);
    } else if (milk) {
      const half =
        milk[1] === undefined ? (day.morning ? 'evening' : 'morning') : /^(evening|pm)$/.test(milk[1]) ? 'evening' : 'morning';
      if (day[half]) throw twice(milk[1] === undefined ? 'A third milking: milk of the evening' : `Milk of the ${half}`);
      day[half] = { mass: amount(milk[2]!, system, densities.warmMilk).mass, typed: item.trim() };
    } else
      throw new CalculationError(
        `“${item.trim()}” was not understood. Say “11.2” for milk, “cream 0.9”, “churned 14 C 22 min”, “butter ${system === 'metric' ? '612 g' : '1 lb 5 oz'} salted”.`,
      );
  }
  return day;
} // prettier-ignore

function amount(words: string, system: UnitSystem, density: number): { mass: number; volume: number } {
  const quantity = either(`${words} ${bare[system]}`, words, system);
  if (quantity.kind !== 'mass' && quantity.kind !== 'volume')
    throw new CalculationError(`“${words}” is no amount of milk or cream.`);
  if (!(quantity.value > 0)) throw new CalculationError(`“${words}”: an amount above zero is needed.`);
  return quantity.kind === 'mass'
    ? { mass: quantity.value, volume: quantity.value / density }
    : { mass: quantity.value * density, volume: quantity.value };
}

function butterMass(words: string, system: UnitSystem): number {
  // Grams are the only thing butter is weighed in there; pounds or ounces are said.
  if (system !== 'metric' && !/[a-z]/.test(words))
    throw new CalculationError(`“butter ${words}”: pounds or ounces? Say “1 lb 5 oz”.`);
  const quantity = system === 'metric' ? either(`${words} g`, words, system) : parseQuantity(words, system, 'mass');
  if (quantity.kind !== 'mass' || !(quantity.value > 0))
    throw new CalculationError(`“butter ${words}”: a weight is needed, such as ${system === 'metric' ? '612 g' : '1 lb 5 oz'}.`);
  return quantity.value;
} // prettier-ignore

function either(first: string, second: string, system: UnitSystem) {
  try {
    return parseQuantity(first, system);
  } catch (error) {
    if (!(error instanceof CalculationError)) throw error;
    return parseQuantity(second, system);
  }
}

/** Cream is churned between these, °C: what is outside was written in the other unit, or is a slip. */
const churnedBetween = { low: 2, high: 32 };

function celsiusOf(value: number, unit: string | undefined, system: UnitSystem): number {
  const celsius = (unit ?? (system === 'us' ? 'f' : 'c')) === 'f' ? (value - 32) / 1.8 : value;
  if (celsius < churnedBetween.low || celsius > churnedBetween.high)
    throw new CalculationError(`“${value}”: cream is not churned so ${celsius < 10 ? 'cold' : 'warm'}; say C or F with it.`);
  return celsius;
} // prettier-ignore
