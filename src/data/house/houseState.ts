import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import { inHouse, lookInHouse } from '../houseScope';

/** How the house stands in something, as it was last written down; undefined where nothing was. */
export async function stateOf<T>(key: string): Promise<T | undefined> {
  const [row] = await lookInHouse<{ value: T }>('SELECT value FROM house_state WHERE key = :key', { key });
  return row?.value;
}

/** Changes part of it, where there is something written down. Returns whether there was. */
export const changeState = (key: string, part: Record<string, unknown>, at: Date): Promise<boolean> =>
  inHouse(async ({ transaction }) => {
    const rows = await database().query<{ key: string }>(
      'UPDATE house_state SET value = value || CAST(:part AS jsonb), at = :at WHERE key = :key RETURNING key',
      { replacements: { key, part: JSON.stringify(part), at }, type: QueryTypes.SELECT, transaction },
    );
    return rows.length > 0;
  });
