import { forFarm } from '@/server/http/forFarm';
import { CalculationError } from '@/core/calculationError';
import { readBody, Unreadable } from '@/server/http/readBody';
import { speakerOf } from '@/server/people/speaker';
import { Refusal } from '@/server/refusal';
import { backSays, takeNotebookBack } from '@/server/notebook/takeNotebookBack';
import { bringNotebook, reportSays } from '@/server/notebook/bringNotebook';

/**
 * Takes a notebook in: `?into=` names the farm it goes into, as its pages know it; with `dry=1` it is only looked at, and `back=` names
 * one that is taken back as a whole.
 */
export const POST = forFarm('notebook.bring', async (caller, request) => {
  const { farmId } = caller;
  const by = speakerOf(caller);
  const { searchParams } = new URL(request.url);
  const dry = searchParams.get('dry') === '1';
  const refused = (message: string, status = 400) => Response.json({ error: { message } }, { status });
  // A page of somebody else's cannot know it.
  if (searchParams.get('into') !== farmId)
    return refused('This was meant for another farm: load the page again.');
  const back = searchParams.get('back');
  try {
    if (back !== null) {
      const gone = await takeNotebookBack(farmId, back, by);
      return Response.json({ ...gone, says: backSays(gone) }, { headers: { 'cache-control': 'no-store' } });
    }
    const report = await bringNotebook(farmId, await readBody(request), dry, by);
    return Response.json(
      { ...report, says: reportSays(report, dry) },
      { headers: { 'cache-control': 'no-store' } },
    );
  } catch (error) {
    if (error instanceof Unreadable) return refused(error.message, error.status);
    if (error instanceof CalculationError || error instanceof Refusal) return refused(error.message);
    throw error;
  }
});
