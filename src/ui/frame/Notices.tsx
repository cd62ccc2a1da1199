'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { createContext, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { underTheLine } from '../jot/justJotted';
import { newId } from '../outbox/newId';
import { useOutbox } from '../outbox/OutboxProvider';
import type { Act } from './recent';
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
  return (
    <NoticeContext.Provider value={say}>
      <RecentContext.Provider value={recent}>{children}</RecentContext.Provider>
      <Snackbar
        open={open}
        autoHideDuration={notice?.refused ? 15000 : 8000}
        onClose={(_, reason) => reason !== 'clickaway' && setOpen(false)}
        // The foot of a small screen belongs to the thumb’s button.
        sx={{
          '@media (max-width: 980px)': { top: 10, bottom: 'auto' },
          // What was jotted is answered where it was written.
          ...(notice?.under && {
            '@media (min-width: 981px)': {
              left: notice.under.left,
              top: notice.under.top,
              bottom: 'auto',
              right: 'auto',
              transform: 'none',
            },
          }),
        }}
      >
        <Alert
          icon={false}
          severity={notice?.refused ? 'error' : 'info'}
          onClose={act ? undefined : () => setOpen(false)}
          action={
            act && (
              <Button size="small" sx={{ minHeight: 40, color: 'inherit' }} onClick={() => takeBack(act)}>
                Undo
              </Button>
            )
          }
          sx={{
            alignItems: 'center',
            background: 'var(--ink)',
            color: 'var(--enamel)',
            fontSize: '1rem',
            borderLeft: notice?.refused ? '8px solid var(--danger)' : undefined,
          }}
        >
          {notice?.says}
        </Alert>
      </Snackbar>
    </NoticeContext.Provider>
  );
}

const gone = ({ at }: Act): boolean => Date.now() - at > undoableFor;

export const useNotice = () => useContext(NoticeContext);
export const useRecent = () => useContext(RecentContext);
