import type { BatchFacts } from '@/core/churning/batchEvents';
import { batchTotals, begunSince, eventsOf, openBatches } from '@/data/churning/batches';
import type { RecordedEvent } from '@/data/churning/batches';
import { inFarm } from '@/data/farmScope';
import type { PlanView } from '../churning/views';
import { planViewOf } from '../churning/views';
import { now } from '../clock';
import type { PailView } from '../pail/views';
import { pailViewOf } from '../pail/views';
import type { ButterShown, Stock } from '../larder/views';
import { stockOf } from '../larder/views';
import { localDate } from '../localDate';
import { wishesNow } from '../ready/readyBook';
import type { WishPlanned } from '../ready/views';

export type { ButterShown };

export interface TodayView extends PlanView, PailView, Stock {
  today: string;
  inProgress: {
    id: string;
    number: number;
    facts: BatchFacts;
    events: RecordedEvent[];
    pace: PlanView['paces'][keyof PlanView['paces']];
  }[];
  /** The farm’s own dates of churnings begun in ten weeks. */
  churned: string[];
  /** Butter that is wanted, as it is planned now. */
  wishes: WishPlanned[];
  /** Batches ever begun: none means the first five minutes. */
  batches: number;
}

export const todayView = (farmId: string): Promise<TodayView> =>
  inFarm(farmId, async (scope) => {
    const plan = await planViewOf(scope);
    const open = await openBatches(scope);
    const events = await eventsOf(
      scope,
      open.map((batch) => batch.id),
    );
    const { timeZone } = plan.farm;
    return {
      ...plan,
      ...(await pailViewOf(scope)),
      today: localDate(now(), timeZone),
      inProgress: open.map(({ id, number, facts }) => ({
        id,
        number,
        facts,
        events: events.get(id) ?? [],
        pace: plan.paces[facts.tool],
      })),
      ...(await stockOf(scope, timeZone)),
      churned: (await begunSince(scope, new Date(now().getTime() - 71 * 86_400_000))).map((at) =>
        localDate(at, timeZone),
      ),
      wishes: await wishesNow(scope, plan, now()),
      batches: (await batchTotals(scope)).batches,
    };
  });
