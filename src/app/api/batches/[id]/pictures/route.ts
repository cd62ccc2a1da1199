import { forFarm } from '@/server/http/forFarm';
import { takePicture } from '@/server/churning/takePicture';
import { mostBytesOfAPicture } from '@/server/http/door';
import { bytesOf, Unreadable } from '@/server/http/readBody';
import { Refusal } from '@/server/refusal';

/** Keeps a picture of a batch, its bytes as the body: `?id=` is the one it is kept under, so that one sent twice is there once. */
export const POST = forFarm<{ id: string }>('picture.take', async ({ farmId }, request, { params }) => {
  const { id: batchId } = await params;
  const { searchParams } = new URL(request.url);
  const refused = (message: string, status = 400) => Response.json({ error: { message } }, { status });
  if (searchParams.get('into') !== farmId)
    return refused('This was meant for another farm: load the page again.');
  const id = searchParams.get('id') ?? '';
  if (!/^[0-9a-zA-Z-]{8,64}$/.test(id)) return refused('id: 8 to 64 letters, digits and hyphens.');
  try {
    const bytes = await bytesOf(request, mostBytesOfAPicture, 'A picture of 20 MB at most is taken.');
    await takePicture(farmId, batchId, id, (searchParams.get('device') ?? '').slice(0, 60) || 'a device', bytes);
    return Response.json({ id }, { headers: { 'cache-control': 'no-store' } });
  } catch (error) {
    if (error instanceof Unreadable) return refused(error.message, error.status);
    if (error instanceof Refusal) return refused(error.message);
    throw error;
  }
}); // prettier-ignore
