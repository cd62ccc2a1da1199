import { backupLeft, backupsView } from '@/server/house/backups';
import { forFarm } from '@/server/http/forFarm';
import { Refusal } from '@/server/refusal';

const headers = { 'cache-control': 'no-store' };

/** How the house stands with its backups; null where it makes none. */
export const GET = forFarm('backup.see', async () =>
  Response.json((await backupsView()) ?? null, { headers }),
);

/** A backup was carried to another place. */
export const POST = forFarm('backup.see', async () => {
  try {
    await backupLeft();
    return Response.json({ done: true }, { headers });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return Response.json({ error: { message: error.message } }, { status: 409, headers });
  }
});
