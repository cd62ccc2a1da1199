import { forFarm } from '@/server/http/forFarm';
import { batchNews } from '@/server/churning/views';
import { clocked } from '@/server/clock';

/** What happened to a batch so far. 204 when it stands where the asker says it does. */
export const GET = forFarm<{ id: string }>('look', async ({ farmId }, request, { params }) => {
  try {
    const known = new URL(request.url).searchParams.get('revision');
    const news = await batchNews(
      farmId,
      (await params).id,
      known !== null && /^\d{1,9}$/.test(known) ? Number(known) : undefined,
    );
    if (!news) return Response.json({ error: { message: 'There is no such batch.' } }, { status: 404 });
    if (!news.events) return new Response(null, { status: 204, headers: clocked() });
    return Response.json(news, { headers: clocked({ 'cache-control': 'no-store' }) });
  } catch {
    return Response.json({ error: { message: 'The house does not answer just now.' } }, { status: 503 });
  }
});
