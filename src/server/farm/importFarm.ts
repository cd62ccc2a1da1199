import { seeFromShelf } from '@/data/churning/batches';
import { isDeepStrictEqual } from 'node:util';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import { checkAll, countRows, fillIn, putFarmRow, putRows, rowsAfter, sayInUtc } from '@/data/farm/wholeFarm';
import type { ImportReport } from './views';
import type { FarmDocument, Trouble } from '@/formats/farm/document';
import { keyOf, readDocument } from '@/formats/farm/document';
import type { Row, TableKey } from '@/formats/farm/tables';
import { farmColumns, rowsAtOnce, tableKeys, tables } from '@/formats/farm/tables';

const atOnce = 1000;
const mostTold = 200;
/** What a house has as soon as somebody looked around in it: it is no reason not to take a farm in. */
const books: readonly TableKey[] = ['lots', 'batches', 'entries'];

class RolledBack extends Error {}

/**
 * Takes a whole farm in: all of it or nothing. A document that is all there already changes nothing; one that says otherwise of what
 * is there is refused, row by row.
 * @param dry only looks: everything is tried, and nothing stays
 */
export async function importFarm(farmId: string, sent: unknown, dry: boolean): Promise<ImportReport> {
  const read = readDocument(sent);
  if ('troubles' in read)
    return { outcome: 'refused', says: many(read.troubles), tables: {}, troubles: read.troubles };
  const { document } = read;
  let report: ImportReport | undefined;
  try {
    return await inFarm(farmId, async (scope) => {
      await sayInUtc(scope);
      report = await compared(scope, document);
      if (report.outcome !== 'possible') return report;
      await putFarm(scope, document);
      if (dry) throw new RolledBack();
      return { ...report, outcome: 'taken', says: 'All of it was taken in.' };
    });
  } catch (error) {
    if (error instanceof RolledBack) return report!;
    const said = databaseSays(error);
    if (said === undefined) throw error;
    return { outcome: 'refused', says: 'The books of this file do not hold together.', tables: report?.tables ?? {}, troubles: [{ where: 'the books', says: said }] };
  }
} // prettier-ignore

const many = (troubles: readonly Trouble[]): string =>
  troubles.length === 1
    ? 'One thing of this file cannot be taken in.'
    : `${troubles.length >= mostTold ? 'More than ' : ''}${troubles.length} things of this file cannot be taken in.`;

/** A farm document against what is there. */
async function compared(scope: FarmScope, document: FarmDocument): Promise<ImportReport> {
  const counts = await countRows(scope, tableKeys.map((key) => tables[key].table)); // prettier-ignore
  const found: ImportReport['tables'] = {};
  const troubles: Trouble[] = [];
  for (const key of tableKeys) {
    const rows = document.tables[key];
    if (counts[tables[key].table] === 0) {
      found[key] = { fresh: rows.length, same: 0, other: 0 };
      continue;
    }
    const there = await rowsThere(scope, key);
    const told = { fresh: 0, same: 0, other: 0 };
    for (const [i, row] of rows.entries()) {
      const known = there.get(keyOf(tables[key], row));
      if (!known) told.fresh += 1;
      else if (isDeepStrictEqual(known, row)) told.same += 1;
      else {
        told.other += 1;
        const column = Object.keys(known).find((name) => !isDeepStrictEqual(known[name], row[name]));
        if (troubles.length < mostTold)
          troubles.push({ where: `${key}, row ${i + 1}, ${column}`, says: 'this house says otherwise.' });
      }
    }
    found[key] = told;
  }
  const all = Object.values(found);
  const [fresh, other] = [all.reduce((sum, one) => sum + one.fresh, 0), all.reduce((sum, one) => sum + one.other, 0)]; // prettier-ignore
  if (fresh === 0 && other === 0)
    return {
      outcome: 'nothing',
      says: 'All of it is here already: nothing changes.',
      tables: found,
      troubles: [],
    };
  if (other > 0) return { outcome: 'refused', says: many(troubles), tables: found, troubles };
  const booked = books.filter((key) => counts[tables[key].table]! > 0);
  if (booked.length > 0)
    return {
      outcome: 'refused',
      says: 'This house has books of its own: a whole farm is taken in where nothing is written yet.',
      tables: found,
      troubles: [],
    };
  return { outcome: 'possible', says: 'All of it can be taken in.', tables: found, troubles: [] };
}

async function rowsThere(scope: FarmScope, key: TableKey): Promise<Map<string, Row>> {
  const there = new Map<string, Row>();
  const part = rowsAtOnce(tables[key], atOnce);
  let after: Row | undefined;
  for (;;) {
    const rows: Row[] = await rowsAfter(scope, tables[key], after, part);
    for (const row of rows) there.set(keyOf(tables[key], row), row);
    if (rows.length < part) return there;
    after = rows.at(-1)!;
  }
}

/** Puts everything in, in an order in which each leans on what is there; what leans back is filled in afterwards. */
async function putFarm(scope: FarmScope, { farm, tables: rows }: FarmDocument): Promise<void> {
  const put = async (key: TableKey, change: (row: Row) => Row = (row) => row, of: readonly Row[] = rows[key]) => {
    const part = rowsAtOnce(tables[key], atOnce);
    for (let i = 0; i < of.length; i += part) await putRows(scope, tables[key], of.slice(i, i + part).map(change));
  };
  await putFarmRow(scope, farmColumns, farm);
  const newOf = async (key: TableKey) => {
    const there = await rowsThere(scope, key);
    return rows[key].filter((row) => !there.has(keyOf(tables[key], row)));
  };
  await put('animals', undefined, await newOf('animals'));
  await put('vessels', undefined, await newOf('vessels'));
  await put('commands', undefined, await newOf('commands'));
  await put('withdrawals');
  // What a lot is kept from people for is known from the end: what went to them before went rightly.
  await put('lots', (row) => ({ ...row, batch_id: null, blocked_reason: null, blocked_until: null }));
  await put('batches', (row) => ({ ...row, churned_entry_id: null }));
  await fillIn(scope, 'lot', ['batch_id'], rows.lots.filter(({ batch_id: batch }) => batch !== null));
  for (const entries of inTurn(rows.entries)) await put('entries', undefined, entries);
  await put('lines');
  await fillIn(scope, 'batch', ['churned_entry_id'], rows.batches.filter(({ churned_entry_id: entry }) => entry !== null));
  for (const key of ['batchEvents', 'portions', 'lotEvents', 'parked', 'cleanings', 'pictures'] as const) await put(key);
  await put('ways', undefined, await newOf('ways'));
  await put('answered', undefined, await newOf('answered'));
  await seeFromShelf(scope);
  await checkAll(scope);
  await fillIn(scope, 'lot', ['blocked_reason', 'blocked_until'], rows.lots.filter((row) => row.blocked_reason !== null || row.blocked_until !== null));
  await checkAll(scope);
} // prettier-ignore

/** Entries with what each corrects before it: those that correct nothing first, then those that correct them, and so on. */
function inTurn(entries: readonly Row[]): Row[][] {
  const turns: Row[][] = [];
  const put = new Set<unknown>([null]);
  let left = entries;
  while (left.length > 0) {
    const turn = left.filter((row) => put.has(row.corrects_id));
    if (turn.length === 0) return [...turns, [...left]];
    turns.push(turn);
    for (const { id } of turn) put.add(id);
    const done = new Set(turn);
    left = left.filter((row) => !done.has(row));
  }
  return turns;
}

/** What the database has against it, where it is the file's doing: a row that contradicts another, or an account that does not add up. */
function databaseSays(error: unknown): string | undefined {
  const original = (error as { original?: { code?: string; message?: string; table?: string } }).original;
  const code = original?.code ?? '';
  return /^(?:22|23|IM)/.test(code)
    ? `${original?.table ? `${original.table}: ` : ''}${original?.message ?? 'it does not fit.'}`
    : undefined;
}
