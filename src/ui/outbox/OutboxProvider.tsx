'use client';

import type { ReactNode } from 'react';
import { createContext, useContext, useEffect, useState, useSyncExternalStore } from 'react';
import type { OutboxState, Waiting } from './outbox';
import { Outbox } from './outbox';

const OutboxContext = createContext<Outbox | undefined>(undefined);
const nothing: readonly Waiting[] = [];

/** One outbox for the whole application. */
export function OutboxProvider({
  farmId,
  by,
  children,
}: {
  farmId: string;
  /** Id of who has the device in hand, where people say who they are. */
  by?: string | undefined;
  children: ReactNode;
}) {
  const [outbox] = useState(() => new Outbox(farmId, undefined, undefined, by));
  useEffect(() => {
    void outbox.open();
    outbox.listen();
    window.addEventListener('online', outbox.hurry);
    return () => {
      window.removeEventListener('online', outbox.hurry);
      outbox.close();
    };
  }, [outbox]);
  return <OutboxContext.Provider value={outbox}>{children}</OutboxContext.Provider>;
}

export function useOutbox(): Outbox {
  const outbox = useContext(OutboxContext);
  if (!outbox) throw new Error('useOutbox is used outside OutboxProvider.');
  return outbox;
}

/** What this device has not yet had answered. */
export function useWaiting(): readonly Waiting[] {
  const outbox = useOutbox();
  return useSyncExternalStore(outbox.subscribe, outbox.waiting, () => nothing);
}

/** Whether the house answered last time. */
export function useReachable(): boolean {
  const outbox = useOutbox();
  return useSyncExternalStore(
    outbox.subscribe,
    () => outbox.reachable,
    () => true,
  );
}

/** Whether the house answered last time, and whether this device can keep what is marked. */
export function useOutboxState(): OutboxState {
  const outbox = useOutbox();
  return useSyncExternalStore(outbox.subscribe, outbox.state, () => fine);
}

const fine: OutboxState = { reachable: true, storeFails: false, signedOut: false };
