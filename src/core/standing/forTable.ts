import type { LotEvent } from './lotEvents';
import { meantFor } from './meant';

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
  const meant = meantFor(events);
  return meant === undefined ? details.cut === 'top' : meant === 'table';
}
