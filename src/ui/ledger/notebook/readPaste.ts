import Papa from 'papaparse';

/** What was pasted, or read from a file: its headers, and its lines; nothing where there is nothing to read. */
export interface Pasted {
  headers: string[];
  lines: string[][];
}

/** Longest line and table that are taken at once. */
const most = { lines: 1000, columns: 60, cell: 500 } as const;

/**
 * Cells of what was copied from a table or written as CSV: comma, semicolon, tab, whatever stands between them. Where the
 * first line holds numbers it is no header, and columns are counted.
 */
export function readPaste(text: string): Pasted | { wrong: string } | undefined {
  if (text.trim() === '') return undefined;
  const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' });
  const lines = data.map((cells) => cells.map((cell) => cell.trim()));
  const width = Math.max(...lines.map((cells) => cells.length));
  if (width < 2)
    return { wrong: 'One column was found: put commas, semicolons or tabs between what belongs to a batch.' };
  if (width > most.columns)
    return { wrong: `${width} columns are more than a notebook has: ${most.columns} are taken.` };
  const [first = [], ...rest] = lines;
  const headed = first.every((cell) => !/^\s*[\d¼½¾]/.test(cell));
  const body = headed ? rest : lines;
  if (body.length === 0)
    return { wrong: 'Only its headers were found: the lines under them are what is read.' };
  if (body.length > most.lines)
    return {
      wrong: `${body.length} lines are more than are taken at once: bring ${most.lines}, and then the rest.`,
    };
  return {
    headers: Array.from({ length: width }, (_, i) => (headed ? first[i] : undefined) || `Column ${i + 1}`),
    lines: body.map((cells) => Array.from({ length: width }, (_, i) => (cells[i] ?? '').slice(0, most.cell))),
  };
}
