import type { Advice } from './adviseChurn';
import { adviseChurn } from './adviseChurn';
import { believedStageTimes } from './believedStageTimes';
import type { BreakTime, LiveInput } from './breakTime';
import { breakTime, possibleNow } from './breakTime';
import { pausedBefore } from './churnInput';
import type { ChurnPace } from './churnPace';
import { priorPace } from './churnPace';
import type { CoursePoint } from './course';
import { courseOf, middleWay } from './course';
import type { StageTimes } from './stageTimes';

/** What is known live of one load, with all that was done to it, told on its own clock. */
export interface LiveChurn {
  breakTime: BreakTime;
  advice: Advice;
  /** When each stage comes, as it is believed now. */
  stageTimes: StageTimes;
  /** How temperature and load most likely go, from the start to its grains. */
  course: CoursePoint[];
}

/** When the load in hand will break by now, and what to do about it if something is wrong. */
export function liveChurn({
  input,
  pace = priorPace,
}: {
  input: LiveInput;
  pace?: ChurnPace | undefined;
}): LiveChurn {
  const possibilities = possibleNow(input, pace);
  const churnedAt = (clock: number) => Math.max(0, clock - pausedBefore(input.happenings, clock));
  return {
    breakTime: breakTime(input, pace, possibilities),
    advice: adviseChurn(input, pace),
    stageTimes: believedStageTimes(possibilities, churnedAt),
    course: courseOf(middleWay(possibilities).run.moments, churnedAt),
  };
}
