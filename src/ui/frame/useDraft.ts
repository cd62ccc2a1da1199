'use client';

import { useCallback, useEffect, useState } from 'react';

/** How long something typed and not sent is worth showing again, ms. */
const keptFor = 12 * 3600 * 1000;
const storageKey = (key: string) => `immulgo-draft:${key}`;

/**
 * What a maker has typed or chosen on this device and not sent yet. A reload, a closed tab or a dead house keeps it for
 * half a day; `forget` drops what is kept once it has been sent.
 */
export function useDraft<T extends object>(
  key: string,
  fresh: () => T,
): [draft: T, change: (part: Partial<T>) => void, forget: () => void] {
  const [draft, setDraft] = useState<T>(fresh);
  useEffect(() => {
    const before = keptDraft(key);
    // Read after the first drawing, which the server made without knowing what this device keeps.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    if (before) setDraft((made) => ({ ...made, ...(before as Partial<T>) }));
  }, [key]);
  const change = useCallback(
    (part: Partial<T>) => {
      keepDraft(key, { ...keptDraft(key), ...part });
      setDraft((before) => ({ ...before, ...part }));
    },
    [key],
  );
  const forget = useCallback(() => keepDraft(key, undefined), [key]);
  return [draft, change, forget];
}

/** The parts of a draft that were changed, if they are young enough to matter. */
export function keptDraft(key: string): object | undefined {
  try {
    const { at, draft } = JSON.parse(localStorage.getItem(storageKey(key)) ?? '{}') as {
      at?: number;
      draft?: object;
    };
    return at !== undefined && Date.now() - at < keptFor ? draft : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps what was typed or chosen on this device; nothing, where it was sent. */
export function keepDraft(key: string, draft: object | undefined): void {
  try {
    if (draft) localStorage.setItem(storageKey(key), JSON.stringify({ at: Date.now(), draft }));
    else localStorage.removeItem(storageKey(key));
  } catch {
    // A device that keeps nothing (private window, full disk) still works until it is reloaded.
  }
}
