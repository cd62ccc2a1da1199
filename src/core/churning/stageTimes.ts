import { quantilesOf } from './belief';
import type { Possibility } from './belief';
import type { Stage } from './stages';

/** The chances at which the time of a stage is told; the middle one is the median, the second and the last but one its 90 % window. */
export const toldAt = [0.02, 0.05, 0.15, 0.3, 0.5, 0.7, 0.85, 0.95, 0.98] as const;
/** For each stage that is expected, minutes of churning by which it is reached with each chance of {@link toldAt}. */
export type StageTimes = Partial<Record<Stage, readonly number[]>>;

/** The middle one of a stage's times, minutes. */
export const middleOf = (times: readonly number[]): number => times[Math.floor(times.length / 2)]!;

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
