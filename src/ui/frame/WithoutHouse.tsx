'use client';

import { useEffect } from 'react';
import type { Farm } from '@/server/house/views';
import { keep } from '../outbox/kept';

/** What the frame of a page needs when the house is not there to say it. */
export interface KeptFrame {
  farm: Farm;
  hasMilk: boolean;
}

/** A house that was away while a device prepared is asked again, ms and times. */
const asksAgain = 8000;
const mostTries = 20;

/** Prepares this device to open without the house: the worker that answers then, and the farm it answers for. */
export function WithoutHouse({ farm, hasMilk }: KeptFrame) {
  useEffect(() => {
    void keep('frame', { farm, hasMilk } satisfies KeptFrame);
  }, [farm, hasMilk]);
  useEffect(() => {
    // Only where the browser allows it: over plain http from another device there is none (docs/architecture.md).
    if (!('serviceWorker' in navigator)) return;
    let gone = false;
    const prepare = async () => {
      await navigator.serviceWorker.register('/sw.js');
      const { active } = await navigator.serviceWorker.ready;
      for (let tries = 0; tries < mostTries && !gone; tries += 1) {
        active?.postMessage('keep');
        const plan = await fetch('/api/plan', { cache: 'no-store' }).catch(() => undefined);
        if (plan?.ok) await keep('plan', await plan.json());
        await new Promise((later) => setTimeout(later, asksAgain));
        if (plan?.ok && (await caches.match('/offline'))) return;
      }
    };
    prepare().catch(() => undefined);
    return () => {
      gone = true;
    };
  }, []);
  return null;
}
