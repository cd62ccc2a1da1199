import type { Foreseen } from '@/core/churning/foresee';
import type { LiveChurn } from '@/core/churning/liveChurn';
import { middleOf } from '@/core/churning/stageTimes';

/**
 * What was foreseen, with break, stages, temperature and load as they are believed now. Before the first live answer it
 * is what was foreseen.
 */
export function liveWindow(foreseen: Foreseen, live: LiveChurn | undefined): Foreseen {
  if (!live) return foreseen;
  return {
    ...foreseen,
    outcome: live.breakTime.outcome,
    breakMinutes: live.breakTime.breakMinutes,
    stageMinutes: Object.fromEntries(
      Object.entries(live.stageTimes).map(([stage, times]) => [stage, middleOf(times)]),
    ),
    stageTimes: live.stageTimes,
    course: live.course,
  };
}
