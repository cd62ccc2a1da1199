import { theFarmId } from '@/server/house/theFarm';
import { dairyView } from '@/server/pail/views';

/** What stands in the dairy and what came in of late, for the jot line of a page that does not show it. */
export async function GET(): Promise<Response> {
  return Response.json(await dairyView(await theFarmId()), { headers: { 'cache-control': 'no-store' } });
}
