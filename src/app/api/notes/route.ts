import { forFarm } from '@/server/http/forFarm';
import { findNotes } from '@/server/ledger/views';

/** Notes with all the words of `find` in them. */
export const GET = forFarm('look', async ({ farmId }, request) => {
  const find = new URL(request.url).searchParams.get('find') ?? '';
  return Response.json(await findNotes(farmId, find), {
    headers: { 'cache-control': 'no-store' },
  });
});
