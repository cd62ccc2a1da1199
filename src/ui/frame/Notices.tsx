'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import type { ReactNode } from 'react';
import { createContext, useCallback, useContext, useEffect, useMemo, useState } from 'react';
import { useOutbox } from '../outbox/OutboxProvider';

interface Notice {
  says: string;
  undo?: () => void;
  refused?: boolean;
}

const NoticeContext = createContext<(notice: Notice) => void>(() => undefined);

/** Says one thing at the foot of the screen: what was done, with Undo, or why the house refused. */
export function Notices({ children }: { children: ReactNode }) {
  const outbox = useOutbox();
  const [notice, setNotice] = useState<Notice>();
  const [open, setOpen] = useState(false);
  const say = useCallback((next: Notice) => {
    setNotice(next);
    setOpen(true);
  }, []);
  useEffect(() => outbox.onRefused((message) => say({ says: message, refused: true })), [outbox, say]);
  const value = useMemo(() => say, [say]);
  return (
    <NoticeContext.Provider value={value}>
      {children}
      <Snackbar
        open={open}
        autoHideDuration={notice?.refused ? 15000 : 8000}
        onClose={(_, reason) => reason !== 'clickaway' && setOpen(false)}
        sx={{ bottom: { xs: 84, md: 24 } }}
      >
        <Alert
          icon={false}
          severity={notice?.refused ? 'error' : 'info'}
          onClose={notice?.undo ? undefined : () => setOpen(false)}
          action={
            notice?.undo && (
              <Button
                size="small"
                sx={{ minHeight: 40, color: 'inherit' }}
                onClick={() => {
                  notice.undo?.();
                  setOpen(false);
                }}
              >
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

export const useNotice = () => useContext(NoticeContext);
