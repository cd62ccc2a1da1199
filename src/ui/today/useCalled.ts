'use client';

import { useEffect, useRef } from 'react';
import { chime } from '../pail/useChime';
import { comfort } from '../frame/comfort';

/** A page that was just opened has not told all its lots yet, ms. */
const settles = 30_000;

/** What a device remembers of how it calls. */
export const soundsKey = 'immulgo-rings';
export const noticesKey = 'immulgo-notices';

/**
 * Calls when something new comes first while the page stands open: a sound, and a notice when another page is before it. Not for
 * what stood there when the page was opened, nor again for the same thing.
 * @param key what comes first, always the same for the same thing; undefined when nothing does
 * @param says the sentence of it
 */
export function useCalled(key: string | undefined, says: string | undefined): void {
  const known = useRef(new Set<string>());
  const opened = useRef<number>(undefined);
  useEffect(() => {
    opened.current ??= performance.now();
    if (key === undefined || known.current.has(key)) return;
    known.current.add(key);
    if (performance.now() - opened.current < settles) return;
    if (comfort(soundsKey) !== 'no') chime('look');
    if (document.hidden && says !== undefined && comfort(noticesKey) === 'yes') void notify(key, says);
  }, [key, says]);
}

/** A phone shows notices by way of the page’s worker only. */
async function notify(key: string, says: string): Promise<void> {
  try {
    if (Notification.permission !== 'granted') return;
    const worker = await navigator.serviceWorker?.getRegistration();
    if (worker) await worker.showNotification(says, { tag: key, icon: '/icon.svg' });
    else new Notification(says, { tag: key, icon: '/icon.svg' });
  } catch {
    // The sound and the page say it as well.
  }
}
