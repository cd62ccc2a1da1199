import { snapshotOf } from '@/data/farmScope';
import { sayInUtc } from '@/data/farm/wholeFarm';
import { csvHeading, csvLines } from '@/formats/farm/csv';
import type { Row, TableKey } from '@/formats/farm/tables';
import { rowsAtOnce, tables } from '@/formats/farm/tables';
import { rowsOf } from './exportFarm';

const atOnce = 500;

export const isTable = (name: string): name is TableKey => Object.hasOwn(tables, name);

/** One table as CSV, a line a row, as it stands at one moment. */
export async function* tableCsv(farmId: string, key: TableKey): AsyncGenerator<string> {
  // What is drawn is no cell: it is in the whole document.
  const columns = Object.keys(tables[key].columns).filter((name) => name !== 'webp');
  const { scope, end } = await snapshotOf(farmId);
  try {
    await sayInUtc(scope);
    yield csvHeading(columns);
    const many = rowsAtOnce(tables[key], atOnce);
    let rows: Row[] = [];
    for await (const row of rowsOf(scope, key)) {
      if (rows.push(row) < many) continue;
      yield csvLines(columns, rows);
      rows = [];
    }
    yield csvLines(columns, rows);
  } finally {
    await end();
  }
}
