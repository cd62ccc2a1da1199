import type { BatchEvent } from './batchEvents';
import type { BatchStory } from './batchStory';
import type { ToldFacts } from './teller';
import { Teller } from './teller';

/**
 * Tells the story of a batch from its events: whatever order they arrive in, late, doubled, undone or re-timed, the
 * same set tells the same story. Nothing is dropped: what looks out of order is kept and flagged.
 * @param looked the load a device looks at, from 1; the one in hand when it is not said
 */
export function tellBatch(facts: ToldFacts, given: readonly BatchEvent[], looked?: number): BatchStory {
  const events = settled(given);
  const teller = new Teller(facts);
  for (const event of events) teller.tell(event);
  return teller.story(events, looked);
}

/** Events that stand: undo and re-timing applied, doubles dropped by id, in the order they happened. */
export function settled(given: readonly BatchEvent[]): BatchEvent[] {
  const byId = new Map(given.map((event) => [event.id, event]));
  const events = [...byId.values()].sort(inOrder);
  const undos = new Map<string, string[]>();
  for (const event of events)
    if (event.kind === 'undone') undos.set(event.eventId, [...(undos.get(event.eventId) ?? []), event.id]);
  const isVoid = (eventId: string, seen: ReadonlySet<string> = new Set()): boolean =>
    !seen.has(eventId) &&
    (undos.get(eventId) ?? []).some((undo) => !isVoid(undo, new Set([...seen, eventId])));
  const times = new Map<string, number>();
  for (const event of events)
    if (event.kind === 'retimed' && !isVoid(event.id)) times.set(event.eventId, event.toSeconds);
  return events
    .filter((event) => event.kind !== 'undone' && event.kind !== 'retimed' && !isVoid(event.id))
    .map((event) => ({ ...event, atSeconds: times.get(event.id) ?? event.atSeconds }))
    .sort(inOrder);
}

/** Acts that close others come after them when the clock cannot tell them apart. */
const lateKinds: Partial<Record<BatchEvent['kind'], number>> = {
  started: -1,
  portion: 1,
  reweighed: 2,
  joined: 3,
  packed: 4,
};

function inOrder(a: BatchEvent, b: BatchEvent): number {
  return (
    a.atSeconds - b.atSeconds ||
    (lateKinds[a.kind] ?? 0) - (lateKinds[b.kind] ?? 0) ||
    (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  );
}
