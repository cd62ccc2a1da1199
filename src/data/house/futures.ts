import { QueryTypes } from 'sequelize';
import type { YearTried } from '@/core/planning/yearTried';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** A year that was tried and kept under a name. */
export interface Future {
  id: string;
  name: string;
  tried: YearTried;
}

export const futuresOf = ({ farmId, transaction }: FarmScope): Promise<Future[]> =>
  database().query<Future>('SELECT id, name, tried FROM future WHERE farm_id = :farmId ORDER BY name', {
    replacements: { farmId },
    type: QueryTypes.SELECT,
    transaction,
  });

/** Keeps a future under its name; one of the same name is replaced. */
export async function putFuture(
  { farmId, transaction }: FarmScope,
  { id, name, tried }: Future,
  keptAt: Date,
): Promise<void> {
  await database().query(
    `INSERT INTO future (farm_id, id, name, tried, kept_at) VALUES (:farmId, :id, :name, CAST(:tried AS jsonb), :keptAt)
     ON CONFLICT (farm_id, name) DO UPDATE SET tried = excluded.tried, kept_at = excluded.kept_at`,
    { replacements: { farmId, id, name, tried: JSON.stringify(tried), keptAt }, transaction },
  );
}

/** Forgets a future; says whether it was there. */
export async function dropFuture({ farmId, transaction }: FarmScope, id: string): Promise<boolean> {
  const gone = await database().query<{ id: string }>(
    'DELETE FROM future WHERE farm_id = :farmId AND id = :id RETURNING id',
    { replacements: { farmId, id }, type: QueryTypes.SELECT, transaction },
  );
  return gone.length > 0;
}
