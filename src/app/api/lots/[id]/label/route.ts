import { forFarm } from '@/server/http/forFarm';
import { butterSheet, isSheet, lotLabel, sheetNames } from '@/server/shelf/label';

const whole = (typed: string | null, from: number, to: number): number | undefined =>
  typed !== null && /^\d{1,4}$/.test(typed) && Number(typed) >= from && Number(typed) <= to
    ? Number(typed)
    : undefined;

/**
 * A lot's label to print; `?for=animals` says it is not for drinking. Butter's may be asked for on a sheet as it is sold
 * (`?sheet=a4-24`), so many (`&copies=`), and from a place on it on (`&first=`, counted from 1).
 */
export const GET = forFarm<{ id: string }>('look', async ({ farmId }, request, { params }) => {
  const { id } = await params;
  const { searchParams } = new URL(request.url);
  const sheet = searchParams.get('sheet');
  if (sheet !== null && !isSheet(sheet))
    return Response.json(
      { error: { message: `There is no sheet “${sheet.slice(0, 20)}”: ${sheetNames.join(', ')}.` } },
      { status: 400 },
    );
  const file =
    sheet === null
      ? await lotLabel(farmId, id, searchParams.get('for') === 'animals')
      : await butterSheet(farmId, id, {
          sheet,
          copies: whole(searchParams.get('copies'), 1, 240),
          first: (whole(searchParams.get('first'), 1, 60) ?? 1) - 1,
          origin: `${request.headers.get('x-forwarded-proto') ?? 'http'}://${request.headers.get('host') ?? 'localhost'}`,
        });
  if (file === undefined)
    return Response.json({ error: { message: 'There is no such lot.' } }, { status: 404 });
  return new Response(Buffer.from(file), {
    headers: {
      'content-type': 'application/pdf',
      'content-disposition': 'inline; filename="label.pdf"',
      'cache-control': 'no-store',
    },
  });
});
