import type { DBSchema, IDBPDatabase } from 'idb';
import { openDB } from 'idb';
import type { QueuedCommand } from './queuedCommand';

/** A command as the device keeps it. */
export interface KeptCommand {
  command: QueuedCommand;
  /** How far this device took the house to be ahead when it was said, ms. */
  offsetMs?: number;
  /** It was on its way once: it stays as it is, so that the house knows it again. */
  sent?: boolean;
  /** The house failed at it again and again: why, and when it was last tried, ms. */
  aside?: { why: string; at: number };
}

/** A command with what is known of it; what is not known is left out. */
export const keptCommand = (
  command: QueuedCommand,
  { offsetMs, sent, aside }: { [K in 'offsetMs' | 'sent' | 'aside']?: KeptCommand[K] | undefined },
): KeptCommand => ({
  command,
  ...(offsetMs === undefined ? {} : { offsetMs }),
  ...(sent ? { sent } : {}),
  ...(aside ? { aside } : {}),
});

/** Where an outbox keeps what it holds. Each may fail: a device can be full, or private. */
export interface DeviceStore {
  load(): Promise<KeptCommand[]>;
  save(kept: KeptCommand): Promise<void>;
  remove(id: string): Promise<void>;
}

interface OutboxSchema extends DBSchema {
  waiting: { key: number; value: KeptCommand & { seq?: number } };
}

export const openOutbox = (): Promise<IDBPDatabase<OutboxSchema>> =>
  openDB<OutboxSchema>('immulgo-outbox', 1, {
    upgrade: (database) =>
      void database.createObjectStore('waiting', { keyPath: 'seq', autoIncrement: true }),
  });

/** The browser's own database. What is written is on the disk before `save` is over. */
export class BrowserStore implements DeviceStore {
  private database: Promise<IDBPDatabase<OutboxSchema>> | undefined;
  private readonly seqs = new Map<string, number>();

  private open(): Promise<IDBPDatabase<OutboxSchema>> {
    // One that failed is tried anew the next time: a browser closes its database when the disk is full.
    this.database ??= openOutbox().catch((error: unknown) => {
      this.database = undefined;
      throw error;
    });
    return this.database;
  }

  async load(): Promise<KeptCommand[]> {
    const all = await (await this.open()).getAll('waiting');
    for (const { seq, command } of all) this.seqs.set(command.id, seq!);
    return all.map(({ command, offsetMs, sent, aside }) => keptCommand(command, { offsetMs, sent, aside }));
  }

  async save(kept: KeptCommand): Promise<void> {
    try {
      const seq = this.seqs.get(kept.command.id);
      const store = await this.open();
      if (seq === undefined) this.seqs.set(kept.command.id, await store.add('waiting', kept));
      else await store.put('waiting', { ...kept, seq });
    } catch (error) {
      this.database = undefined;
      throw error;
    }
  }

  async remove(id: string): Promise<void> {
    const store = await this.open();
    const seq = this.seqs.get(id);
    if (seq !== undefined) await store.delete('waiting', seq);
    else
      for (const one of await store.getAll('waiting'))
        if (one.command.id === id) await store.delete('waiting', one.seq!);
    this.seqs.delete(id);
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
