import type { BatchEvent } from './batchEvents';

/** What one press wrote down is told a millisecond apart, s; half of one more for rounding. */
const together = 0.0015;

/**
 * What the maker did last, as one thing: what was written down by one press is taken back by one press, such as butter
 * shaped into pieces and what was left over. Two pressing at the same moment did two things.
 * @param events in their order, without what was undone; those that came from the house say which device wrote them down
 * @returns the events of that act, in their order; none when nothing was done since the start
 */
export function lastAct<E extends BatchEvent & { device?: string }>(events: readonly E[]): E[] {
  const act: E[] = [];
  for (const event of events.toReversed()) {
    if (event.kind === 'started') break;
    const next = act.at(-1);
    if (next && next.atSeconds - event.atSeconds > together) break;
    if (next && next.device !== event.device) continue;
    act.push(event);
  }
  return act.toReversed();
}
