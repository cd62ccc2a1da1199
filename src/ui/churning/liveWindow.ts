import type { BreakTime } from '@/core/churning/breakTime';
import type { Foreseen } from '@/core/churning/foresee';

/**
 * What was foreseen, with the break as it is believed now: the stages ahead move with it. Before the first live answer
 * it is what was foreseen.
 */
export function liveWindow(foreseen: Foreseen, live: BreakTime | undefined): Foreseen {
  if (!live) return foreseen;
  const moved =
    live.breakMinutes && foreseen.breakMinutes ? live.breakMinutes.mid / foreseen.breakMinutes.mid : 1;
  return {
    ...foreseen,
    outcome: live.outcome,
    breakMinutes: live.breakMinutes,
    stageMinutes: Object.fromEntries(
      Object.entries(foreseen.stageMinutes).map(([stage, minutes]) => [stage, minutes * moved]),
    ),
  };
}
