import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** A note that stands, and what it is about. */
export interface NoteFound {
  id: string;
  at: Date;
  note: string;
  /** The batch it is about, or the batch of the butter it is about. */
  batchId: string | null;
  batchNumber: number | null;
  /** The lot it is about, when it is about one. */
  lotId: string | null;
  lotCode: string | null;
  lotKind: string | null;
}

/** Most notes that one search gives. */
const most = 50;

/**
 * Notes with all the words of a search in them, newest first: on batches, with what was written beside a taste, and on lots.
 * @param words each to be found somewhere in the note, whatever its case
 */
export async function notesWith(
  { farmId, transaction }: FarmScope,
  words: readonly string[],
): Promise<NoteFound[]> {
  const patterns = words.map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`);
  return database().query<NoteFound>(
    `SELECT * FROM (
       SELECT e.id, e.at, e.data->>'note' AS note, b.id AS "batchId", b.number AS "batchNumber",
              NULL AS "lotId", NULL AS "lotCode", NULL AS "lotKind"
       FROM batch_event e JOIN batch b ON b.farm_id = e.farm_id AND b.id = e.batch_id
       WHERE e.farm_id = :farmId AND e.kind IN ('noted', 'tasted') AND coalesce(e.data->>'note', '') <> ''
         AND NOT EXISTS (SELECT 1 FROM batch_event u WHERE u.farm_id = e.farm_id AND u.batch_id = e.batch_id
           AND u.kind = 'undone' AND u.data->>'eventId' = e.id)
         -- Of what was written beside a taste the last stands.
         AND NOT (e.kind = 'tasted' AND EXISTS (SELECT 1 FROM batch_event n WHERE n.farm_id = e.farm_id AND n.batch_id = e.batch_id
           AND n.kind = 'tasted' AND jsonb_exists(n.data, 'note') AND (n.at, n.id) > (e.at, e.id)))
       UNION ALL
       SELECT e.id, e.at, e.data->>'note', l.batch_id, b.number, l.id, l.code, l.kind
       FROM lot_event e JOIN lot l ON l.farm_id = e.farm_id AND l.id = e.lot_id
         LEFT JOIN batch b ON b.farm_id = l.farm_id AND b.id = l.batch_id
       WHERE e.farm_id = :farmId AND e.kind = 'noted'
         AND NOT EXISTS (SELECT 1 FROM lot_event u WHERE u.farm_id = e.farm_id AND u.lot_id = e.lot_id
           AND u.kind = 'undone' AND u.data->>'eventId' = e.id)
     ) AS found
     WHERE note ILIKE ALL (ARRAY[:patterns]::text[])
     ORDER BY at DESC, id LIMIT :most`,
    { replacements: { farmId, patterns, most }, type: QueryTypes.SELECT, transaction },
  );
}
