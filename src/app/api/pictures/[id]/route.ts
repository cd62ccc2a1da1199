import { pictureOf } from '@/server/churning/takePicture';
import { theFarmId } from '@/server/house/theFarm';

/** One picture, as the house drew it anew. Under its id there is never another. */
export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const { id } = await params;
  const bytes = await pictureOf(await theFarmId(), id.slice(0, 64));
  if (!bytes) return Response.json({ error: { message: 'There is no such picture here.' } }, { status: 404 });
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=3600' },
  });
}
