import { forFarm } from '@/server/http/forFarm';
import { shelfView } from '@/server/shelf/views';

/** What a churning is planned from and what stands on the Shelf, for a device to keep: a make day can then begin without the house. */
export const GET = forFarm('look', async ({ farmId }) => {
  return Response.json(await shelfView(farmId), { headers: { 'cache-control': 'no-store' } });
});
