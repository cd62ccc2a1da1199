'use client';

import { styled } from '@mui/material/styles';

/** A piece of enamelware: white, with the thin cobalt rim where it is edged. */
export const Enamel = styled('section')({
  background: 'var(--enamel)',
  border: '1.5px solid var(--pewter-faint)',
  borderTop: '3px solid var(--rim)',
  borderRadius: '6px 6px 20px 20px',
  padding: '20px 22px',
  '@media (max-width: 640px)': { padding: '16px' },
});

/** A line of quiet text. */
export const Quiet = styled('p')({ margin: 0, color: 'var(--quiet)', fontSize: '0.95rem', lineHeight: 1.45 });

/** Visible to a screen reader only. */
export const Unseen = styled('span')({
  position: 'absolute',
  width: 1,
  height: 1,
  overflow: 'hidden',
  clipPath: 'inset(50%)',
  whiteSpace: 'nowrap',
});
