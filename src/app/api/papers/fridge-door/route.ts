import { forFarm } from '@/server/http/forFarm';
import { fridgeDoorSheet } from '@/server/shelf/label';

/** A page for the fridge door to print: four weeks to write on by hand; `?paper=letter` for the other side of the ocean. */
export const GET = forFarm('look', async ({ farmId }, request) => {
  const paper = new URL(request.url).searchParams.get('paper') === 'letter' ? 'letter' : 'a4';
  const file = await fridgeDoorSheet(farmId, paper);
  return new Response(Buffer.from(file), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': 'inline; filename="fridge-door.pdf"',
      'cache-control': 'no-store',
    },
  });
});
