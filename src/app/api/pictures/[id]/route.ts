import { forFarm } from '@/server/http/forFarm';
import { pictureOf } from '@/server/churning/takePicture';

/** One picture, as the house drew it anew. Under its id there is never another. */
export const GET = forFarm<{ id: string }>('look', async ({ farmId }, _, { params }) => {
  const { id } = await params;
  const bytes = await pictureOf(farmId, id.slice(0, 64));
  if (!bytes) return Response.json({ error: { message: 'There is no such picture here.' } }, { status: 404 });
  return new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'image/webp', 'cache-control': 'private, max-age=3600' },
  });
});
