import type { BatchEvent } from './batchEvents';

/** What one press wrote down is told a millisecond apart, s; half of one more for rounding. */
const together = 0.0015;

/**
 * What the maker did last, as one thing: what was written down by one press is taken back by one press, such as butter
 * shaped into pieces and what was left over.
 * @param events in their order, without what was undone
 * @returns the events of that act, in their order; none when nothing was done since the start
 */
export function lastAct(events: readonly BatchEvent[]): BatchEvent[] {
  const act: BatchEvent[] = [];
  for (const event of events.toReversed()) {
    if (event.kind === 'started') break;
    const next = act.at(-1);
    if (next && next.atSeconds - event.atSeconds > together) break;
    act.push(event);
  }
  return act.toReversed();
}
