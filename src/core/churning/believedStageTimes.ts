import { quantilesOf } from './belief';
import type { Possibility } from './belief';
import type { StageTimes } from './stageTimes';
import { toldAt } from './stageTimes';

/**
 * When each stage comes as it is believed now: quantiles among the possibilities in which it comes at all.
 * @param churnedAt minutes of churning at a minute on the clock, standing left out
 */
export function believedStageTimes(
  possibilities: readonly Possibility[],
  churnedAt: (clockMinutes: number) => number,
): StageTimes {
  const told: StageTimes = {};
  for (const stage of ['thickening', 'whipped', 'grainy', 'break', 'grains'] as const) {
    const reached = possibilities.flatMap(({ run, weight }) => {
      const seconds = run.reached[stage];
      return seconds === undefined ? [] : [{ minutes: churnedAt(seconds / 60), weight }];
    });
    // A stage that most ways never reach is not promised.
    if (reached.reduce((sum, { weight }) => sum + weight, 0) < 0.5) continue;
    const times = quantilesOf(reached, toldAt);
    if (times) told[stage] = times;
  }
  return told;
}
