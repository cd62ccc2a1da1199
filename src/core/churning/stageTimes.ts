import type { Stage } from './stages';

/** The chances at which the time of a stage is told; the middle one is the median, the second and the last but one its 90 % window. */
export const toldAt = [0.02, 0.05, 0.15, 0.3, 0.5, 0.7, 0.85, 0.95, 0.98] as const;
/** For each stage that is expected, minutes of churning by which it is reached with each chance of {@link toldAt}. */
export type StageTimes = Partial<Record<Stage, readonly number[]>>;

/** The middle one of a stage's times, minutes. */
export const middleOf = (times: readonly number[]): number => times[Math.floor(times.length / 2)]!;
