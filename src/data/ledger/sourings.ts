import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** A souring that somebody looked at, by the culture that was put in. */
export interface SouringBefore {
  lotId: string;
  route: 'mesophilic' | 'yoghurt' | 'both';
  /** The line, or what was bought. */
  culture: string;
  /** The last look at it. */
  lookedAt: Date;
}

/**
 * Sourings with a culture that were looked at, newest first; what failed (gas, mould, pink, foul) says nothing of how lively its culture was.
 * @param of only those of one culture by one route
 */
export async function souringsBefore(
  { farmId, transaction }: FarmScope,
  limit: number,
  of?: { culture: string; route: string },
): Promise<SouringBefore[]> {
  return database().query<SouringBefore>(
    `SELECT s.lot_id AS "lotId", s.data->>'route' AS route, s.data->'line'->>'name' AS culture, k.at AS "lookedAt"
     FROM lot_event s
     JOIN LATERAL (
       SELECT max(e.at) AS at FROM lot_event e WHERE e.farm_id = s.farm_id AND e.lot_id = s.lot_id AND e.kind = 'looked' AND e.at > s.at
         AND (e.data->>'seen' IN ('notYet', 'thickAndTart') OR jsonb_exists(e.data, 'ph'))
         AND NOT EXISTS (SELECT 1 FROM lot_event u WHERE u.farm_id = e.farm_id AND u.lot_id = e.lot_id AND u.kind = 'undone' AND u.data->>'eventId' = e.id)
     ) k ON k.at IS NOT NULL
     WHERE s.farm_id = :farmId AND s.kind = 'soured' AND s.data->>'route' <> 'natural' AND jsonb_exists(s.data, 'line')
       AND NOT jsonb_exists(s.data, 'lightly')
       ${of ? `AND s.data->'line'->>'name' = :culture AND s.data->>'route' = :route` : ''}
       AND NOT EXISTS (SELECT 1 FROM lot_event u WHERE u.farm_id = s.farm_id AND u.lot_id = s.lot_id AND u.kind = 'undone' AND u.data->>'eventId' = s.id)
       AND NOT EXISTS (SELECT 1 FROM lot_event b WHERE b.farm_id = s.farm_id AND b.lot_id = s.lot_id AND b.kind = 'looked'
                       AND b.data->>'seen' IN ('mould', 'pink', 'gas', 'foul'))
       AND NOT EXISTS (SELECT 1 FROM lot_event a WHERE a.farm_id = s.farm_id AND a.lot_id = s.lot_id AND a.kind = 'soured' AND a.id <> s.id)
     ORDER BY s.at DESC, s.id LIMIT :limit`,
    { replacements: { farmId, limit, ...of }, type: QueryTypes.SELECT, transaction },
  );
}
