import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** Cream that was set to sour and failed, by what somebody saw; newest first. */
export async function failedSourings(
  { farmId, transaction }: FarmScope,
  limit: number,
): Promise<{ lotId: string; code: string; at: Date; seen: string }[]> {
  return database().query(
    `SELECT DISTINCT ON (l.id) l.id AS "lotId", l.code, e.at, e.data->>'seen' AS seen
     FROM lot l JOIN lot_event e ON e.farm_id = l.farm_id AND e.lot_id = l.id
     WHERE l.farm_id = :farmId AND l.kind = 'cream' AND e.kind = 'looked' AND e.data->>'seen' IN ('mould', 'pink', 'gas', 'foul')
       AND EXISTS (SELECT 1 FROM lot_event s WHERE s.farm_id = l.farm_id AND s.lot_id = l.id AND s.kind = 'soured')
       AND NOT EXISTS (SELECT 1 FROM lot_event u WHERE u.farm_id = e.farm_id AND u.lot_id = e.lot_id
                       AND u.kind = 'undone' AND u.data->>'eventId' = e.id)
     ORDER BY l.id, e.at DESC LIMIT :limit`,
    { replacements: { farmId, limit }, type: QueryTypes.SELECT, transaction },
  );
}
