import type { FarmScope } from '@/data/farmScope';
import { snapshotOf } from '@/data/farmScope';
import { farmRow, rowsAfter, sayInUtc } from '@/data/farm/wholeFarm';
import { formatName, version } from '@/formats/farm/document';
import type { Row, TableKey } from '@/formats/farm/tables';
import { farmColumns, rowsAtOnce, tableKeys, tables } from '@/formats/farm/tables';

/** Rows that are read at once: a farm of many years is written as it is read, and never held whole. */
const atOnce = 500;

/** Rows of a table, one after another. */
export async function* rowsOf(scope: FarmScope, key: TableKey): AsyncGenerator<Row> {
  const many = rowsAtOnce(tables[key], atOnce);
  let after: Row | undefined;
  for (;;) {
    const rows: Row[] = await rowsAfter(scope, tables[key], after, many);
    yield* rows;
    if (rows.length < many) return;
    after = rows.at(-1)!;
  }
}

/**
 * The whole farm as one JSON document, a row a line, as it stands at one moment: rows in the order of their keys, so that the same
 * farm is the same bytes.
 */
export async function* farmDocumentText(farmId: string): AsyncGenerator<string> {
  const { scope, end } = await snapshotOf(farmId);
  try {
    await sayInUtc(scope);
    const farm = await farmRow(scope, farmColumns);
    yield `{"format":"${formatName}","version":${version},\n"farm":${JSON.stringify(farm)}`;
    for (const key of tableKeys) {
      yield `,\n"${key}":[`;
      let first = true;
      let lines = '';
      for await (const row of rowsOf(scope, key)) {
        lines += `${first ? '' : ','}\n${JSON.stringify(row)}`;
        first = false;
        if (lines.length < 65_536) continue;
        yield lines;
        lines = '';
      }
      yield `${lines}]`;
    }
    yield '\n}\n';
  } finally {
    await end();
  }
}
