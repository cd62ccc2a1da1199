import { forFarm } from '@/server/http/forFarm';
import { readBody, Unreadable } from '@/server/http/readBody';
import { mostBytesOfAFarm } from '@/server/http/door';
import { importFarm } from '@/server/farm/importFarm';

/** Takes a whole farm in: `?into=` names the farm it goes into, as its pages know it; with `dry=1` it is only looked at. */
export const POST = forFarm('farm.import', async ({ farmId }, request) => {
  const { searchParams } = new URL(request.url);
  // A page of somebody else's cannot know it.
  if (searchParams.get('into') !== farmId)
    return Response.json(
      { error: { message: 'This was meant for another farm: load the page again.' } },
      { status: 400 },
    );
  try {
    const sent = await readBody(request, mostBytesOfAFarm);
    return Response.json(await importFarm(farmId, sent, searchParams.get('dry') === '1'), {
      headers: { 'cache-control': 'no-store' },
    });
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    return Response.json({ error: { message: error.message } }, { status: error.status });
  }
});
