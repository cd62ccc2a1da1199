import type { Transaction } from 'sequelize';
import { QueryTypes } from 'sequelize';
import { database } from './connection';

/** A transaction that sees who is in the house, and no farm's books. */
export interface HouseScope {
  transaction: Transaction;
}

/** Runs `work` in one transaction that is about people: the only way to their rows. */
export const inHouse = <T>(work: (scope: HouseScope) => Promise<T>): Promise<T> =>
  database().transaction(async (transaction) => {
    await database().query(`SELECT set_config('immulgo.house', 'people', true)`, { transaction });
    return work({ transaction });
  });

/** The rows of one SELECT about people, in a single message to the database and back: what every request asks. */
export async function lookInHouse<Row extends object>(
  select: string,
  replacements: Record<string, string>,
): Promise<Row[]> {
  const rows = await database().query<Row>(`SELECT set_config('immulgo.house', 'people', true); ${select}`, {
    replacements,
    type: QueryTypes.SELECT,
  });
  return rows.slice(1);
}
