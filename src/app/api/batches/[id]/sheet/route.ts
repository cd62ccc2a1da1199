import { forFarm } from '@/server/http/forFarm';
import { batchSheetOf } from '@/server/churning/batchSheet';

/** A packed batch on one page, as PDF; `?paper=letter` for the other side of the ocean. */
export const GET = forFarm<{ id: string }>('look', async ({ farmId }, request, { params }) => {
  const { id } = await params;
  const paper = new URL(request.url).searchParams.get('paper') === 'letter' ? 'letter' : 'a4';
  const file = await batchSheetOf(farmId, id, paper);
  if (!file)
    return Response.json(
      { error: { message: 'No butter was packed of such a batch here.' } },
      { status: 404 },
    );
  return new Response(Buffer.from(file), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': 'inline; filename="batch.pdf"',
      'cache-control': 'no-store',
    },
  });
});
