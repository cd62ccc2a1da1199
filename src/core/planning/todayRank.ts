import * as v from 'valibot';
import { calculation } from '../calculation';
import type { Caution } from '../keeping/cautions';
import { ranked } from '../prediction';
import { predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { actKinds } from './acts';
import type { Act } from './acts';
import { farmNow } from './farmNow';
import type { RankedFarm } from './farmNow';
import { rankFarm } from './rankFarm';
import { lotActs } from './lotActs';
import type { Rises } from './lotActs';

export interface TodayRank extends Predicted {
  acts: Act[];
}

/**
 * What waits to be done on the farm, in order: what safety asks first, then what has a date, then what fat gains; each with why,
 * until when, and what waiting until the next visit gains or costs. Pure: a year can be lived through it.
 */
export function todayRank(input: RankedFarm): TodayRank {
  const rises: Rises = new Map();
  const acts = rankFarm(input, (one) => lotActs(one, input.nextVisitHours, rises));
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
        inHours: v.optional(v.number()),
        because: v.optional(v.picklist(['due', 'load', 'ripe', 'day'])),
        waiting: v.object({ kind: v.picklist(['fat', 'safety', 'freshness']), grams: v.number() }),
        mass: v.optional(v.number()),
        ladleDepth: v.optional(v.number()),
      }),
    ),
    ...predictedEntries,
  }),
  run: todayRank,
});
