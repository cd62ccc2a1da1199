import type { LotEvent } from './lotEvents';
import { notTakenBack } from './lotStory';
import type { Meaning } from './lotWords';

/** What somebody said last that a lot is kept for; undefined where nobody did. */
export function meantFor(events: readonly LotEvent[]): Meaning | undefined {
  const meant = notTakenBack(events).findLast((event) => event.kind === 'meant');
  return meant?.kind === 'meant' ? meant.for : undefined;
}
