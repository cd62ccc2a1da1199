import { batchSheetOf } from '@/server/churning/batchSheet';
import { theFarmId } from '@/server/house/theFarm';

/** A packed batch on one page, as PDF; `?paper=letter` for the other side of the ocean. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const { id } = await params;
  const paper = new URL(request.url).searchParams.get('paper') === 'letter' ? 'letter' : 'a4';
  const file = await batchSheetOf(await theFarmId(), id, paper);
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
}
