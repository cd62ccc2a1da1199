import { theFarmId } from '@/server/house/theFarm';
import { frameView } from '@/server/house/views';

const uncached = { 'cache-control': 'no-store' };

/** Says that server and database answer. */
export async function GET() {
  try {
    await frameView(await theFarmId());
    return Response.json({ well: true }, { headers: uncached });
  } catch {
    return Response.json({ well: false }, { status: 503, headers: uncached });
  }
}
