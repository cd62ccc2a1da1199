import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';

/** A picture of a batch as its page has it. */
export interface Picture {
  id: string;
  atSeconds: number;
  width: number;
  height: number;
}

/** Pictures of a batch that were not taken away, oldest first. */
export async function picturesOf({ farmId, transaction }: FarmScope, batchId: string): Promise<Picture[]> {
  return database().query<Picture>(
    `SELECT id, extract(epoch FROM at)::float8 AS "atSeconds", width, height FROM picture
     WHERE farm_id = :farmId AND batch_id = :batchId AND removed_at IS NULL ORDER BY at, id`,
    { replacements: { farmId, batchId }, type: QueryTypes.SELECT, transaction },
  );
}

/** The bytes of one, as base64 of WebP; one that was taken away is seen no more. */
export async function pictureBytes(
  { farmId, transaction }: FarmScope,
  id: string,
): Promise<string | undefined> {
  const [row] = await database().query<{ webp: string }>(
    `SELECT webp FROM picture WHERE farm_id = :farmId AND id = :id AND removed_at IS NULL`,
    { replacements: { farmId, id }, type: QueryTypes.SELECT, transaction },
  );
  return row?.webp;
}

/** Keeps a picture. One sent twice is kept once. */
export async function addPicture(
  { farmId, transaction }: FarmScope,
  picture: {
    id: string;
    batchId: string;
    at: Date;
    device: string;
    width: number;
    height: number;
    webp: string;
  },
): Promise<void> {
  await database().query(
    `INSERT INTO picture (farm_id, id, batch_id, at, device, width, height, webp)
     VALUES (:farmId, :id, :batchId, :at, :device, :width, :height, :webp) ON CONFLICT (farm_id, id) DO NOTHING`,
    { replacements: { farmId, ...picture }, transaction },
  );
}

/** Takes a picture away, or puts it back. False when there is none. */
export async function showPicture(
  { farmId, transaction }: FarmScope,
  id: string,
  removedAt: Date | null,
): Promise<boolean> {
  const rows = await database().query<{ id: string }>(
    `UPDATE picture SET removed_at = :removedAt WHERE farm_id = :farmId AND id = :id RETURNING id`,
    { replacements: { farmId, id, removedAt }, type: QueryTypes.SELECT, transaction },
  );
  return rows.length > 0;
}
