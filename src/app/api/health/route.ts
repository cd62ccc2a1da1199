import { theHouseFarm } from '@/server/house/theFarm';
import { frameView } from '@/server/house/views';

const uncached = { 'cache-control': 'no-store' };

/** Says that server and database answer, and nothing of any farm. */
export async function GET() {
  try {
    await frameView(await theHouseFarm());
    return Response.json({ well: true }, { headers: uncached });
  } catch {
    return Response.json({ well: false }, { status: 503, headers: uncached });
  }
}
