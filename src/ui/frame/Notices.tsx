'use client';

import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { createContext, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { underTheLine } from '../jot/justJotted';
import { newId } from '../outbox/newId';
import { useOutbox } from '../outbox/OutboxProvider';
import type { Act } from './recent';
import styles from './Frame.module.css';
import { Press } from '../theme/Press';
import { useLater } from './useLater';
import { keepRecent, keptRecent, undoableFor } from './recent';

export interface Notice {
  says: string;
  /** Takes it back; for what one command takes back, that command, so that a reload does not lose it. */
  undo?: (() => void) | { name: string; input: unknown };
  refused?: boolean;
}

const NoticeContext = createContext<(notice: Notice) => void>(() => undefined);
const RecentContext = createContext<{ acts: readonly Act[]; takeBack: (act: Act) => void }>({
  acts: [],
  takeBack: () => undefined,
});

/** Says one thing at the foot of the screen: what was done, with Undo, or why the house refused. What can be undone stays at hand for ten minutes. */
export function Notices({ children }: { children: ReactNode }) {
  const outbox = useOutbox();
  const router = useRouter();
  const [notice, setNotice] = useState<{
    says: string;
    refused?: boolean | undefined;
    act?: Act | undefined;
    /** Under the line it answers, px. */
    under?: { left: number; top: number } | undefined;
  }>();
  const [open, setOpen] = useState(false);
  const [acts, setActs] = useState<readonly Act[]>([]);
  useEffect(() => {
    // What was done before a reload, read after the first drawing.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setActs(keptRecent());
    const timer = setInterval(
      () => setActs((all) => (all.some(gone) ? all.filter((act) => !gone(act)) : all)),
      15_000,
    );
    return () => clearInterval(timer);
  }, []);
  const change = useCallback((how: (acts: readonly Act[]) => readonly Act[]) => {
    setActs((all) => {
      const next = how(all);
      keepRecent(next);
      return next;
    });
  }, []);
  const say = useCallback(
    ({ says, undo, refused }: Notice) => {
      const act: Act | undefined = undo && { id: newId(), says, at: Date.now(), undo };
      if (act) change((all) => [act, ...all].slice(0, 12));
      setNotice({ says, refused, act, under: underTheLine() });
      setOpen(true);
    },
    [change],
  );
  const takeBack = useCallback(
    (act: Act) => {
      change((all) => all.filter(({ id }) => id !== act.id));
      setOpen(false);
      if (typeof act.undo === 'function') act.undo();
      else void outbox.put(act.undo.name, act.undo.input).then(() => router.refresh());
    },
    [change, outbox, router],
  );
  useEffect(() => outbox.onRefused((message) => say({ says: message, refused: true })), [outbox, say]);
  const recent = useMemo(() => ({ acts, takeBack }), [acts, takeBack]);
  const act = notice?.act;
  const Bar = useLater(theBar, open)?.NoticeBar;
  return (
    <NoticeContext.Provider value={say}>
      <RecentContext.Provider value={recent}>{children}</RecentContext.Provider>
      {Bar ? (
        <Bar
          open={open}
          says={notice?.says}
          refused={notice?.refused === true}
          under={notice?.under}
          onUndo={act && (() => takeBack(act))}
          onClose={() => setOpen(false)}
        />
      ) : (
        // Before the bar is there: the same words.
        open && (
          <p
            role="alert"
            className={styles.plain}
            style={notice?.under && { ...notice.under, bottom: 'auto' }}
          >
            {notice?.says}{' '}
            {act && (
              <Press look="word" style={{ color: 'inherit' }} onClick={() => takeBack(act)}>
                Undo
              </Press>
            )}
          </p>
        )
      )}
    </NoticeContext.Provider>
  );
}

const theBar = () => import('./NoticeBar');
const gone = ({ at }: Act): boolean => Date.now() - at > undoableFor;

export const useNotice = () => useContext(NoticeContext);
export const useRecent = () => useContext(RecentContext);
