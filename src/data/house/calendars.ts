import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** An address a calendar may read: when it was made. Its secret nobody here knows. */
export interface CalendarAddress {
  id: string;
  madeAt: Date;
}

/** Addresses that are open, the oldest first. */
export async function calendarsOf({ farmId, transaction }: FarmScope): Promise<CalendarAddress[]> {
  return database().query<CalendarAddress>(
    `SELECT id, made_at AS "madeAt" FROM calendar_address WHERE farm_id = :farmId AND closed_at IS NULL ORDER BY made_at, id`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
}

export async function openCalendar(
  { farmId, transaction }: FarmScope,
  { id, hash, madeAt }: { id: string; hash: string; madeAt: Date },
): Promise<void> {
  await database().query(
    `INSERT INTO calendar_address (farm_id, id, secret_hash, made_at) VALUES (:farmId, :id, :hash, :madeAt)`,
    { replacements: { farmId, id, hash, madeAt }, transaction },
  );
}

/** Closes an address for good; says whether it was open. */
export async function closeCalendar(
  { farmId, transaction }: FarmScope,
  id: string,
  closedAt: Date,
): Promise<boolean> {
  const rows = await database().query<{ id: string }>(
    `UPDATE calendar_address SET closed_at = :closedAt WHERE farm_id = :farmId AND id = :id AND closed_at IS NULL RETURNING id`,
    { replacements: { farmId, id, closedAt }, type: QueryTypes.SELECT, transaction },
  );
  return rows.length > 0;
}

/** Whose calendar an address is, by the hash of its secret; undefined when there is none, or it was closed. */
export async function farmOfCalendar(hash: string): Promise<string | undefined> {
  const [row] = await database().query<{ id: string | null }>('SELECT farm_of_calendar(:hash) AS id', {
    replacements: { hash },
    type: QueryTypes.SELECT,
  });
  return row?.id ?? undefined;
}
