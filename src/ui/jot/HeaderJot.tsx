'use client';

import type { ReactNode } from 'react';
import { createContext, useContext, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { createPortal } from 'react-dom';
import { usePathname } from 'next/navigation';
import type { DairyView, PailView } from '@/server/pail/views';
import { JotLine } from './JotLine';
import styles from './HeaderJot.module.css';

/** What the header’s line writes with: what stands in the house, and the batch that is being churned. */
export interface Offered {
  view: PailView & { butter?: readonly { lotId: string; code: string }[] };
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
    const line = () => place?.querySelector('input');
    // At once where it stands open, so that the very next key is a letter of it; else once it has opened.
    line()?.focus();
    requestAnimationFrame(() => line()?.focus());
  };
}

export function useHeader(): Header {
  const header = useContext(HeaderContext);
  if (!header) throw new Error('useHeader is used outside HeaderJotProvider.');
  return header;
}

/** An animal and a vessel of this farm for examples, where the page knows the dairy. */
export function useOwnNames(): { animal?: string | undefined; vessel?: string | undefined } {
  const view = useHeader().offered?.view;
  const milked = view?.animals.find((one) => one.milked) ?? view?.animals[0];
  const stands = view?.lots.find(({ vessel }) => vessel !== null)?.vessel ?? view?.vessels[0];
  return { animal: milked?.name, vessel: stands?.name };
}

/** A page that knows the dairy lets the header’s line write with what it knows. */
export function useOfferedJot(view: Offered['view'], batchId?: string): void {
  const { offer } = useHeader();
  useEffect(() => {
    offer({ view, batchId });
    return () => offer(undefined);
  }, [offer, view, batchId]);
}

/** Stands a page’s own line in the header, in place of the usual one. */
export function InHeader({ children }: { children: ReactNode }) {
  const { place, setOwn } = useHeader();
  // Before the first picture, so that nobody types into the line that is about to go.
  useLayoutEffect(() => {
    setOwn(true);
    return () => setOwn(false);
  }, [setOwn]);
  return place && createPortal(children, place);
}

/** The jot line in the header of every page. Where the page does not know the dairy, the house is asked when it is written. */
export function HeaderJot() {
  const { setPlace, offered, own, open } = useHeader();
  const names = useOwnNames();
  // A churn under way stands its own line here in a moment: what is typed meanwhile must not go to another.
  const live = isLiveChurn(usePathname());
  const [waited, setWaited] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setWaited(true), waitsForOwn);
    return () => clearTimeout(timer);
  }, []);
  return (
    <div ref={setPlace} className={styles.place} data-open={open}>
      {!own && (!live || waited) && (
        <JotLine
          names={names}
          dairy={(typed) =>
            offered && (offered.view.butter || !piece.test(typed)) ? Promise.resolve(offered) : askTheHouse()
          }
        />
      )}
    </div>
  );
}

/** A line that names a piece of butter by its code. */
const piece = /\b[btg]\d/i;
/** How long a page is given to stand its own line in the header, ms. */
const waitsForOwn = 1000;

/** Whether a place is a churn under way, or its verdict. */
export const isLiveChurn = (path: string): boolean => /^\/churn\/(?!new)./.test(path);

/** Longest that the house is waited for, ms. */
const patience = 6000;

async function askTheHouse(): Promise<Offered | undefined> {
  try {
    const { reads } = await import('../frame/serverReads');
    return await reads.fetchQuery({
      queryKey: ['dairy'],
      queryFn: async () => {
        const answer = await fetch('/api/dairy', {
          cache: 'no-store',
          signal: AbortSignal.timeout(patience),
        });
        if (!answer.ok) throw new Error('The house did not say what stands in the dairy.');
        return { view: (await answer.json()) as DairyView };
      },
    });
  } catch {
    return undefined;
  }
}
