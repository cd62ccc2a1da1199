import { forFarm } from '@/server/http/forFarm';
import { PassThrough, Readable } from 'node:stream';
import { isTable, tableCsv } from '@/server/farm/exportCsv';
import { farmDocumentText } from '@/server/farm/exportFarm';
import { writeWorkbook } from '@/server/farm/workbook';

/** What the farm holds, to take along: `farm.json` whole, `farm.xlsx` to look at, one table as `lots.csv`. Written as it is read. */
export const GET = forFarm<{ file: string }>('farm.export', async ({ farmId }, _, { params }) => {
  const { file } = await params;
  if (file === 'farm.json') return streamed(farmDocumentText(farmId), 'application/json', file);
  if (file === 'farm.xlsx') {
    const through = new PassThrough();
    writeWorkbook(farmId, through).catch((error: unknown) => through.destroy(error as Error));
    return new Response(
      Readable.toWeb(through) as ReadableStream,
      as('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', file),
    );
  }
  const key = /^(\w+)\.csv$/.exec(file)?.[1];
  if (key !== undefined && isTable(key))
    return streamed(tableCsv(farmId, key), 'text/csv; charset=utf-8', file);
  return Response.json(
    { error: { message: `There is no ${file.slice(0, 60)}: farm.json, farm.xlsx, or a table as CSV.` } },
    { status: 404 },
  );
});

const as = (type: string, file: string) => ({
  headers: {
    'content-type': type,
    'content-disposition': `attachment; filename="${file}"`,
    'cache-control': 'no-store',
  },
});

/** A text that is written bit by bit; who goes away in the middle ends it. */
function streamed(text: AsyncGenerator<string>, type: string, file: string): Response {
  const encoder = new TextEncoder();
  return new Response(
    new ReadableStream({
      async pull(controller) {
        const { value, done } = await text.next();
        if (done) controller.close();
        else controller.enqueue(encoder.encode(value));
      },
      async cancel() {
        await text.return(undefined);
      },
    }),
    as(type, file),
  );
}
