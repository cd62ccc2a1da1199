'use client';

import { useState } from 'react';
import { Press } from '../theme/Press';
import { useRecent } from './Notices';
import { useLater } from './useLater';

const thePop = () => import('./pop');

/** What was done in the last ten minutes, each with its way back. Nothing done, nothing shown. */
export function Recent() {
  const { acts, takeBack } = useRecent();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const pop = useLater(thePop, at !== null);
  if (acts.length === 0) return null;
  return (
    <>
      <Press
        look="word"
        aria-haspopup="menu"
        aria-expanded={at !== null}
        onClick={(event) => setAt(event.currentTarget)}
      >
        Undo…
      </Press>
      {pop && (
        <pop.Menu
          anchorEl={at}
          open={at !== null}
          onClose={() => setAt(null)}
          slotProps={{
            paper: {
              sx: { background: 'var(--enamel)', border: '1.5px solid var(--pewter)', borderRadius: '14px' },
            },
          }}
        >
          {acts.map((act) => (
            <pop.MenuItem
              key={act.id}
              sx={{ '&&': { minHeight: 56 }, whiteSpace: 'normal', maxWidth: 420 }}
              onClick={() => {
                setAt(null);
                takeBack(act);
              }}
            >
              Take back: {act.says}
            </pop.MenuItem>
          ))}
        </pop.Menu>
      )}
    </>
  );
}
