import * as v from 'valibot';
import { calculation } from '../calculation';
import type { Caution } from '../keeping/cautions';
import { predictedEntries, ranked } from '../prediction';
import type { Predicted } from '../prediction';
import { actKinds } from './acts';
import type { Act } from './acts';
import { farmNow } from './farmNow';
import type { FarmNow } from './farmNow';
import { lotActs } from './lotActs';
import type { Rises } from './lotActs';
import { butterActs, creamActs } from './poolActs';

export interface TodayRank extends Predicted {
  acts: Act[];
}

/**
 * What waits to be done on the farm, in order: what safety asks first, then what has a date, then what fat gains; each with why,
 * until when, and what waiting until the next visit gains or costs. Pure: a year can be lived through it.
 */
export function todayRank(input: FarmNow): TodayRank {
  const rises: Rises = new Map();
  const acts = [
    ...input.lots.flatMap((one) => lotActs(one, input.nextVisitHours, rises)),
    ...creamActs(input),
    ...butterActs(input),
  ].sort((a, b) => order(a) - order(b));
  return {
    acts,
    reasons: ranked(acts.slice(0, 5).map((act, i) => ({ says: act.says, weight: 1 / (i + 1) }))),
    cautions: acts.some(({ act }) => act === 'discard') ? [discarding] : [],
  };
}

const discarding: Caution = {
  key: 'discard',
  level: 'danger',
  says: 'What is past its safe time is not tasted and not cooked: it goes out. Before it goes to animals, ask what the law allows.',
};

/** Safety before dates before gains; within each the soonest, then the largest. */
function order({ act, now, untilHours, waiting }: Act): number {
  const group = !now ? 3 : act === 'discard' ? 0 : waiting.kind === 'safety' ? 1 : 2;
  return (
    group * 1e6 + Math.min(5e5, (untilHours ?? 1e4) * 10 + 1000) - Math.min(900, Math.abs(waiting.grams))
  );
}

export const todayRankCalculation = calculation({
  name: 'today.rank',
  says: 'What waits to be done on the farm, in order, with why, until when, and what waiting gains or costs.',
  input: farmNow,
  output: v.object({
    acts: v.array(
      v.object({
        act: v.picklist(actKinds),
        lots: v.array(v.string()),
        says: v.string(),
        now: v.boolean(),
        untilHours: v.optional(v.number()),
        waiting: v.object({ kind: v.picklist(['fat', 'safety', 'freshness']), grams: v.number() }),
        mass: v.optional(v.number()),
        ladleDepth: v.optional(v.number()),
      }),
    ),
    ...predictedEntries,
  }),
  run: todayRank,
});
