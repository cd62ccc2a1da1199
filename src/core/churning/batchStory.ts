import type { BatchEvent, BatchFacts, EventOf, GrainSize } from './batchEvents';
import type { MarkStage } from './stages';
import { Teller } from './tellBatch';
import type { ToolKey } from './tools';

export interface StoryMark {
  id: string;
  stage: MarkStage;
  atSeconds: number;
  /** On the running clock of its load, s. */
  elapsedSeconds: number;
  load: number;
  /** Worked out from the break, not seen. */
  inferred: boolean;
  /** The same mark by a second device within half a minute: shown, not counted twice. */
  echo: boolean;
}

export interface Flag {
  eventId: string;
  says: string;
}

export type Phase =
  'churning' | 'paused' | 'stopped' | 'drained' | 'washed' | 'portioned' | 'packed' | 'abandoned';

/** What the big button does next. */
export type NextAct = MarkStage | 'load' | 'drained' | 'washed' | 'portion' | 'packed' | 'resumed' | 'none';

/** One load of the batch, in the order they are churned: one taken out comes last. */
export interface StoryLoad {
  phase: Phase | 'waiting';
  /** Share of the cream. */
  share: number;
  tool: ToolKey;
  capacity: number;
  /** As it was when it was begun, before anything was taken out, poured in or moved. */
  begun: { share: number; tool: ToolKey; capacity: number } | undefined;
  begunAt: number | undefined;
  broke: boolean;
  clock: BatchStory['clock'];
}

export interface BatchStory {
  phase: Phase;
  /** Load this story looks at, from 1: the one in hand unless a device looks at another. */
  load: number;
  loads: StoryLoad[];
  /** Loads that broke so far. */
  broken: number;
  /** The pause it stands in, if it does. */
  pause: EventOf<'paused'> | undefined;
  /** The clock of the load in hand: seconds banked, and since when it runs (undefined: it stands). */
  clock: { bankedSeconds: number; runningSince: number | undefined };
  startedAt: number | undefined;
  tool: ToolKey;
  capacity: number;
  marks: StoryMark[];
  readings: { id: string; load: number; atSeconds: number; elapsedSeconds: number; temperature: number }[];
  /** Water that left with the buttermilk: put in to loosen the cream, or wash water poured in with it, g. */
  addedWater: number;
  drains: EventOf<'drained'>[];
  /** How far it had gathered when the churn was stopped, if anybody said. */
  gathered: GrainSize | undefined;
  washes: EventOf<'washed'>[];
  felt: EventOf<'felt'>[];
  worked: EventOf<'worked'>[];
  moistureTests: EventOf<'moisture'>[];
  /** Colour, feed and taste, each as it was said last. */
  tasted: Pick<EventOf<'tasted'>, 'colour' | 'feed' | 'tastes' | 'note'> | undefined;
  /** Portions that stand on their own; those that joined another are inside it. */
  portions: StoryPortion[];
  next: NextAct;
  flags: Flag[];
  /** The load each event happened to, by its id. */
  loadOf: Readonly<Record<string, number>>;
  /** In order, without what was undone; what the undo button takes back is the last. */
  events: BatchEvent[];
}

export interface StoryPortion {
  id: string;
  name: string;
  /** g, salt and all. */
  mass: number;
  massSd: number;
  measured: 'scale' | 'volume';
  saltMass: number;
  salting: EventOf<'portion'>['salting'];
  additions: EventOf<'portion'>['additions'];
  storage: EventOf<'portion'>['storage'];
  pieces?: EventOf<'portion'>['pieces'];
  ghee?: EventOf<'portion'>['ghee'];
  reweighed: EventOf<'reweighed'>[];
  /** Ids of portions that joined this one. */
  joined: string[];
}

/**
 * Tells the story of a batch from its events: whatever order they arrive in, late, doubled, undone or re-timed, the
 * same set tells the same story. Nothing is dropped: what looks out of order is kept and flagged.
 * @param looked the load a device looks at, from 1; the one in hand when it is not said
 */
export function batchStory(
  facts: Pick<BatchFacts, 'tool' | 'capacity' | 'loads'>,
  given: readonly BatchEvent[],
  looked?: number,
): BatchStory {
  const events = settled(given);
  const teller = new Teller(facts);
  for (const event of events) teller.tell(event);
  return teller.story(events, looked);
}

/** Seconds on the running clock of the load in hand at `nowSeconds` (epoch). */
export function elapsedAt(clock: BatchStory['clock'], nowSeconds: number): number {
  return (
    clock.bankedSeconds +
    (clock.runningSince === undefined ? 0 : Math.max(0, nowSeconds - clock.runningSince))
  );
}

/** Applies undo and re-timing, drops doubles by id, and puts events in the order they happened. */
function settled(given: readonly BatchEvent[]): BatchEvent[] {
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
