import { expose } from 'comlink';
import { acrossTemperatures } from '@/core/churning/acrossTemperatures';
import { liveChurn } from '@/core/churning/liveChurn';
import { bankPlan } from '@/core/planning/bankPlan';
import { herdForecast } from '@/core/planning/herdForecast';
import { whatItTakes } from '@/core/planning/whatItTakes';
import { season } from '@/core/comparing/season';
import { yearAhead } from '@/core/planning/yearAhead';
import { todayRank } from '@/core/planning/todayRank';
import { readyAsked } from './readyAsked';
import { creamRise } from '@/core/separating/creamRise.calc';

/** The calculations that take long enough to be watched and stopped. */
const long = {
  'churn.live': liveChurn,
  'churn.across': acrossTemperatures,
  'cream.rise': creamRise,
  'herd.forecast': herdForecast,
  'bank.plan': bankPlan,
  'year.ahead': yearAhead,
  'year.takes': whatItTakes,
  season,
  'ready.by': readyAsked,
  'today.rank': todayRank,
};

export type LongCalculations = typeof long;
export type LongName = keyof LongCalculations;

const face = {
  run<N extends LongName>(
    name: N,
    input: Parameters<LongCalculations[N]>[0],
    progress: (share: number) => void,
  ): ReturnType<LongCalculations[N]> {
    const calculate = long[name] as (
      given: typeof input,
      told: (share: number) => void,
    ) => ReturnType<LongCalculations[N]>;
    return calculate(input, (share) => progress(share));
  },
};
export type CalculationWorker = typeof face;

expose(face);
