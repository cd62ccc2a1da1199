import { subjectsOf } from './dependsOn';
import type { DeviceStore, KeptCommand } from './deviceStore';
import { BrowserStore, keptCommand } from './deviceStore';
import type { HouseClock } from './houseClock';
import { houseClock, shiftTimes } from './houseClock';
import { newId } from './newId';
import type { Answer, QueuedCommand } from './queuedCommand';
import { askTheTime, post } from './post';

/** A command on this device that the house has not answered yet. */
export interface Waiting extends KeptCommand {
  /** Written down on the device; otherwise it lasts as long as this page. */
  kept: boolean;
}

/** How this device stands with the house and with its own store. */
export interface OutboxState {
  /** The house answered the last time it was asked. */
  reachable: boolean;
  /** The device cannot write: marks are kept in memory meanwhile. */
  storeFails: boolean;
  /** The house asks who it is: what is kept goes once somebody has said. */
  signedOut: boolean;
}

interface Held extends Waiting {
  tries: number;
  /** Not before, ms on this device. */
  notBefore: number;
  inFlight?: AbortController;
}

type Listener = () => void;
type RefusedListener = (message: string) => void;
type AnsweredListener = (command: QueuedCommand) => Promise<void>;

/** What tabs of one device tell one another. */
type Told =
  | { kind: 'put'; kept: KeptCommand }
  | { kind: 'struck'; id: string; answer: Answer }
  | { kind: 'aside'; id: string; aside: KeptCommand['aside'] };

/** Longest wait before trying the house again, ms. */
const longestWait = 8000;
/** So many are on their way at once, each about something else. */
const mostInFlight = 4;
/** The house failed at a command this often: it is set aside in sight, and the rest goes on. */
const mostTries = 5;
/** A command that another tab wrote down is sent from here only when that tab seems gone, ms. */
const otherTabsTurn = 6000;
/** The house carried something out so lately that a failure is about the command, not about the house, ms. */
const wellLately = 5000;
/** What the device has not written down by then is shown all the same, ms. */
const shownWithin = 120;
/** A device's store that has not answered by then has failed, ms. */
const storeWithin = 8000;
/** Pages that were told of an answer are waited for no longer, ms. */
const heardWithin = 6000;
/** A clock that turns out to be wrong by less is left alone, ms. */
const clockSlack = 20_000;

/**
 * The device's outbox. A command is on the screen at once, is then written down on the device, then sent, until the house
 * has answered; only then is it struck off. A reload, a closed tab, a house that hangs, fails or is gone loses nothing; the
 * house carries each out once however often it arrives. What is about the same batch or lot keeps its order; the rest does
 * not wait for it.
 */
export class Outbox {
  private readonly listeners = new Set<Listener>();
  private readonly refusedListeners = new Set<RefusedListener>();
  private readonly answeredListeners = new Set<AnsweredListener>();
  private readonly answers = new Map<string, (answer: Answer) => void>();
  private held: Held[] = [];
  /** What is shown of `held`; made when it is asked for. */
  private list: readonly Waiting[] | undefined;
  private opened: Promise<void> | undefined;
  private writing: Promise<void> = Promise.resolve();
  private wait = 500;
  /** Until then the house is not asked, ms on this device. */
  private restsUntil = 0;
  private wellAt = -Infinity;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private asking: Promise<boolean> | undefined;
  private channel: BroadcastChannel | undefined;
  private standing: OutboxState = { reachable: true, storeFails: false, signedOut: false };
  readonly device = deviceName();

  /** @param farm id of the farm this device is bound to @param by id of who has it in hand, where people say who they are */
  constructor(
    private readonly farm: string,
    private readonly store: DeviceStore = new BrowserStore(),
    private readonly clock: HouseClock = houseClock,
    private readonly by?: string,
  ) {}

  get reachable(): boolean {
    return this.standing.reachable;
  }

  /** Reads what is kept on the device and sets about sending it. Putting does not wait to be told. */
  open(): Promise<void> {
    this.opened ??= this.read();
    return this.opened;
  }

  /** Hears what other tabs of this device write down and send. */
  listen(): void {
    if (this.channel || typeof BroadcastChannel === 'undefined') return;
    this.channel = new BroadcastChannel('immulgo-outbox');
    this.channel.onmessage = ({ data }: MessageEvent<Told>) => this.hear(data);
  }

  private async read(): Promise<void> {
    try {
      // What was kept before commands named their farm was meant for the one this device is bound to.
      const before = (await this.store.load()).map((kept) => ({
        ...kept,
        command: { ...kept.command, farm: kept.command.farm ?? this.farm },
      }));
      const here = new Set(this.held.map(({ command }) => command.id));
      this.held = [
        ...before
          .filter(({ command }) => !here.has(command.id))
          .map((kept): Held => ({ ...kept, kept: true, tries: 0, notBefore: 0 })),
        ...this.held,
      ];
      this.tell();
    } catch {
      this.storeState(true);
    }
    void this.pump();
  }

  /** Lets go of the channel between tabs, and of what is on its way. */
  close(): void {
    this.channel?.close();
    this.channel = undefined;
    clearTimeout(this.timer);
  }

  /** Everything not yet answered, oldest first; the same array until it changes. */
  waiting = (): readonly Waiting[] =>
    (this.list ??= this.held.map((held) => ({ ...keptOf(held), kept: held.kept })));

  /** How it stands; the same object until it changes. */
  state = (): OutboxState => this.standing;

  subscribe = (listener: Listener): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Writes a command down and sets about sending it. The promise resolves with the house's answer, however late. */
  async put(name: string, input: unknown, id: string = newId()): Promise<Answer> {
    const command: QueuedCommand = {
      id,
      farm: this.farm,
      device: this.device,
      ...(this.by === undefined ? {} : { by: this.by }),
      name,
      input,
      at: new Date(this.clock.now()).toISOString(),
    };
    const answered = new Promise<Answer>((resolve) => this.answers.set(command.id, resolve));
    // Written down before a reload, and pressed again: it is on its way.
    if (this.held.some((one) => one.command.id === id)) return answered;
    const held: Held = {
      command,
      offsetMs: this.clock.offsetMs,
      kept: false,
      tries: 0,
      notBefore: Infinity,
    };
    // On the device first, then on the screen, then with the house; a store that is slow or broken does not keep it from
    // the screen.
    this.held = [...this.held, held];
    this.list = undefined;
    const slow = setTimeout(() => this.tell(), shownWithin);
    this.writing = this.writing.then(async () => {
      await this.open();
      await this.write(held);
      clearTimeout(slow);
      this.tell();
      this.announce({ kind: 'put', kept: keptOf(held) });
      held.notBefore = 0;
      void this.pump();
    });
    return answered;
  }

  /** Tries now, without waiting out the pause after a failure; what hangs is given up and sent again. */
  hurry = (): void => {
    this.wait = 500;
    this.restsUntil = 0;
    for (const one of this.held) {
      one.notBefore = Math.min(one.notBefore, 0);
      one.inFlight?.abort();
    }
    void this.pump();
  };

  /** Sends again what was set aside. */
  tryAgain = (id: string): void => {
    const one = this.held.find(({ command }) => command.id === id);
    if (!one?.aside) return;
    delete one.aside;
    one.tries = 0;
    one.notBefore = 0;
    this.tell();
    this.announce({ kind: 'aside', id, aside: undefined });
    this.writing = this.writing.then(() => this.write(one));
    void this.pump();
  };

  /** Throws away what was set aside, unheard by the house. */
  throwAway = async (id: string): Promise<void> => {
    const one = this.held.find(({ command }) => command.id === id);
    if (!one?.aside) return;
    await this.strikeOff(one, { status: 'refused', message: 'Thrown away on this device.' });
    void this.pump();
  };

  /** Calls `listener` when the house refuses a command, so that the maker hears why. Returns how to stop. */
  onRefused(listener: RefusedListener): () => void {
    this.refusedListeners.add(listener);
    return () => this.refusedListeners.delete(listener);
  }

  /** Calls `listener` after every answer, and waits for it before the command is struck off. Returns how to stop. */
  onAnswered(listener: AnsweredListener): () => void {
    this.answeredListeners.add(listener);
    return () => this.answeredListeners.delete(listener);
  }

  /** Commands that may go now: nothing earlier is about the same, and nothing set aside is needed for them. */
  private ready(): Held[] {
    const taken = new Set<string>();
    const missing = new Set<string>();
    const ready: Held[] = [];
    const now = Date.now();
    const room = mostInFlight - this.held.filter(({ inFlight }) => inFlight).length;
    for (const one of this.held) {
      const { about, makes } = subjectsOf(one.command);
      const needs = [...about].some((id) => missing.has(id));
      // Of another farm of the same person: it goes when the device is there again.
      if (one.aside || needs || (this.by !== undefined && one.command.farm !== this.farm)) {
        for (const id of makes) missing.add(id);
        continue;
      }
      const free = ![...about].some((id) => taken.has(id));
      for (const id of about) taken.add(id);
      if (free && !one.inFlight && one.notBefore <= now) ready.push(one);
      if (ready.length >= room) break;
    }
    return ready.slice(0, Math.max(0, room));
  }

  private async pump(): Promise<void> {
    clearTimeout(this.timer);
    const now = Date.now();
    if (this.restsUntil > now) {
      this.timer = setTimeout(() => void this.pump(), this.restsUntil - now);
      return;
    }
    const ready = this.ready();
    if (ready.length > 0 && !this.clock.known && !(await this.askTheTime())) return this.rest();
    for (const one of ready) if (!one.inFlight && this.held.includes(one)) void this.sendOne(one);
    const next = Math.min(
      ...this.held.flatMap(({ aside, inFlight, notBefore }) =>
        aside || inFlight || notBefore <= now ? [] : [notBefore],
      ),
    );
    if (Number.isFinite(next)) {
      clearTimeout(this.timer);
      this.timer = setTimeout(() => void this.pump(), next - now);
    }
  }

  /** Before the first of a page is sent the house says what time it is: a device's own clock may be wrong by days. */
  private askTheTime(): Promise<boolean> {
    this.asking ??= askTheTime('/api/time', this.clock).finally(() => (this.asking = undefined));
    return this.asking;
  }

  /** The house is away: everything waits, a little longer each time. */
  private rest(signedOut = false): void {
    this.stand({ reachable: false, signedOut });
    this.restsUntil = Date.now() + this.wait;
    this.wait = Math.min(longestWait, this.wait * 2);
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.pump(), this.restsUntil - Date.now());
  }

  private async sendOne(one: Held): Promise<void> {
    const controller = new AbortController();
    one.inFlight = controller;
    await this.placeInTime(one);
    const outcome = await post(one.command, controller, this.clock);
    delete one.inFlight;
    if (!this.held.includes(one)) return;
    switch (outcome.kind) {
      case 'answer':
        this.wait = 500;
        this.restsUntil = 0;
        this.wellAt = Date.now();
        this.stand({ reachable: true, signedOut: false });
        if (this.isAnothers(one.command, outcome.answer))
          this.setAside(one, `${outcome.answer.message} Or it goes when who said it has the device in hand.`);
        else await this.strikeOff(one, outcome.answer);
        break;
      case 'away':
        if (outcome.signedOut) return this.rest(true);
        // Another went through just now: the house is there, and this is about the command.
        if (outcome.said && Date.now() - this.wellAt < wellLately) this.failed(one, outcome.said);
        else return this.rest();
        break;
      case 'failed':
        this.stand({ reachable: true });
        this.failed(one, outcome.why);
        break;
    }
    void this.pump();
  }

  /** The house failed at it. After a few times it is set aside in sight, and what does not need it goes on. */
  private failed(one: Held, why: string): void {
    one.tries += 1;
    one.notBefore = Date.now() + Math.min(longestWait, 500 * 2 ** one.tries);
    if (one.tries >= mostTries) this.setAside(one, why);
  }

  /** What somebody else said on this device is not refused for what the one who has it now may not do. */
  private isAnothers({ by }: QueuedCommand, answer: Answer): answer is Answer & { status: 'refused' } {
    return answer.status === 'refused' && answer.field === 'role' && by !== undefined && by !== this.by;
  }

  private setAside(one: Held, why: string): void {
    one.aside = { why, at: Date.now() };
    this.tell();
    this.announce({ kind: 'aside', id: one.command.id, aside: one.aside });
    this.writing = this.writing.then(() => this.write(one));
    this.settle(one.command.id, { status: 'refused', message: why });
  }

  /** Moves what was said with a wrong clock to its true time, once, before it is sent the first time. */
  private async placeInTime(one: Held): Promise<void> {
    if (one.sent) return;
    const off = one.offsetMs === undefined ? 0 : this.clock.offsetMs - one.offsetMs;
    if (Math.abs(off) > clockSlack) {
      one.command = {
        ...one.command,
        at: new Date(Date.parse(one.command.at) + off).toISOString(),
        input: shiftTimes(one.command.input, off / 1000),
      };
      one.offsetMs = this.clock.offsetMs;
      this.tell();
    }
    one.sent = true;
    await this.write(one);
  }

  private async write(one: Held): Promise<void> {
    try {
      await soon(this.store.save(keptOf(one)), storeWithin);
      const was = one.kept;
      one.kept = true;
      this.storeState(false);
      if (!was) this.tell();
    } catch {
      this.storeState(true);
    }
  }

  private async strikeOff(one: Held, answer: Answer): Promise<void> {
    const { id } = one.command;
    await this.tellAnswered(one);
    try {
      await soon(this.store.remove(id), storeWithin);
    } catch {
      // It is sent once more after a reload, and the house knows it again.
      this.storeState(true);
    }
    this.held = this.held.filter((other) => other !== one);
    this.tell();
    this.announce({ kind: 'struck', id, answer });
    const wasAside = one.aside !== undefined;
    this.settle(id, answer);
    if (answer.status === 'refused' && !wasAside)
      for (const listener of this.refusedListeners) listener(answer.message);
    void this.rescue();
  }

  /** Pages fetch what came of a command before it leaves the list; one that takes too long is not waited for. */
  private async tellAnswered({ command }: Held): Promise<void> {
    const all = [...this.answeredListeners].map((listener) => listener(command));
    await soon(Promise.allSettled(all), heardWithin).catch(() => undefined);
  }

  /** What could not be written down is tried again now that something was let go. */
  private async rescue(): Promise<void> {
    if (!this.standing.storeFails) return;
    for (const one of this.held) if (!one.kept) await this.write(one);
    if (this.held.every(({ kept }) => kept)) this.storeState(false);
  }

  private settle(id: string, answer: Answer): void {
    this.answers.get(id)?.(answer);
    this.answers.delete(id);
  }

  /** What another tab of this device did. */
  private hear(told: Told): void {
    if (told.kind === 'put') {
      if (this.held.some(({ command }) => command.id === told.kept.command.id)) return;
      const notBefore = Date.now() + otherTabsTurn;
      this.held = [...this.held, { ...told.kept, kept: true, tries: 0, notBefore }];
      this.tell();
      void this.pump();
      return;
    }
    const one = this.held.find(({ command }) => command.id === told.id);
    if (!one) return;
    if (told.kind === 'aside') {
      if (told.aside) one.aside = told.aside;
      else delete one.aside;
      this.tell();
      return;
    }
    one.inFlight?.abort();
    void this.tellAnswered(one).then(() => {
      this.held = this.held.filter((other) => other !== one);
      this.tell();
      this.settle(told.id, told.answer);
      void this.pump();
    });
  }

  private announce(told: Told): void {
    try {
      this.channel?.postMessage(told);
    } catch {
      // The other tabs find it on the device when they are opened.
    }
  }

  private storeState(storeFails: boolean): void {
    this.stand({ storeFails });
  }

  private stand(change: Partial<OutboxState>): void {
    const next = { ...this.standing, ...change };
    if (
      next.reachable === this.standing.reachable &&
      next.storeFails === this.standing.storeFails &&
      next.signedOut === this.standing.signedOut
    )
      return;
    this.standing = next;
    this.tell();
  }

  private tell(): void {
    this.list = undefined;
    for (const listener of this.listeners) listener();
  }
}

/** What a promise becomes, if it does so soon. @throws an error when it takes longer */
async function soon<T>(promise: Promise<T>, longest: number): Promise<T> {
  let late: ReturnType<typeof setTimeout> | undefined;
  const given = new Promise<never>((_, reject) => {
    late = setTimeout(() => reject(new Error(`Nothing came of it in ${longest} ms.`)), longest);
  });
  try {
    return await Promise.race([promise, given]);
  } finally {
    clearTimeout(late);
  }
}

const keptOf = (held: Held): KeptCommand => keptCommand(held.command, held);

function deviceName(): string {
  if (typeof window === 'undefined') return 'server';
  try {
    const kept = localStorage.getItem('immulgo-device');
    if (kept) return kept;
    const made = newId().slice(0, 13);
    localStorage.setItem('immulgo-device', made);
    return made;
  } catch {
    return newId().slice(0, 13);
  }
}
