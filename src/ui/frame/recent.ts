/** Something done on this device that can still be taken back. */
export interface Act {
  id: string;
  says: string;
  /** ms since 1970. */
  at: number;
  undo: (() => void) | { name: string; input: unknown };
}

/** Everything can be undone for so long, ms. */
export const undoableFor = 10 * 60_000;
const storageKey = 'immulgo-recent';

/** Keeps what a command takes back, so that a reload does not lose it; what only this page can undo goes with the page. */
export function keepRecent(acts: readonly Act[]): void {
  try {
    localStorage.setItem(storageKey, JSON.stringify(acts.filter(({ undo }) => typeof undo !== 'function')));
  } catch {
    // A device that keeps nothing still undoes until it is reloaded.
  }
}

/** What was done on this device in the last ten minutes, newest first. */
export function keptRecent(): Act[] {
  try {
    const all = JSON.parse(localStorage.getItem(storageKey) ?? '[]') as Act[];
    return all.filter(({ at }) => Date.now() - at < undoableFor);
  } catch {
    return [];
  }
}
