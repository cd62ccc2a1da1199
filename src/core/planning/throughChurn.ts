import { daysBetween } from '../keeping/civilDate';
import type { Churning } from './yearAhead';

/** A household that churns can do so every day, whether it ever did or not (engineering estimate). */
const onceADay = 7;

/**
 * What a household's own churn gets through in a week: as much a load as its fullest gave, as often as in its busiest seven days, or once a day where it
 * never had so much to do.
 * @param batches ISO dates and g of butter; none say nothing
 */
export function throughChurn(batches: readonly { on: string; butter: number }[]): Churning | undefined {
  if (batches.length === 0) return undefined;
  const busiest = Math.max(
    ...batches.map(({ on: from }) => batches.filter(({ on }) => on >= from && daysBetween(from, on) < 7).length),
  );
  return { perLoad: Math.max(...batches.map(({ butter }) => butter)), loads: Math.max(onceADay, busiest) };
} // prettier-ignore
