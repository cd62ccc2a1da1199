import { forFarm } from '@/server/http/forFarm';
import { dairyView } from '@/server/pail/views';

/** What stands in the dairy and what came in of late, for the jot line of a page that does not show it. */
export const GET = forFarm('look', async ({ farmId }) => {
  return Response.json(await dairyView(farmId), { headers: { 'cache-control': 'no-store' } });
});
