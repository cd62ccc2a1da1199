import type { BatchFacts } from '@/core/churning/batchEvents';
import type { Phase } from '@/core/churning/batchStory';
import type { BatchSummary } from '@/data/churning/batches';
import { batchesOf } from '@/data/churning/batches';
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
  rows: LedgerRow[];
}

export const ledgerView = (farmId: string): Promise<LedgerView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const batches = await batchesOf(scope);
    return {
      ...house,
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
