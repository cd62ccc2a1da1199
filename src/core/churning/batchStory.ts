import type { BatchEvent, EventOf } from './batchEvents';
import type { GrainSize, Weighing } from './batchWords';
import type { MarkStage } from './stages';
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
  /** g of salt put into the cream. */
  creamSalt: number;
  drains: EventOf<'drained'>[];
  /** How far it had gathered when the churn was stopped, if anybody said. */
  gathered: GrainSize | undefined;
  washes: EventOf<'washed'>[];
  felt: EventOf<'felt'>[];
  worked: EventOf<'worked'>[];
  moistureTests: EventOf<'moisture'>[];
  /** Colour, feed and taste, each as it was said last. */
  tasted: Pick<EventOf<'tasted'>, 'colour' | 'feed' | 'tastes' | 'note'> | undefined;
  notes: EventOf<'noted'>[];
  /** Portions that stand on their own; those that joined another are inside it. */
  portions: StoryPortion[];
  next: NextAct;
  flags: Flag[];
  /** Share of all the cream that each `merged` event poured in, by its id. */
  poured: Readonly<Record<string, number>>;
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
  measured: Weighing;
  saltMass: number;
  salting: EventOf<'portion'>['salting'];
  additions: EventOf<'portion'>['additions'];
  /** By their own names and weights, where they were said. */
  mixedIn?: EventOf<'portion'>['mixedIn'];
  /** g of what was mixed in, as far as it is known. */
  additionMass?: number | undefined;
  storage: EventOf<'portion'>['storage'];
  pieces?: EventOf<'portion'>['pieces'];
  ghee?: EventOf<'portion'>['ghee'];
  reweighed: EventOf<'reweighed'>[];
  /** Ids of portions that joined this one. */
  joined: string[];
}

/** Seconds on the running clock of the load in hand at `nowSeconds` (epoch). */
export function elapsedAt(clock: BatchStory['clock'], nowSeconds: number): number {
  return (
    clock.bankedSeconds +
    (clock.runningSince === undefined ? 0 : Math.max(0, nowSeconds - clock.runningSince))
  );
}
