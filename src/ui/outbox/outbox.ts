import type { DBSchema, IDBPDatabase } from 'idb';
import { openDB } from 'idb';
import { newId } from './newId';

export interface QueuedCommand {
  id: string;
  farm: string;
  device: string;
  name: string;
  input: unknown;
  at: string;
}

export type Answer =
  { status: 'done'; result: unknown } | { status: 'refused'; message: string; field?: string };

/** A command on this device that the house has not answered yet. */
export interface Waiting {
  seq: number;
  command: QueuedCommand;
}

interface OutboxSchema extends DBSchema {
  waiting: { key: number; value: { seq?: number; command: QueuedCommand } };
}

type Listener = () => void;
type RefusedListener = (message: string) => void;
type AnsweredListener = (command: QueuedCommand) => Promise<void>;

/** Longest wait before trying the house again, ms. */
const longestWait = 8000;

/**
 * The device's outbox. A command is first written down here (IndexedDB, or memory where there is none), then sent, in
 * order, until the house has answered; only then is it struck off. A reload, a closed tab or a dead server loses nothing,
 * and the house carries each out once however often it arrives.
 */
export class Outbox {
  private readonly listeners = new Set<Listener>();
  private readonly refusedListeners = new Set<RefusedListener>();
  private readonly answeredListeners = new Set<AnsweredListener>();
  private readonly answers = new Map<string, (answer: Answer) => void>();
  private list: Waiting[] = [];
  private database: IDBPDatabase<OutboxSchema> | undefined;
  private sending = false;
  private wait = 500;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private memorySeq = 1e9;
  /** The house answered the last time it was asked. */
  reachable = true;
  readonly device = deviceName();

  /** @param farm id of the farm this device is bound to */
  constructor(private readonly farm: string) {}

  async open(): Promise<void> {
    try {
      this.database = await openOutbox();
      await this.reread();
    } catch {
      this.database = undefined;
    }
    void this.send();
  }

  /** Everything not yet answered, oldest first; the same array until it changes. */
  waiting = (): readonly Waiting[] => this.list;

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
      name,
      input,
      at: new Date().toISOString(),
    };
    const answered = new Promise<Answer>((resolve) => this.answers.set(command.id, resolve));
    let seq = (this.memorySeq += 1);
    try {
      if (this.database) seq = await this.database.add('waiting', { command });
    } catch {
      this.database = undefined;
    }
    this.list = [...this.list, { seq, command }];
    this.tell();
    void this.send();
    return answered;
  }

  /** Tries now, without waiting out the pause after a failure. */
  hurry = (): void => {
    this.wait = 500;
    clearTimeout(this.timer);
    void this.send();
  };

  private async reread(): Promise<void> {
    if (!this.database) return;
    // What was kept before commands named their farm was meant for the one this device is bound to.
    this.list = (await this.database.getAll('waiting')).map(({ seq, command }) => ({
      seq: seq!,
      command: { ...command, farm: command.farm ?? this.farm },
    }));
    this.tell();
  }

  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      while (this.list.length > 0) {
        const next = this.list[0]!;
        const answer = await post(next.command);
        if (answer === undefined) {
          this.reach(false);
          this.timer = setTimeout(() => void this.send(), this.wait);
          this.wait = Math.min(longestWait, this.wait * 2);
          return;
        }
        this.wait = 500;
        this.reachable = true;
        await this.strikeOff(next);
        this.answers.get(next.command.id)?.(answer);
        this.answers.delete(next.command.id);
        if (answer.status === 'refused')
          for (const listener of this.refusedListeners) listener(answer.message);
      }
      this.reach(true);
    } finally {
      this.sending = false;
    }
  }

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

  private async strikeOff({ seq, command }: Waiting): Promise<void> {
    await Promise.allSettled([...this.answeredListeners].map((listener) => listener(command)));
    try {
      await this.database?.delete('waiting', seq);
    } catch {
      this.database = undefined;
    }
    this.list = this.list.filter((one) => one.seq !== seq);
    this.tell();
  }

  private reach(reachable: boolean): void {
    if (this.reachable === reachable) return;
    this.reachable = reachable;
    this.tell();
  }

  private tell(): void {
    for (const listener of this.listeners) listener();
  }
}

/** Commands kept on this device and not answered yet, in order, read without opening an outbox. */
export async function waitingCommands(): Promise<QueuedCommand[]> {
  try {
    const database = await openOutbox();
    const all = await database.getAll('waiting');
    database.close();
    return all.map(({ command }) => command);
  } catch {
    return [];
  }
}

const openOutbox = (): Promise<IDBPDatabase<OutboxSchema>> =>
  openDB<OutboxSchema>('immulgo-outbox', 1, {
    upgrade: (database) =>
      void database.createObjectStore('waiting', { keyPath: 'seq', autoIncrement: true }),
  });

/** Sends one command. Undefined: no answer, try again later. */
async function post(command: QueuedCommand): Promise<Answer | undefined> {
  try {
    const response = await fetch('/api/commands', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(command),
    });
    if (response.ok) return (await response.json()) as Answer;
    if (response.status === 400) {
      const { error } = (await response.json()) as { error: { message: string; path?: string } };
      return { status: 'refused', message: error.message, field: error.path };
    }
    return undefined;
  } catch {
    return undefined;
  }
}

function deviceName(): string {
  if (typeof localStorage === 'undefined') return 'server';
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
