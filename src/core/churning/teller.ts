import type { BatchEvent, BatchFacts, EventOf } from './batchEvents';
import type { BatchStory, Flag, NextAct, Phase, StoryLoad, StoryMark, StoryPortion } from './batchStory';
import { movedInto, overfills } from './contents';
import { withInferred } from './inferredMarks';
import type { ToolKey } from './tools';
import { isQuick } from './tools';
import { joinedMix } from '../working/mix';
import { runsOff, weighings } from './batchWords';

/** Two devices marking the same stage within this many seconds saw the same thing (engineering estimate). */
const sameMarkSeconds = 30;
/** What may be said of butter after it was packed without contradicting it. */
const sayableLater = new Set<BatchEvent['kind']>([
  'packed',
  'reweighed',
  'moisture',
  'tasted',
  'felt',
  'worked',
  'noted',
  'corrected',
]);

/** What a story takes of a batch's facts; with the volume it sees what does not fit. */
export type ToldFacts = Pick<BatchFacts, 'tool' | 'capacity' | 'loads'> &
  Partial<Pick<BatchFacts, 'creamVolume'>>;

/** One load on its own clock, in its own churn. */
class Load {
  phase: StoryLoad['phase'] = 'waiting';
  banked = 0;
  runningSince: number | undefined;
  begunAt: number | undefined;
  broke = false;
  pause: { event: EventOf<'paused'>; from: Phase } | undefined;
  /** As it was when it was begun: what is done to it later is told to the model as done then. */
  begun: { share: number; tool: ToolKey; capacity: number } | undefined;

  constructor(
    public share: number,
    public tool: ToolKey,
    public capacity: number,
  ) {}

  begin(atSeconds: number): void {
    this.begunAt = atSeconds;
    this.begun = { share: this.share, tool: this.tool, capacity: this.capacity };
    this.run(atSeconds);
  }

  elapsed(atSeconds: number): number {
    return this.banked + (this.runningSince === undefined ? 0 : Math.max(0, atSeconds - this.runningSince));
  }

  run(atSeconds: number): void {
    this.phase = 'churning';
    this.pause = undefined;
    this.runningSince ??= atSeconds;
  }

  stand(atSeconds: number): void {
    this.banked = this.elapsed(atSeconds);
    this.runningSince = undefined;
  }

  get goesOn(): boolean {
    return this.phase === 'churning' || this.phase === 'paused';
  }
}

/** Folds events, in the order they happened, into one story. */
export class Teller {
  private readonly loads: Load[];
  private hand = 1;
  /** Where the batch as a whole stands once no load is churned any more. */
  private after: { phase: Phase; pause?: { event: EventOf<'paused'>; from: Phase } } | undefined;
  private startedAt: number | undefined;
  private readonly marks: StoryMark[] = [];
  private readonly readings: BatchStory['readings'] = [];
  private addedWater = 0;
  private creamSalt = 0;
  private readonly drains: EventOf<'drained'>[] = [];
  private readonly washes: EventOf<'washed'>[] = [];
  private readonly worked: EventOf<'worked'>[] = [];
  /** Pressed or worked since it was drained or washed last. */
  private workedSince = false;
  private readonly felt: EventOf<'felt'>[] = [];
  private readonly tests: EventOf<'moisture'>[] = [];
  private readonly notes: EventOf<'noted'>[] = [];
  private gathered: EventOf<'gathered'> | undefined;
  private tasted: BatchStory['tasted'] = undefined;
  private readonly portions = new Map<string, StoryPortion>();
  private readonly flags: Flag[] = [];
  private readonly loadOf: Record<string, number> = {};
  private readonly poured: Record<string, number> = {};
  private packed = false;

  constructor(private readonly facts: ToldFacts) {
    this.loads = Array.from(
      { length: facts.loads },
      () => new Load(1 / facts.loads, facts.tool, facts.capacity),
    );
  }

  tell(event: BatchEvent): void {
    if (this.packed && !sayableLater.has(event.kind)) this.flag(event, 'came after the butter was packed');
    const number = this.numberOf(event);
    const load = this.loads[number - 1]!;
    this.loadOf[event.id] = number;
    switch (event.kind) {
      case 'started':
        this.startedAt = event.atSeconds;
        load.begin(event.atSeconds);
        return;
      case 'mark':
        return this.mark(event, load, number);
      case 'reading':
        this.readings.push({ ...event, load: number, elapsedSeconds: load.elapsed(event.atSeconds) });
        return;
      case 'water':
        this.addedWater += event.mass;
        if (this.drains.length > 0)
          this.flag(event, 'water was added after the buttermilk was drained, so it is not taken off it');
        return;
      case 'salted':
        this.creamSalt += event.mass;
        if (this.drains.length > 0)
          this.flag(event, 'salt was put into the cream after the buttermilk was drained');
        return;
      case 'paused':
        return this.pause(event, load);
      case 'resumed':
        return this.resume(event, load);
      case 'tool':
        load.capacity = movedInto(event, load);
        load.tool = event.tool;
        return this.seeWhetherItFits(event, load);
      case 'load':
        return this.nextLoad(event);
      case 'takenOut':
        this.loads.push(new Load(load.share * event.share, load.tool, load.capacity));
        load.share *= 1 - event.share;
        return;
      case 'merged': {
        const waiting = this.loads.findIndex(({ phase }) => phase === 'waiting');
        if (waiting < 0) return this.flag(event, 'there was no other load to pour in');
        const [next] = this.loads.splice(waiting, 1);
        load.share += next!.share;
        this.poured[event.id] = next!.share;
        return this.seeWhetherItFits(event, load);
      }
      case 'drained':
        if (!this.loads.some(({ broke }) => broke)) this.flag(event, 'drained with no break marked');
        this.drains.push(event);
        this.workedSince = false;
        this.addedWater += event.washIn ?? 0;
        return this.settle('drained', event, load);
      case 'washed':
        this.washes.push(event);
        this.workedSince = false;
        return this.settle('washed', event, load);
      case 'gathered':
        this.gathered = event;
        return;
      case 'felt':
        this.felt.push(event);
        return;
      case 'worked':
        this.worked.push(event);
        this.workedSince ||= !runsOff(event.way);
        return;
      case 'portion':
        this.portions.set(event.portionId, { ...event, id: event.portionId, joined: [], reweighed: [] });
        return this.settle('portioned', event, load);
      case 'reweighed':
        return this.reweigh(event);
      case 'moisture':
        this.tests.push(event);
        return;
      case 'tasted': {
        const { colour, feed, tastes, note } = event;
        this.tasted = {
          ...this.tasted,
          ...(colour === undefined ? {} : { colour }),
          ...(feed === undefined ? {} : { feed }),
          ...(tastes === undefined ? {} : { tastes }),
          ...(note === undefined ? {} : { note }),
        };
        return;
      }
      case 'speed':
        // Told to the model (liveLoad.ts).
        return;
      case 'noted':
        this.notes.push(event);
        return;
      case 'corrected':
        // Facts are put right before the story is told (correctedFacts.ts).
        return;
      case 'joined':
        return this.join(event);
      case 'packed':
        this.packed = true;
        return this.end('packed', event);
      case 'abandoned':
        return this.end('abandoned', event);
    }
  }

  /** @param looked the load a device looks at, from 1; the one in hand when it is not said. */
  story(events: BatchEvent[], looked?: number): BatchStory {
    const number =
      looked !== undefined && this.loads[looked - 1]?.begunAt !== undefined ? looked : this.inHand();
    const load = this.loads[number - 1]!;
    const phase = this.phaseOf(load);
    const pause = this.after ? this.after.pause : load.pause;
    return {
      phase,
      load: number,
      loads: this.loads.map((one) => ({
        phase: one.phase,
        share: one.share,
        tool: one.tool,
        capacity: one.capacity,
        begun: one.begun,
        begunAt: one.begunAt,
        broke: one.broke,
        clock: { bankedSeconds: one.banked, runningSince: one.runningSince },
      })),
      broken: this.loads.filter(({ broke }) => broke).length,
      pause: phase === 'paused' ? pause?.event : undefined,
      clock: { bankedSeconds: load.banked, runningSince: load.runningSince },
      startedAt: this.startedAt,
      tool: load.tool,
      capacity: load.capacity,
      marks: withInferred(
        this.marks,
        this.loads.map(({ tool }) => tool),
      ),
      readings: this.readings,
      addedWater: this.addedWater,
      creamSalt: this.creamSalt,
      drains: this.drains,
      gathered: this.gathered?.size,
      washes: this.washes,
      felt: this.felt,
      worked: this.worked,
      moistureTests: this.tests,
      tasted: this.tasted,
      notes: this.notes,
      portions: [...this.portions.values()],
      next: this.next(phase, number),
      flags: this.flags,
      poured: this.poured,
      loadOf: this.loadOf,
      events,
    };
  }

  private numberOf(event: BatchEvent): number {
    const said = 'load' in event ? event.load : undefined;
    if (said !== undefined && said <= this.loads.length) return said;
    return this.inHand();
  }

  /** The load begun last, unless it stands while an earlier one goes on. */
  private inHand(): number {
    const last = this.loads[this.hand - 1]!;
    if (last.goesOn || this.after) return this.hand;
    const other = this.loads.findLastIndex(({ goesOn }) => goesOn);
    return other < 0 ? this.hand : other + 1;
  }

  private phaseOf(load: Load): Phase {
    return this.after?.phase ?? (load.phase === 'waiting' ? 'stopped' : load.phase);
  }

  private flag(event: BatchEvent, says: string): void {
    this.flags.push({ eventId: event.id, says });
  }

  /** A late true mark is kept whatever it says; that it cannot have been so is shown. */
  private seeWhetherItFits(event: BatchEvent, { share, capacity }: Load): void {
    const volume = (this.facts.creamVolume ?? 0) * share;
    if (overfills({ mass: 1, fat: 0, capacity, fill: volume / capacity }))
      this.flag(event, 'this is more cream than that vessel holds');
  }

  private nextLoad(event: EventOf<'load'>): void {
    const before = this.loads[this.inHand() - 1]!;
    if (!event.beside) {
      before.stand(event.atSeconds);
      if (before.goesOn) before.phase = 'stopped';
    }
    let at = this.loads.findIndex(({ phase }) => phase === 'waiting');
    // A load nobody planned: what was left over, or came later.
    if (at < 0) at = this.loads.push(new Load(this.loads.at(-1)!.share, before.tool, before.capacity)) - 1;
    const load = this.loads[at]!;
    load.capacity = event.tool
      ? movedInto({ ...event, tool: event.tool }, load)
      : (event.capacity ?? before.capacity);
    load.tool = event.tool ?? before.tool;
    this.after = undefined;
    this.hand = at + 1;
    this.loadOf[event.id] = this.hand;
    load.begin(event.atSeconds);
  }

  private pause(event: EventOf<'paused'>, load: Load): void {
    if (this.after) {
      const from = this.after.pause?.from ?? this.after.phase;
      this.after = { phase: 'paused', pause: { event, from } };
      return;
    }
    const from = load.pause?.from ?? (load.phase === 'waiting' ? 'churning' : load.phase);
    load.stand(event.atSeconds);
    load.phase = 'paused';
    load.pause = { event, from };
  }

  /** Goes on from where it was: a churn turns again, butter that stood is as it was before. */
  private resume(event: EventOf<'resumed'>, load: Load): void {
    if (this.after?.pause) {
      this.after = { phase: this.after.pause.from };
      return;
    }
    if (load.pause && load.pause.from !== 'churning') {
      load.phase = load.pause.from;
      load.pause = undefined;
      return;
    }
    this.after = undefined;
    load.run(event.atSeconds);
  }

  /** Moves on past churning: of this load alone while another is still churned, of the whole batch otherwise. */
  private settle(phase: Phase, event: BatchEvent, load: Load): void {
    load.stand(event.atSeconds);
    const others = this.loads.some((one) => one !== load && one.goesOn);
    if (others) load.phase = phase;
    else {
      if (load.goesOn) load.phase = 'stopped';
      this.after = { phase };
    }
    load.pause = undefined;
  }

  private end(phase: Phase, event: BatchEvent): void {
    for (const load of this.loads) load.stand(event.atSeconds);
    this.after = { phase };
  }

  private mark(event: EventOf<'mark'>, load: Load, number: number): void {
    if (this.startedAt === undefined || event.atSeconds < this.startedAt)
      this.flag(event, 'marked before the churn was started');
    if (this.phaseOf(load) === 'paused') this.flag(event, 'marked during a pause: the clock was standing');
    const echo = this.marks.some(
      (m) => m.stage === event.stage && m.load === number && event.atSeconds - m.atSeconds < sameMarkSeconds,
    );
    this.marks.push({
      id: event.id,
      stage: event.stage,
      atSeconds: event.atSeconds,
      elapsedSeconds: load.elapsed(event.atSeconds),
      load: number,
      inferred: false,
      echo,
    });
    if (event.stage === 'break') load.broke = true;
    if (event.stage === 'stopped' || (event.stage === 'break' && isQuick(load.tool))) {
      load.stand(event.atSeconds);
      load.phase = 'stopped';
      load.pause = undefined;
      this.after = undefined;
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
      // As well known as the worse known of the two.
      measured: weighings[Math.max(weighings.indexOf(target.measured), weighings.indexOf(from.measured))]!,
      saltMass: target.saltMass + from.saltMass,
      additions: [...new Set([...target.additions, ...from.additions])],
      mixedIn: joinedMix(target.mixedIn, from.mixedIn),
      ...(target.additionMass === undefined && from.additionMass === undefined
        ? {}
        : { additionMass: (target.additionMass ?? 0) + (from.additionMass ?? 0) }),
      joined: [...target.joined, from.id, ...from.joined],
    });
    this.portions.delete(portionId);
  }

  private reweigh(event: EventOf<'reweighed'>): void {
    const portion = this.portions.get(event.portionId);
    if (!portion) return this.flag(event, 'weighs a portion again that is no longer there');
    const { mass, massSd, saltMass } = event;
    this.portions.set(portion.id, {
      ...portion,
      mass,
      massSd,
      saltMass,
      measured: 'scale',
      reweighed: [...portion.reweighed, event],
    });
  }

  private next(phase: Phase, number: number): NextAct {
    const load = this.loads[number - 1]!;
    switch (phase) {
      case 'paused':
        return 'resumed';
      case 'churning': {
        const seen = new Set(this.marks.filter((mark) => mark.load === number).map((mark) => mark.stage));
        if (seen.has('break')) return 'stopped';
        if (isQuick(load.tool) || seen.has('grainy')) return 'break';
        if (seen.has('whipped')) return 'grainy';
        return seen.has('thickening') ? 'whipped' : 'thickening';
      }
      case 'stopped':
        return this.loads.some((one) => one.phase === 'waiting') ? 'load' : 'drained';
      case 'drained':
      case 'washed':
        // Pressed or worked, it is not washed any more unless the maker says so.
        return this.workedSince || this.washes.at(-1)?.clarity === 'clear' ? 'portion' : 'washed';
      case 'portioned':
        return 'packed';
      case 'packed':
      case 'abandoned':
        return 'none';
    }
  }
}
