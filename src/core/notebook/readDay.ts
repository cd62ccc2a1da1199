import { isValid, parse, toDate } from 'date-fns';

/** In which order the numbers of a day are written. */
export type DateOrder = 'dmy' | 'mdy' | 'ymd';
/** An ISO date. */
export type Day = string;

/** Spellings of each order, the plain ones first; a year of two figures is one of this century. */
const spellings: Record<DateOrder, readonly string[]> = {
  ymd: ['y-M-d', 'y/M/d', 'y.M.d'],
  dmy: ['d-M-y', 'd/M/y', 'd.M.y'],
  mdy: ['M-d-y', 'M/d/y', 'M.d.y'],
};
/** Days that have a word for the month are of no order. */
const worded = ['d MMM y', 'd MMMM y', 'MMM d y', 'MMMM d y', 'd-MMM-y', 'y MMM d'];
const [first, last] = [1900, 2100];

/** The ISO date that a cell of a notebook means; undefined where it is none in this order. Years of four figures in front are always ISO. */
export function readDay(cell: string, order: DateOrder): Day | undefined {
  const text = cell
    .trim()
    .replace(/^(mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?,?\s+/i, '')
    .replace(/(\d)(st|nd|rd|th)\b/i, '$1')
    .replace(/,/g, ' ')
    .replace(/\s+/g, ' ')
    .replace(/([a-z]{3,})\./i, '$1')
    .replace(/\bsept\b/i, 'Sep');
  const formats = /^\d{4}\D/.test(text) ? spellings.ymd : [...spellings[order], ...worded];
  for (const format of formats) {
    const read = parse(text, format, noon);
    if (!isValid(read)) continue;
    const year = read.getFullYear() < 100 ? read.getFullYear() + 2000 : read.getFullYear();
    if (year < first || year > last) continue;
    return `${year}-${two(read.getMonth() + 1)}-${two(read.getDate())}`;
  }
  return undefined;
}

/** What is not written of a day is taken from here, which is no day of anybody’s. */
const noon = toDate(43_200_000);
const two = (value: number): string => String(value).padStart(2, '0');

/** The orders that every day of a notebook can be read in; the house’s own comes first where more than one can. */
export function ordersOf(cells: readonly string[], usual: DateOrder): DateOrder[] {
  const written = cells.filter((cell) => /\d/.test(cell));
  const fits = (order: DateOrder) => written.filter((cell) => readDay(cell, order) !== undefined).length;
  const all: DateOrder[] = [usual, ...(['dmy', 'mdy', 'ymd'] as const).filter((order) => order !== usual)];
  const most = Math.max(...all.map(fits));
  return all.filter((order) => fits(order) === most);
}
