import { QueryTypes } from 'sequelize';
import type { WayOfWorking } from '@/core/churning/wayOfWorking.calc';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** A way of working that has a name. */
export interface NamedWay {
  id: string;
  name: string;
  way: WayOfWorking;
}

/** Named ways, in the order of their names. */
export async function waysOf({ farmId, transaction }: FarmScope): Promise<NamedWay[]> {
  return database().query<NamedWay>('SELECT id, name, way FROM way WHERE farm_id = :farmId ORDER BY name', {
    replacements: { farmId },
    type: QueryTypes.SELECT,
    transaction,
  });
}

/** Keeps a way under its name; one of the same name is replaced. */
export async function putWay(
  { farmId, transaction }: FarmScope,
  { id, name, way }: NamedWay,
  keptAt: Date,
): Promise<void> {
  await database().query(
    `INSERT INTO way (farm_id, id, name, way, kept_at) VALUES (:farmId, :id, :name, CAST(:way AS jsonb), :keptAt)
     ON CONFLICT (farm_id, name) DO UPDATE SET way = excluded.way, kept_at = excluded.kept_at`,
    { replacements: { farmId, id, name, way: JSON.stringify(way), keptAt }, transaction },
  );
}

/** Forgets a way; says whether it was there. */
export async function dropWay({ farmId, transaction }: FarmScope, id: string): Promise<boolean> {
  const gone = await database().query<{ id: string }>(
    'DELETE FROM way WHERE farm_id = :farmId AND id = :id RETURNING id',
    { replacements: { farmId, id }, type: QueryTypes.SELECT, transaction },
  );
  return gone.length > 0;
}
