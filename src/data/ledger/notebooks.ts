import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** A notebook that was taken in, and what of it stands. */
export interface BroughtNotebook {
  commandId: string;
  at: Date;
  batches: number;
}

const batchesOfIt = `FROM batch_event b JOIN batch ON batch.farm_id = b.farm_id AND batch.id = b.batch_id AND batch.phase <> 'abandoned'
  WHERE b.farm_id = c.farm_id AND b.command_id = c.id AND b.kind = 'started'`;

/** Notebooks of which any batch stands, newest first. */
export async function notebooksBrought({ farmId, transaction }: FarmScope): Promise<BroughtNotebook[]> {
  const rows = await database().query<{ id: string; at: Date; batches: number }>(
    `SELECT * FROM (SELECT c.id, c.received_at AS at, (SELECT count(*)::int ${batchesOfIt}) AS batches
       FROM command c WHERE c.farm_id = :farmId AND c.name = 'notebook.bring') brought
     WHERE batches > 0 ORDER BY at DESC LIMIT 20`,
    { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(({ id, at, batches }) => ({ commandId: id, at, batches }));
}

/** The batches of a notebook that stand, newest first, each with the ids of what the notebook told of it after its start. */
export async function batchesOfNotebook(
  { farmId, transaction }: FarmScope,
  commandId: string,
): Promise<{ batchId: string; number: number; events: string[] }[]> {
  return database().query<{ batchId: string; number: number; events: string[] }>(
    `SELECT batch.id AS "batchId", batch.number, array_agg(b.id ORDER BY b.at DESC, b.id) FILTER (WHERE b.kind <> 'started') AS events
     FROM batch_event b JOIN batch ON batch.farm_id = b.farm_id AND batch.id = b.batch_id AND batch.phase <> 'abandoned'
     WHERE b.farm_id = :farmId AND b.command_id = :commandId
     GROUP BY batch.id, batch.number ORDER BY batch.number DESC`,
    { replacements: { farmId, commandId }, type: QueryTypes.SELECT, transaction },
  );
}
