'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { list } from '@/core/quantities/list';
import type { CreamOffered } from '@/server/shelf/views';
import { useSay } from '../../frame/FarmContext';
import styles from './PlanChurning.module.css';

/** Cream that stands on the Shelf, before any other is asked for: what is churned next in one tap, the rest beside it. */
export function OnShelf({
  next,
  others,
  aim,
}: {
  next?: CreamOffered;
  others: readonly CreamOffered[];
  /** °C that was taken up to bring it to, whichever is taken. */
  aim?: number | undefined;
}) {
  const say = useSay();
  const said = ({ names, volume }: CreamOffered) => `${list(names)}, ${say.volume(volume)}`;
  const to = ({ lotIds }: CreamOffered) =>
    `/churn/new?lots=${lotIds.join(',')}${aim === undefined ? '' : `&aim=${aim}`}`;
  return (
    <nav className={styles.shelf} aria-label="Cream on the Shelf">
      {next && (
        <Button
          component={Link}
          href={to(next)}
          variant="contained"
          size="large"
          sx={{ minHeight: 76, fontSize: '1.3rem', px: 4 }}
        >
          {said(next)}
        </Button>
      )}
      {others.map((one) => (
        <Button key={one.lotIds.join()} component={Link} href={to(one)} variant="text">
          {said(one)}
        </Button>
      ))}
    </nav>
  );
}
