import { theFarmId } from '@/server/house/theFarm';
import { shelfView } from '@/server/shelf/views';

/** What a churning is planned from and what stands on the Shelf, for a device to keep: a make day can then begin without the house. */
export async function GET(): Promise<Response> {
  return Response.json(await shelfView(await theFarmId()), { headers: { 'cache-control': 'no-store' } });
}
