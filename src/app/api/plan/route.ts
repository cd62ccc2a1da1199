import { planView } from '@/server/churning/views';
import { theFarmId } from '@/server/house/theFarm';

/** What a churning is planned from, for a device to keep: a make day can then begin without the house. */
export async function GET(): Promise<Response> {
  return Response.json(await planView(await theFarmId()), { headers: { 'cache-control': 'no-store' } });
}
