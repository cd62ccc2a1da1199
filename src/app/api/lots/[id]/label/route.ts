import { theFarmId } from '@/server/house/theFarm';
import { lotLabel } from '@/server/shelf/label';

/** A jar's label to print; `?for=animals` says it is not for drinking. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const { id } = await params;
  const forAnimals = new URL(request.url).searchParams.get('for') === 'animals';
  const file = await lotLabel(await theFarmId(), id, forAnimals);
  if (file === undefined)
    return Response.json({ error: { message: 'There is no such lot.' } }, { status: 404 });
  return new Response(Buffer.from(file), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': 'inline; filename="label.pdf"',
      'cache-control': 'no-store',
    },
  });
}
