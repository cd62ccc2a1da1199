import { theFarmId } from '@/server/house/theFarm';

/** Says that server and database answer. */
export async function GET() {
  try {
    await theFarmId();
    return Response.json({ well: true });
  } catch {
    return Response.json({ well: false }, { status: 503 });
  }
}
