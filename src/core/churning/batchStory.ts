import type { BatchEvent, BatchFacts, EventOf } from './batchEvents';
import type { MarkStage } from './stages';
import { isQuick } from './tools';
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

export interface BatchStory {
  phase: Phase;
  /** Load now in the churn, from 1. */
  load: number;
  /** Each load's share of the cream, in the order they are churned: one taken out comes last. */
  shares: number[];
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
  readings: { id: string; atSeconds: number; elapsedSeconds: number; temperature: number }[];
  /** Cold water put in to loosen the cream, g. */
  addedWater: number;
  drains: EventOf<'drained'>[];
  washes: EventOf<'washed'>[];
  /** Portions that stand on their own; those that joined another are inside it. */
  portions: StoryPortion[];
  next: NextAct;
  flags: Flag[];
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
  /** Ids of portions that joined this one. */
  joined: string[];
}

/** Two devices marking the same stage within this many seconds saw the same thing (engineering estimate). */
const sameMarkSeconds = 30;
/** Where the stages fall as shares of the break time (docs/models.md, churning). */
const shareOfBreak: Partial<Record<MarkStage, number>> = { thickening: 0.09, whipped: 0.38, grainy: 0.65 };

/**
 * Tells the story of a batch from its events: whatever order they arrive in, late, doubled, undone or re-timed, the
 * same set tells the same story. Nothing is dropped: what looks out of order is kept and flagged.
 */
export function batchStory(
  facts: Pick<BatchFacts, 'tool' | 'capacity' | 'loads'>,
  given: readonly BatchEvent[],
): BatchStory {
  const events = settled(given);
  const teller = new Teller(facts);
  for (const event of events) teller.tell(event);
  return teller.story(events);
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
  joined: 2,
  packed: 3,
};

function inOrder(a: BatchEvent, b: BatchEvent): number {
  return (
    a.atSeconds - b.atSeconds ||
    (lateKinds[a.kind] ?? 0) - (lateKinds[b.kind] ?? 0) ||
    (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  );
}

class Teller {
  private phase: Phase = 'stopped';
  private load = 1;
  private readonly shares: number[];
  private pause: EventOf<'paused'> | undefined;
  private readonly brokenLoads = new Set<number>();
  private banked = 0;
  private runningSince: number | undefined;
  private startedAt: number | undefined;
  private tool: ToolKey;
  private capacity: number;
  private readonly marks: StoryMark[] = [];
  private readonly readings: BatchStory['readings'] = [];
  private addedWater = 0;
  private readonly drains: EventOf<'drained'>[] = [];
  private readonly washes: EventOf<'washed'>[] = [];
  private readonly portions = new Map<string, StoryPortion>();
  private readonly flags: Flag[] = [];
  private packed = false;

  constructor(private readonly facts: Pick<BatchFacts, 'tool' | 'capacity' | 'loads'>) {
    this.tool = facts.tool;
    this.capacity = facts.capacity;
    this.shares = Array.from({ length: facts.loads }, () => 1 / facts.loads);
  }

  tell(event: BatchEvent): void {
    if (this.packed && event.kind !== 'packed') this.flag(event, 'came after the butter was packed');
    switch (event.kind) {
      case 'started':
        this.startedAt = event.atSeconds;
        return this.run(event.atSeconds);
      case 'mark':
        return this.mark(event);
      case 'reading':
        this.readings.push({ ...event, elapsedSeconds: this.elapsed(event.atSeconds) });
        return;
      case 'water':
        this.addedWater += event.mass;
        if (this.drains.length > 0)
          this.flag(event, 'water was added after the buttermilk was drained, so it is not taken off it');
        return;
      case 'paused':
        this.stand(event.atSeconds);
        this.phase = 'paused';
        this.pause = event;
        return;
      case 'resumed':
        return this.run(event.atSeconds);
      case 'tool':
        this.tool = event.tool;
        this.capacity = event.capacity ?? this.capacity;
        return;
      case 'load':
        this.stand(event.atSeconds);
        this.load += 1;
        this.banked = 0;
        // A load nobody planned: what was left over, or came later.
        while (this.shares.length < this.load) this.shares.push(this.shares.at(-1) ?? 1);
        return this.run(event.atSeconds);
      case 'takenOut': {
        const here = this.shares[this.load - 1]!;
        this.shares[this.load - 1] = here * (1 - event.share);
        this.shares.push(here * event.share);
        return;
      }
      case 'merged': {
        if (this.load >= this.shares.length) return this.flag(event, 'there was no other load to pour in');
        const [next = 0] = this.shares.splice(this.load, 1);
        this.shares[this.load - 1]! += next;
        return;
      }
      case 'drained':
        if (this.brokenLoads.size === 0) this.flag(event, 'drained with no break marked');
        this.stand(event.atSeconds);
        this.drains.push(event);
        this.phase = 'drained';
        return;
      case 'washed':
        this.stand(event.atSeconds);
        this.washes.push(event);
        this.phase = 'washed';
        return;
      case 'portion':
        this.stand(event.atSeconds);
        this.portions.set(event.portionId, { ...event, id: event.portionId, joined: [] });
        this.phase = 'portioned';
        return;
      case 'joined':
        return this.join(event);
      case 'packed':
        this.stand(event.atSeconds);
        this.packed = true;
        this.phase = 'packed';
        return;
      case 'abandoned':
        this.stand(event.atSeconds);
        this.phase = 'abandoned';
        return;
    }
  }

  story(events: BatchEvent[]): BatchStory {
    return {
      phase: this.phase,
      load: this.load,
      shares: this.shares,
      broken: this.brokenLoads.size,
      pause: this.phase === 'paused' ? this.pause : undefined,
      clock: { bankedSeconds: this.banked, runningSince: this.runningSince },
      startedAt: this.startedAt,
      tool: this.tool,
      capacity: this.capacity,
      marks: this.withInferred(),
      readings: this.readings,
      addedWater: this.addedWater,
      drains: this.drains,
      washes: this.washes,
      portions: [...this.portions.values()],
      next: this.next(),
      flags: this.flags,
      events,
    };
  }

  private flag(event: BatchEvent, says: string): void {
    this.flags.push({ eventId: event.id, says });
  }

  private elapsed(atSeconds: number): number {
    return this.banked + (this.runningSince === undefined ? 0 : Math.max(0, atSeconds - this.runningSince));
  }

  private run(atSeconds: number): void {
    this.phase = 'churning';
    this.runningSince ??= atSeconds;
  }

  private stand(atSeconds: number): void {
    this.banked = this.elapsed(atSeconds);
    this.runningSince = undefined;
  }

  private mark(event: EventOf<'mark'>): void {
    if (this.startedAt === undefined || event.atSeconds < this.startedAt)
      this.flag(event, 'marked before the churn was started');
    if (this.phase === 'paused') this.flag(event, 'marked during a pause: the clock was standing');
    const echo = this.marks.some(
      (m) =>
        m.stage === event.stage && m.load === this.load && event.atSeconds - m.atSeconds < sameMarkSeconds,
    );
    this.marks.push({
      id: event.id,
      stage: event.stage,
      atSeconds: event.atSeconds,
      elapsedSeconds: this.elapsed(event.atSeconds),
      load: this.load,
      inferred: false,
      echo,
    });
    if (event.stage === 'break') this.brokenLoads.add(this.load);
    if (event.stage === 'stopped' || (event.stage === 'break' && isQuick(this.tool))) {
      this.stand(event.atSeconds);
      this.phase = 'stopped';
    }
  }

  private join({ portionId, into, ...event }: EventOf<'joined'>): void {
    const from = this.portions.get(portionId);
    const target = this.portions.get(into);
    if (!from || !target || from === target) {
      this.flag(event as BatchEvent, 'joins a portion that is no longer there');
      return;
    }
    this.portions.set(into, {
      ...target,
      mass: target.mass + from.mass,
      massSd: Math.hypot(target.massSd, from.massSd),
      measured: target.measured === 'scale' && from.measured === 'scale' ? 'scale' : 'volume',
      saltMass: target.saltMass + from.saltMass,
      additions: [...new Set([...target.additions, ...from.additions])],
      joined: [...target.joined, from.id, ...from.joined],
    });
    this.portions.delete(portionId);
  }

  /** Quick tools give no time to mark the early stages: they are worked out from the break, and say so. */
  private withInferred(): StoryMark[] {
    if (!isQuick(this.tool)) return this.marks;
    const inferred = this.marks
      .filter((mark) => mark.stage === 'break' && !mark.echo)
      .flatMap((mark) =>
        Object.entries(shareOfBreak)
          .filter(([stage]) => !this.marks.some((other) => other.stage === stage && other.load === mark.load))
          .map(([stage, share]) => ({
            ...mark,
            id: `${mark.id}-${stage}`,
            stage: stage as MarkStage,
            atSeconds: mark.atSeconds - mark.elapsedSeconds * (1 - share),
            elapsedSeconds: mark.elapsedSeconds * share,
            inferred: true,
          })),
      );
    return [...this.marks, ...inferred].sort(
      (a, b) => a.load - b.load || a.elapsedSeconds - b.elapsedSeconds,
    );
  }

  private next(): NextAct {
    const moreLoads = this.load < this.shares.length;
    switch (this.phase) {
      case 'paused':
        return 'resumed';
      case 'churning': {
        const seen = new Set(this.marks.filter((mark) => mark.load === this.load).map((mark) => mark.stage));
        if (seen.has('break')) return 'stopped';
        if (isQuick(this.tool) || seen.has('grainy')) return 'break';
        if (seen.has('whipped')) return 'grainy';
        return seen.has('thickening') ? 'whipped' : 'thickening';
      }
      case 'stopped':
        return moreLoads ? 'load' : 'drained';
      case 'drained':
        return 'washed';
      case 'washed':
        return this.washes.at(-1)?.clarity === 'clear' ? 'portion' : 'washed';
      case 'portioned':
        return 'packed';
      case 'packed':
      case 'abandoned':
        return 'none';
    }
  }
}
