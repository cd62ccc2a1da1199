'use client';

import { useSyncExternalStore } from 'react';

/** The colours charts are drawn in, by the roles of the palette. */
const roles = [
  'ink',
  'quiet',
  'pewter',
  'pewter-faint',
  'rim',
  'rim-faint',
  'fat',
  'fat-edge',
  'serum-edge',
  'heat',
  'time',
  'salt',
  'enamel',
] as const;
export type Ink = Record<(typeof roles)[number], string>;

let read: { scheme: string | undefined; ink: Ink } | undefined;

function inkNow(): Ink {
  const scheme = document.documentElement.dataset.scheme;
  if (read?.scheme !== scheme || !read) {
    const style = getComputedStyle(document.documentElement);
    const colours = roles.map((role) => [role, style.getPropertyValue(`--${role}`).trim()]);
    read = { scheme, ink: Object.fromEntries(colours) as Ink };
  }
  return read.ink;
}

function watch(changed: () => void): () => void {
  const observer = new MutationObserver(changed);
  observer.observe(document.documentElement, { attributeFilter: ['data-scheme'] });
  return () => observer.disconnect();
}

/** The palette as a canvas needs it, read anew when the room turns dark or light. In the browser only. */
export const useInk = (): Ink => useSyncExternalStore(watch, inkNow);
