import Papa from 'papaparse';
import type { Row } from './tables';

/** A cell that a spreadsheet would take for a formula begins like this. */
const formula = /^[=+\-@\t\r]/;

/**
 * Rows as lines of CSV (RFC 4180), without their heading. What would be taken for a formula is put behind an apostrophe; a number below
 * nothing is a number. What is nested stands as JSON.
 */
export const csvLines = (columns: readonly string[], rows: readonly Row[]): string =>
  rows.length === 0
    ? ''
    : `${Papa.unparse(
        rows.map((row) => columns.map((name) => cellOf(row[name]))),
        { newline: '\r\n' },
      )}\r\n`;

export const csvHeading = (columns: readonly string[]): string => `${Papa.unparse([[...columns]])}\r\n`;

function cellOf(value: unknown): string | number | boolean {
  if (value === null || value === undefined) return '';
  if (typeof value === 'number' || typeof value === 'boolean') return value;
  return defused(typeof value === 'string' ? value : JSON.stringify(value));
}

/** A text that no spreadsheet runs. */
export const defused = (text: string): string => (formula.test(text) ? `'${text}` : text);
