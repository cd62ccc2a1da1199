import { CalculationError } from '../calculationError';
import { readAmount } from '../quantities/readAmount';
import type { Quantity } from '../quantities/parseQuantity';
import type { QuantityKind, UnitSystem } from '../quantities/units';
import type { Day, DateOrder } from './readDay';
import { readDay } from './readDay';

/** What a column of a notebook may be. */
export const notebookFields = {
  date: { name: 'Day', kinds: [], header: /^(day|date|when)\b/i },
  cream: { name: 'Cream, how much', kinds: ['volume', 'mass'], header: /^cream(?!.*(fat|temp|%))/i },
  fat: { name: 'Cream’s fat', kinds: ['fraction'], header: /fat|richness/i },
  temperature: { name: 'Temperature', kinds: ['temperature'], header: /temp|°|warm|degrees/i },
  churn: { name: 'Churned in', kinds: [], header: /churn(?!ing)|tool|machine|^in$/i },
  minutes: {
    name: 'Minutes to the break',
    kinds: ['duration'],
    header: /min|time|broke|break|took|churning/i,
  },
  buttermilk: { name: 'Buttermilk', kinds: ['volume', 'mass'], header: /buttermilk|^bm$/i },
  butter: { name: 'Butter', kinds: ['mass', 'volume'], header: /butter|yield|made/i },
  salt: { name: 'Salt', kinds: ['mass', 'fraction', 'volume'], header: /salt/i },
  ripened: { name: 'Ripened or sweet', kinds: [], header: /ripe|cultur|sour|sweet/i },
  note: { name: 'Note', kinds: [], header: /note|remark|comment|how it went/i },
} as const satisfies Record<string, { name: string; kinds: readonly QuantityKind[]; header: RegExp }>;
export type NotebookField = keyof typeof notebookFields;
/** The order matters where a header fits two: buttermilk is no butter. */
const guessed: readonly NotebookField[] = ['date', 'buttermilk', 'fat', 'temperature', 'minutes', 'salt', 'ripened', 'churn', 'cream', 'butter', 'note']; // prettier-ignore

/** What a column is, and the unit of a number alone in it; `none` is left out. */
export interface Column {
  field: NotebookField | 'none';
  unit: string;
}

/** Units that may stand in a header, or be chosen for a column, by what they measure. */
export const columnUnits: Record<QuantityKind, readonly string[]> = {
  mass: ['g', 'kg', 'oz', 'lb'],
  volume: ['mL', 'L', 'cups', 'pt', 'qt', 'gal'],
  temperature: ['°C', '°F'],
  duration: ['min', 'h'],
  fraction: ['%'],
};
const headerUnits: readonly [RegExp, string][] = [
  [/\bkg\b|kilo/i, 'kg'], [/\b(g|grams?|gr)\b/i, 'g'], [/\b(oz|ounces?)\b/i, 'oz'], [/\b(lbs?|pounds?)\b/i, 'lb'], [/\b(ml|millilit)/i, 'mL'],
  [/\b(l|lit(re|er)s?)\b/i, 'L'], [/\b(cups?)\b/i, 'cups'], [/\b(pts?|pints?)\b/i, 'pt'], [/\b(qts?|quarts?)\b/i, 'qt'], [/\b(gal|gallons?)\b/i, 'gal'],
  [/°?\s?\bf(ahrenheit)?\b/i, '°F'], [/°?\s?\bc(elsius)?\b/i, '°C'], [/\b(h|hours?)\b/i, 'h'], [/\bmin/i, 'min'], [/%/, '%'],
]; // prettier-ignore

/** What a bare number in a column of this field is taken for, where its header names no unit. */
function usualUnit(field: NotebookField, system: UnitSystem): string {
  const us = system !== 'metric';
  const units: Partial<Record<NotebookField, string>> = {
    cream: us ? 'qt' : 'L', buttermilk: us ? 'qt' : 'L', butter: us ? 'oz' : 'g', salt: us ? 'oz' : 'g',
    temperature: system === 'us' ? '°F' : '°C', minutes: 'min', fat: '%',
  }; // prettier-ignore
  return units[field] ?? '';
}

/** Columns by their headers, each field once; the maker puts right what was guessed wrong. */
export function guessColumns(headers: readonly string[], system: UnitSystem): Column[] {
  const taken = new Set<NotebookField>();
  const columns: Column[] = headers.map(() => ({ field: 'none', unit: '' }));
  for (const field of guessed) {
    const at = headers.findIndex(
      (header, i) => columns[i]!.field === 'none' && notebookFields[field].header.test(header.trim()),
    );
    if (at < 0 || taken.has(field)) continue;
    taken.add(field);
    columns[at] = { field, unit: unitOf(field, headers[at]!) ?? usualUnit(field, system) };
  }
  return columns;
}

function unitOf(field: NotebookField, header: string): string | undefined {
  const may = notebookFields[field].kinds.flatMap((kind: QuantityKind) => columnUnits[kind]);
  // What stands in brackets, or last, is the unit; “cream” holds a c, and is none.
  const place = /[([]([^)\]]+)[)\]]/.exec(header)?.[1] ?? header.split(/[\s,]+/).at(-1) ?? '';
  return headerUnits.find(([says, unit]) => may.includes(unit) && says.test(place))?.[1];
}

/** A row that could be read. Masses and volumes as they were written; shares as fractions; °C and minutes. */
export interface NotebookRow {
  day: Day;
  cream: Quantity;
  creamTyped: string;
  fat: number | undefined;
  celsius: number | undefined;
  /** The churn’s name as it was written. */
  churn: string | undefined;
  minutes: number | undefined;
  buttermilk: Quantity | undefined;
  butter: Quantity;
  salt: Quantity | undefined;
  ripened: boolean;
  note: string | undefined;
}

/** What is wrong with a row: in which column, and what would be right. */
export interface Dirty {
  column: number;
  field: NotebookField;
  says: string;
}

/** A line of the notebook: read, or what is wrong with it. Its place counts from 1, the headers not counted. */
export type ReadLine = { line: number } & (
  { row: NotebookRow; dirty?: undefined } | { row?: undefined; dirty: Dirty[] }
);

/** What it can be, so that a slip of the pen is asked about: in base units. */
const possible: Partial<Record<NotebookField, { from: number; to: number; says: string }>> = {
  fat: { from: 0.12, to: 0.6, says: 'cream that is churned holds 12 to 60 % of fat' },
  temperature: { from: 0, to: 35, says: 'cream is churned between 0 and 35 °C' },
  minutes: { from: 0.5, to: 24 * 60, says: 'a churning takes from half a minute to a day' },
};

/**
 * Reads the lines of a notebook by what its columns are. Every cell that cannot be right is named, with what would be; the
 * rest of its line waits until it is put right.
 * @param lines cells of each line, without the headers
 */
export function readNotebook(
  lines: readonly (readonly string[])[],
  columns: readonly Column[],
  order: DateOrder,
  system: UnitSystem,
): ReadLine[] {
  return lines.map((cells, i) => ({ line: i + 1, ...readLine(cells, columns, order, system) }));
}

function readLine(
  cells: readonly string[],
  columns: readonly Column[],
  order: DateOrder,
  system: UnitSystem,
): { row: NotebookRow } | { dirty: Dirty[] } {
  const dirty: Dirty[] = [];
  const at = (field: NotebookField) => columns.findIndex((column) => column.field === field);
  const typed = (field: NotebookField): string => {
    const column = at(field);
    const cell = column < 0 ? '' : (cells[column] ?? '').trim();
    return nothing.test(cell) ? '' : cell;
  };
  const written = (field: NotebookField) => withUnit(typed(field), columns[at(field)]?.unit ?? '');
  const wrong = (field: NotebookField, says: string): undefined => {
    dirty.push({ column: at(field), field, says });
    return undefined;
  };
  const read = (field: NotebookField): Quantity | undefined => {
    const cell = typed(field);
    if (cell === '') return undefined;
    try {
      const said = withUnit(cell, columns[at(field)]!.unit);
      const quantity = readAmount(said, system);
      const kinds: readonly QuantityKind[] = notebookFields[field].kinds;
      if (!kinds.includes(quantity.kind))
        return wrong(field, `“${said}” is a ${quantity.kind}; a ${kinds.join(' or a ')} is needed.`);
      const may = possible[field];
      if (may && (quantity.value < may.from || quantity.value > may.to))
        return wrong(field, `“${said}”: ${may.says}.`);
      if (quantity.value <= 0 && field !== 'temperature' && field !== 'salt')
        return wrong(field, `“${said}”: more than nothing is needed.`);
      return quantity;
    } catch (error) {
      if (error instanceof CalculationError) return wrong(field, error.message);
      throw error;
    }
  };
  const day =
    typed('date') === ''
      ? wrong('date', 'no day is written.')
      : (readDay(typed('date'), order) ?? wrong('date', `“${typed('date')}” is no day in this order.`));
  const cream =
    read('cream') ??
    (dirty.some(({ field }) => field === 'cream')
      ? undefined
      : wrong('cream', 'how much cream is not written.'));
  const butter =
    read('butter') ??
    (dirty.some(({ field }) => field === 'butter')
      ? undefined
      : wrong('butter', 'how much butter is not written.'));
  const [fat, celsius, minutes, buttermilk] = [
    read('fat'),
    read('temperature'),
    read('minutes'),
    read('buttermilk'),
  ];
  const salt = unsalted.test(typed('salt')) ? undefined : read('salt');
  if (cream && butter && massOf(butter) >= massOf(cream))
    wrong(
      'butter',
      `so much butter (“${written('butter')}”) does not come of so much cream (“${written('cream')}”).`,
    );
  if (dirty.length > 0 || !day || !cream || !butter) return { dirty };
  return {
    row: {
      day,
      cream,
      creamTyped: typed('cream').slice(0, 80),
      fat: fat?.value,
      celsius: celsius?.value,
      churn: typed('churn') || undefined,
      minutes: minutes?.value,
      buttermilk,
      butter,
      salt,
      ripened: soured.test(typed('ripened')),
      note: typed('note') || undefined,
    },
  };
}

/** Nothing is written: a dash, a dot, a question mark. */
const nothing = /^([-–—.?]|n\/?a|none written)*$/i;
const unsalted = /^(no|none|0|unsalted|without)$/i;
const soured = /^(y|yes|x|✓|1|true|ripe|ripened|sour|soured|cultured|clabbered)\b/i;

/** Butter and cream weigh about a gram a millilitre: enough to see what cannot be. */
const massOf = ({ value }: Quantity): number => value;

/** A cell as it says itself, or, where it is a number alone, in its column’s unit. */
const withUnit = (cell: string, unit: string): string =>
  unit !== '' && /^[\d.,\s/¼½¾⅓⅔]+$/.test(cell) ? `${cell} ${unit}` : cell;
