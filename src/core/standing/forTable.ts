import type { LotEvent } from './lotEvents';
import { notTakenBack } from './lotStory';

/**
 * Cream that is kept for the table, to whip or to pour: the heavy top of a skimming, until somebody says otherwise, and what
 * somebody said is for the table. It is proposed for no churning, and no other cream is put to it.
 */
export function forTable({
  details,
  events,
}: {
  details: { cut?: 'whole' | 'top' | 'rest' };
  events: readonly LotEvent[];
}): boolean {
  const meant = notTakenBack(events).findLast((event) => event.kind === 'meant');
  return meant?.kind === 'meant' ? meant.for === 'table' : details.cut === 'top';
}
