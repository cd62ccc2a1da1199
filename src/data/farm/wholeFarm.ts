import { QueryTypes } from 'sequelize';
import type { FarmScope } from '../farmScope';
import { database } from '../connection';

/** A table of the farm document, as the database has it. */
export interface WholeTable {
  table: string;
  key: readonly string[];
  columns: Record<string, string>;
}
type Row = Record<string, unknown>;

const listed = (names: readonly string[]) => names.map((name) => `"${name}"`).join(', ');

/** Times are written with the zone that is everybody's. */
export const sayInUtc = async ({ transaction }: FarmScope): Promise<void> => {
  await database().query(`SET LOCAL TimeZone = 'UTC'`, { transaction });
};

/** Rows of a table after one that was read, in the order of its key: as many as are asked for at once. */
export async function rowsAfter(
  { farmId, transaction }: FarmScope,
  { table, key, columns }: WholeTable,
  after: Row | undefined,
  limit: number,
): Promise<Row[]> {
  const rows = await database().query<{ row: Row }>(
    `SELECT to_jsonb(r) AS row FROM (
       SELECT ${listed(Object.keys(columns))} FROM "${table}"
       WHERE farm_id = :farmId ${after ? `AND (${listed(key)}) > (${key.map((_, i) => `:after${i}`).join(', ')})` : ''}
       ORDER BY ${listed(key)} LIMIT :limit) r`,
    {
      replacements: {
        farmId,
        limit,
        ...Object.fromEntries(key.map((name, i) => [`after${i}`, after?.[name] ?? null])),
      },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  return rows.map(({ row }) => row);
}

export async function farmRow(
  { farmId, transaction }: FarmScope,
  columns: Record<string, string>,
): Promise<Row> {
  const [found] = await database().query<{ row: Row }>(
    `SELECT to_jsonb(r) AS row FROM (SELECT ${listed(Object.keys(columns))} FROM farm WHERE id = :farmId) r`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return found!.row;
}

/** Sets what the farm is called and how it counts. */
export async function putFarmRow(
  { farmId, transaction }: FarmScope,
  columns: Record<string, string>,
  row: Row,
): Promise<void> {
  const names = Object.keys(columns);
  await database().query(
    `UPDATE farm SET ${names.map((name) => `"${name}" = r."${name}"`).join(', ')}
     FROM jsonb_populate_record(NULL::farm, CAST(:row AS jsonb)) r WHERE farm.id = :farmId`,
    { replacements: { farmId, row: JSON.stringify(row) }, transaction },
  );
}

/** Puts rows of a table into the farm as they are. */
export async function putRows(
  { farmId, transaction }: FarmScope,
  { table, columns }: WholeTable,
  rows: readonly Row[],
): Promise<void> {
  if (rows.length === 0) return;
  const names = listed(Object.keys(columns));
  await database().query(
    `INSERT INTO "${table}" (farm_id, ${names})
     SELECT :farmId, ${names} FROM jsonb_populate_recordset(NULL::"${table}", CAST(:rows AS jsonb))`,
    { replacements: { farmId, rows: JSON.stringify(rows) }, transaction },
  );
}

/** Sets some columns of rows that are there by their id, from rows of the same table. */
export async function fillIn(
  { farmId, transaction }: FarmScope,
  table: string,
  columns: readonly string[],
  rows: readonly Row[],
): Promise<void> {
  if (rows.length === 0) return;
  await database().query(
    `UPDATE "${table}" t SET ${columns.map((name) => `"${name}" = r."${name}"`).join(', ')}
     FROM jsonb_populate_recordset(NULL::"${table}", CAST(:rows AS jsonb)) r WHERE t.farm_id = :farmId AND t.id = r.id`,
    { replacements: { farmId, rows: JSON.stringify(rows) }, transaction },
  );
}

/** Looks at once at all that is otherwise looked at when the transaction is done. */
export const checkAll = async ({ transaction }: FarmScope): Promise<void> => {
  await database().query('SET CONSTRAINTS ALL IMMEDIATE', { transaction });
  await database().query('SET CONSTRAINTS ALL DEFERRED', { transaction });
};

/** How many rows the farm has in each of some tables. */
export async function countRows(
  { farmId, transaction }: FarmScope,
  names: readonly string[],
): Promise<Record<string, number>> {
  const [found] = await database().query<Row>(
    `SELECT ${names.map((name) => `(SELECT count(*) FROM "${name}" WHERE farm_id = :farmId) AS "${name}"`).join(', ')}`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return Object.fromEntries(Object.entries(found!).map(([name, many]) => [name, Number(many)]));
}
