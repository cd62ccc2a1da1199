'use client';

import { useEffect } from 'react';
import type { Farm } from '@/server/house/views';
import type { ShelfView, ShownLot } from '@/server/shelf/views';
import type { Who } from './FarmContext';
import { keep, kept } from '../outbox/kept';

/** What the frame of a page needs when the house is not there to say it. */
export interface KeptFrame {
  farm: Farm;
  hasMilk: boolean;
  /** Who had the device in hand. */
  who?: Who;
}

/** What stood on the Shelf when the house last answered. */
export interface KeptShelf {
  farmId: string;
  lots: ShownLot[];
}

/** Cream that went into a churn stands on the Shelf no more, whatever was kept of it. */
export async function takenOffShelf(lotIds: readonly string[]): Promise<void> {
  const shelf = await kept<KeptShelf>('shelf');
  if (shelf)
    await keep('shelf', {
      ...shelf,
      lots: shelf.lots.filter(({ id }) => !lotIds.includes(id)),
    } satisfies KeptShelf);
}

/** A house that was away while a device prepared is asked again, ms and times. */
const asksAgain = 8000;
const mostTries = 20;

/** Prepares this device to open without the house: the worker that answers then, and the farm it answers for. */
export function WithoutHouse({ farm, hasMilk, who }: KeptFrame & { who: Who }) {
  useEffect(() => {
    void keep('frame', { farm, hasMilk, who } satisfies KeptFrame);
  }, [farm, hasMilk, who]);
  useEffect(() => {
    // Only where the browser allows it: over plain http from another device there is none (docs/architecture.md).
    if (!('serviceWorker' in navigator)) return;
    let gone = false;
    const prepare = async () => {
      for (let tries = 0; tries < mostTries && !gone; tries += 1) {
        const worker = await Promise.race([
          navigator.serviceWorker.register('/sw.js').then(() => navigator.serviceWorker.ready),
          new Promise<undefined>((later) => setTimeout(() => later(undefined), asksAgain)),
        ]).catch(() => undefined);
        worker?.active?.postMessage('keep');
        const plan = await fetch('/api/plan', { cache: 'no-store' })
          .then((response) => (response.ok ? (response.json() as Promise<ShelfView>) : undefined))
          .catch(() => undefined);
        if (plan) {
          await keep('shelf', { farmId: plan.farm.id, lots: plan.lots } satisfies KeptShelf);
          await keep('plan', plan);
        }
        await new Promise((later) => setTimeout(later, asksAgain));
        if (worker && plan && (await caches.match('/offline'))) return;
      }
    };
    void prepare();
    return () => {
      gone = true;
    };
  }, []);
  return null;
}
