'use client';

import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
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

export function NoticeBar({ open, says: said, refused, under, onUndo, onClose }: BarProps) {
  const { words } = useSay();
  // The house refuses in grams, litres and °C.
  const says = refused && said !== undefined ? words(said) : said;
  return (
    <Snackbar
      open={open}
      autoHideDuration={refused ? saidFor.refused : saidFor.done}
      onClose={(_, reason) => reason !== 'clickaway' && onClose()}
      // The foot of a small screen belongs to the thumb’s button.
      sx={{
        '@media (max-width: 980px)': { top: 10, bottom: 'auto' },
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
