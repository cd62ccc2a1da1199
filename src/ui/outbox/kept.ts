import type { DBSchema, IDBPDatabase } from 'idb';
import { openDB } from 'idb';

interface KeptSchema extends DBSchema {
  kept: { key: string; value: { value: unknown; at: number } };
}

let opened: Promise<IDBPDatabase<KeptSchema>> | undefined;
const database = () =>
  (opened ??= openDB<KeptSchema>('immulgo-kept', 1, {
    upgrade: (made) => void made.createObjectStore('kept'),
  }));

/** Keeps what a page last knew, so that it opens on this device without the house. A device that keeps nothing goes without. */
export async function keep(key: string, value: unknown): Promise<void> {
  try {
    await (await database()).put('kept', { value, at: Date.now() }, key);
  } catch {
    // Private windows and full disks: the page works while the house answers.
  }
}

/** What was kept under a key, whatever its age. */
export async function kept<T>(key: string): Promise<T | undefined> {
  try {
    return (await (await database()).get('kept', key))?.value as T | undefined;
  } catch {
    return undefined;
  }
}

/** Kept things whose keys begin so, newest first. */
export async function keptUnder<T>(prefix: string): Promise<{ key: string; value: T }[]> {
  try {
    const store = await database();
    const keys = (await store.getAllKeys('kept')).filter((key) => key.startsWith(prefix));
    const found = await Promise.all(keys.map(async (key) => ({ key, ...(await store.get('kept', key))! })));
    return found.toSorted((a, b) => b.at - a.at).map(({ key, value }) => ({ key, value: value as T }));
  } catch {
    return [];
  }
}

/** How many batches are worth keeping. */
const mostBatches = 12;

/** Drops what was kept long ago. */
export async function tidyKept(prefix: string): Promise<void> {
  const old = (await keptUnder(prefix)).slice(mostBatches);
  try {
    const store = await database();
    for (const { key } of old) await store.delete('kept', key);
  } catch {
    // Nothing to tidy where nothing is kept.
  }
}

/** Forgets all of it: whoever leaves a device leaves no books on it. What waits to be sent is kept elsewhere, and stays. */
export async function forgetKept(): Promise<void> {
  try {
    await (await database()).clear('kept');
  } catch {
    // Nothing was kept.
  }
}
