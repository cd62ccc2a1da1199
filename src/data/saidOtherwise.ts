import { QueryTypes } from 'sequelize';
import { database } from './connection';
import type { FarmScope } from './farmScope';

/** Where events of batches and of lots are kept. Of a lot's, the house adds to what was sent; of a batch's, it does not. */
const kept = {
  batch: { table: 'batch_event', of: 'batch_id', same: 'e.data = event' },
  lot: { table: 'lot_event', of: 'lot_id', same: 'e.data @> event' },
} as const;

/** Ids among `events` that are there already, and there belong to another batch or lot or say something else. */
export async function idsSaidOtherwise(
  { farmId, transaction }: FarmScope,
  kind: keyof typeof kept,
  ownerId: string,
  events: readonly { id: string }[],
): Promise<string[]> {
  const { table, of, same } = kept[kind];
  const rows = await database().query<{ id: string }>(
    `SELECT e.id FROM ${table} e JOIN jsonb_array_elements(CAST(:events AS jsonb)) AS event ON e.id = event->>'id'
     WHERE e.farm_id = :farmId AND (e.${of} <> :ownerId OR NOT ${same})`,
    {
      replacements: { farmId, ownerId, events: JSON.stringify(events) },
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  return rows.map(({ id }) => id);
}
