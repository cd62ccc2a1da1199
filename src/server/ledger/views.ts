import type { BatchFacts } from '@/core/churning/batchEvents';
import type { Phase } from '@/core/churning/batchStory';
import type { BatchSummary } from '@/data/churning/batches';
import { batchesOf, batchTotals } from '@/data/churning/batches';
import { inFarm } from '@/data/farmScope';
import type { HouseView } from '../house/views';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';

export interface LedgerRow {
  id: string;
  number: number;
  day: string;
  facts: BatchFacts;
  phase: Phase;
  breakMinutes: number | null;
  judged: BatchSummary | null;
}

export interface LedgerView extends HouseView {
  /** The newest batches; `totals` are of every one. */
  rows: LedgerRow[];
  totals: Awaited<ReturnType<typeof batchTotals>>;
}

export const ledgerView = (farmId: string, most = 200): Promise<LedgerView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const batches = await batchesOf(scope, most);
    return {
      ...house,
      totals: await batchTotals(scope),
      rows: batches.map(({ id, number, startedAt, facts, phase, breakMinutes, judged }) => ({
        id,
        number,
        day: localDate(startedAt, house.farm.timeZone),
        facts,
        phase,
        breakMinutes,
        judged,
      })),
    };
  });
