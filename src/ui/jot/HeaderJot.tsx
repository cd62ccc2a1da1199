'use client';

import type { ReactNode } from 'react';
import { createContext, useContext, useEffect, useMemo, useState } from 'react';
import { createPortal } from 'react-dom';
import type { PailView } from '@/server/pail/views';
import { JotLine } from './JotLine';
import styles from './HeaderJot.module.css';

/** What the header’s line writes with: what stands in the house, and the batch that is being churned. */
export interface Offered {
  view: PailView;
  batchId?: string | undefined;
}

interface Header {
  /** Where in the header the line stands. */
  place: HTMLElement | null;
  setPlace: (place: HTMLElement | null) => void;
  offered: Offered | undefined;
  offer: (offered: Offered | undefined) => void;
  /** A page that has a line of its own stands it in the header. */
  own: boolean;
  setOwn: (own: boolean) => void;
  /** On a phone the line opens under the header when it is asked for. */
  open: boolean;
  setOpen: (open: boolean) => void;
}

const HeaderContext = createContext<Header | undefined>(undefined);

export function HeaderJotProvider({ children }: { children: ReactNode }) {
  const [place, setPlace] = useState<HTMLElement | null>(null);
  const [offered, offer] = useState<Offered>();
  const [own, setOwn] = useState(false);
  const [open, setOpen] = useState(false);
  const header = useMemo(
    () => ({ place, setPlace, offered, offer, own, setOwn, open, setOpen }),
    [place, offered, own, open],
  );
  return <HeaderContext value={header}>{children}</HeaderContext>;
}

/** Puts the cursor into the line, opening it first where it is folded away. */
export function useBeginJot(): () => void {
  const { place, setOpen } = useHeader();
  return () => {
    setOpen(true);
    requestAnimationFrame(() => place?.querySelector('input')?.focus());
  };
}

export function useHeader(): Header {
  const header = useContext(HeaderContext);
  if (!header) throw new Error('useHeader is used outside HeaderJotProvider.');
  return header;
}

/** A page that knows the dairy lets the header’s line write with what it knows. */
export function useOfferedJot(view: PailView, batchId?: string): void {
  const { offer } = useHeader();
  useEffect(() => {
    offer({ view, batchId });
    return () => offer(undefined);
  }, [offer, view, batchId]);
}

/** Stands a page’s own line in the header, in place of the usual one. */
export function InHeader({ children }: { children: ReactNode }) {
  const { place, setOwn } = useHeader();
  useEffect(() => {
    setOwn(true);
    return () => setOwn(false);
  }, [setOwn]);
  return place && createPortal(children, place);
}

/** The jot line in the header of every page. Where the page does not know the dairy, the house is asked when it is written. */
export function HeaderJot() {
  const { setPlace, offered, own, open } = useHeader();
  return (
    <div ref={setPlace} className={styles.place} data-open={open}>
      {!own && <JotLine dairy={() => (offered ? Promise.resolve(offered) : askTheHouse())} />}
    </div>
  );
}

/** Longest that the house is waited for, ms. */
const patience = 6000;

async function askTheHouse(): Promise<Offered | undefined> {
  try {
    const answer = await fetch('/api/dairy', { cache: 'no-store', signal: AbortSignal.timeout(patience) });
    return answer.ok ? { view: (await answer.json()) as PailView } : undefined;
  } catch {
    return undefined;
  }
}
