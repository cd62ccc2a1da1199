import { theFarmId } from '@/server/house/theFarm';
import { findNotes } from '@/server/ledger/views';

/** Notes with all the words of `find` in them. */
export async function GET(request: Request): Promise<Response> {
  const find = new URL(request.url).searchParams.get('find') ?? '';
  return Response.json(await findNotes(await theFarmId(), find), {
    headers: { 'cache-control': 'no-store' },
  });
}
