'use client';

import Button from '@mui/material/Button';
import Drawer from '@mui/material/Drawer';
import { styled } from '@mui/material/styles';
import Link from 'next/link';
import type { ReactNode } from 'react';

const Sheet = styled('div')({
  width: 'min(460px, 100vw)',
  padding: '28px 26px',
  display: 'grid',
  gap: 18,
  '& h2': { margin: 0 },
});
/** What slides in beside a page to explain a figure on it. */
export function WhySheet({
  title,
  section,
  open,
  onClose,
  children,
}: {
  title: string;
  section: string | undefined;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <Drawer
      anchor="right"
      open={open}
      onClose={onClose}
      slotProps={{ paper: { role: 'dialog', 'aria-label': `How we got this: ${title}` } }}
    >
      <Sheet>
        <p style={{ margin: 0, color: 'var(--quiet)' }}>How we got this</p>
        <h2>{title}</h2>
        {children}
        <p style={{ margin: 0 }}>
          <Link href={section ? `/handbook#s${section}` : '/handbook'} style={{ color: 'var(--rim)' }}>
            More in the handbook{section ? `, §${section}` : ''}
          </Link>
        </p>
        <Button variant="outlined" onClick={onClose}>
          Close
        </Button>
      </Sheet>
    </Drawer>
  );
}
