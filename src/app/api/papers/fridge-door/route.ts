import { theFarmId } from '@/server/house/theFarm';
import { fridgeDoorSheet } from '@/server/shelf/label';

/** A page for the fridge door to print: four weeks to write on by hand; `?paper=letter` for the other side of the ocean. */
export async function GET(request: Request): Promise<Response> {
  const paper = new URL(request.url).searchParams.get('paper') === 'letter' ? 'letter' : 'a4';
  const file = await fridgeDoorSheet(await theFarmId(), paper);
  return new Response(Buffer.from(file), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': 'inline; filename="fridge-door.pdf"',
      'cache-control': 'no-store',
    },
  });
}
