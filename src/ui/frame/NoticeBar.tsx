'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { useEffect, useState } from 'react';
import { useSay } from './FarmContext';

/** One thing that is said, with its way back. */
export interface BarProps {
  open: boolean;
  says: string | undefined;
  refused: boolean;
  /** Under the line it answers, px. */
  under: { left: number; top: number } | undefined;
  onUndo: (() => void) | undefined;
  onClose: () => void;
}

/** How long a thing that was done and one that was refused are said, ms. */
const saidFor = { done: 8000, refused: 15_000 };

/** Free room above what is said, px. */
const above = 10;

/** Where the rail ends on the screen, px: under it things are said, for what is pressed next may stand on it. */
function useRailEnd(open: boolean): number {
  const [end, setEnd] = useState(0);
  useEffect(() => {
    const rail = document.querySelector('header');
    if (!open || !rail) return;
    const measure = () => setEnd(Math.max(0, rail.getBoundingClientRect().bottom));
    // What waits is told on the rail too, and makes it taller while this is being said.
    const watch = new ResizeObserver(measure);
    watch.observe(rail);
    window.addEventListener('scroll', measure, { passive: true });
    return () => {
      watch.disconnect();
      window.removeEventListener('scroll', measure);
    };
  }, [open]);
  return end;
}

export function NoticeBar({ open, says: said, refused, under, onUndo, onClose }: BarProps) {
  const { words } = useSay();
  const railEnd = useRailEnd(open);
  // The house refuses in grams, litres and °C.
  const says = refused && said !== undefined ? words(said) : said;
  return (
    <Snackbar
      open={open}
      autoHideDuration={refused ? saidFor.refused : saidFor.done}
      onClose={(_, reason) => reason !== 'clickaway' && onClose()}
      // The foot of a small screen belongs to the thumb’s button.
      sx={{
        '@media (max-width: 980px)': { top: railEnd + above, bottom: 'auto' },
        // What was jotted is answered where it was written.
        ...(under && {
          '@media (min-width: 981px)': {
            left: under.left,
            top: under.top,
            bottom: 'auto',
            right: 'auto',
            transform: 'none',
          },
        }),
      }}
    >
      <Alert
        icon={false}
        severity={refused ? 'error' : 'info'}
        onClose={onUndo ? undefined : onClose}
        action={
          onUndo && (
            <Button size="small" sx={{ minHeight: 40, color: 'inherit' }} onClick={onUndo}>
              Undo
            </Button>
          )
        }
        sx={{
          alignItems: 'center',
          background: 'var(--ink)',
          color: 'var(--enamel)',
          fontSize: '1rem',
          borderLeft: refused ? '8px solid var(--danger)' : undefined,
        }}
      >
        {says}
      </Alert>
    </Snackbar>
  );
}
