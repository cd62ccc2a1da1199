import { forFarm } from '@/server/http/forFarm';
import { takeOutCalendar } from '@/server/shelf/calendar';

/** A calendar file with one reminder: take this cream out, or put it to warm, at a time. */
export const GET = forFarm<{ id: string }>('look', async ({ farmId }, request, { params }) => {
  const { id } = await params;
  const asked = new URL(request.url).searchParams;
  const file = await takeOutCalendar(farmId, id, {
    at: Number(asked.get('at')),
    ready: asked.get('ready') === null ? undefined : Number(asked.get('ready')),
    to: (asked.get('to') ?? '').slice(0, 20),
  });
  if (file === undefined)
    return Response.json({ error: { message: 'There is no such lot, or no such time.' } }, { status: 404 });
  return new Response(file, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'attachment; filename="take-out.ics"',
      'cache-control': 'no-store',
    },
  });
});
