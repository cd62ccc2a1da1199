import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';

/** Nobody churns this long without a mark, s: three quarters of an hour, or twice the longest it should take. */
const quiet = 2700;
const patience = 2;

/**
 * Since when a churn that is thought to turn has most likely stood: nothing was written down for much longer than it
 * should take.
 * @param window when the break is expected, minutes of churning
 * @returns s since 1970, a moment after what was written down last; undefined while all is likely
 */
export function quietSince(
  { phase, events }: Pick<BatchStory, 'phase' | 'events'>,
  window: Foreseen['breakMinutes'],
  now: number,
): number | undefined {
  const last = Math.max(...events.map(({ atSeconds }) => atSeconds));
  if (phase !== 'churning' || !Number.isFinite(last)) return undefined;
  const long = Math.max(quiet, patience * 60 * (window?.high ?? 0));
  return now - last > long ? last + 1 : undefined;
}
