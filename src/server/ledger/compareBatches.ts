import { tellBatch } from '@/core/churning/tellBatch';
import { inFarm } from '@/data/farmScope';
import { batchViewOf } from '../churning/views';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';
import type { ComparedView } from './views';

/** So many stand side by side. */
export const mostCompared = 4;

/** Batches side by side, in the order in which they were asked for; what is not there is left out. */
export const comparedView = (farmId: string, ids: readonly string[]): Promise<ComparedView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const found: ComparedView = { ...house, batches: [], without: [] };
    for (const id of [...new Set(ids)].slice(0, mostCompared)) {
      const view = await batchViewOf(scope, id);
      if (!view) continue;
      if (!view.judged || view.judged.verdict === 'unweighed') {
        found.without.push(view.number);
        continue;
      }
      const story = tellBatch(view.facts, view.events);
      found.batches.push({
        id: view.id,
        number: view.number,
        day: localDate(new Date(startOf(view.events) * 1000), house.farm.timeZone),
        facts: view.facts,
        judged: view.judged,
        upstream: view.upstream,
        marks: story.marks
          .filter(({ load, echo }) => load === 1 && !echo)
          .map(({ stage, elapsedSeconds }) => ({ stage, minutes: elapsedSeconds / 60 })),
        tasted: story.tasted,
      });
    }
    return found;
  });

const startOf = (events: readonly { atSeconds: number }[]): number =>
  Math.min(...events.map(({ atSeconds }) => atSeconds));
