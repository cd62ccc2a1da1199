'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { list } from '@/core/quantities/list';
import type { PlanView } from '@/server/churning/views';
import type { ShownLot } from '@/server/shelf/views';
import { useSay } from '../../frame/FarmContext';
import { churnable, nextCapacity, nextOnes } from '../../shelf/nextOnes';
import { useLotsNow } from '../../standing/useLotsNow';
import styles from './PlanChurning.module.css';

/** Cream that stands on the Shelf, before any other is asked for: what is churned next in one tap, the rest beside it. */
export function OnShelf({ lots, plan }: { lots: readonly ShownLot[]; plan: PlanView }) {
  const say = useSay();
  const creams = useLotsNow(lots);
  const { chosen } = nextOnes(creams, nextCapacity(plan));
  const next = creams.filter(({ lot }) => chosen.includes(lot.id));
  const others = creams.filter(
    (one) => !chosen.includes(one.lot.id) && one.lot.blockedReason === null && churnable([one]),
  );
  if (next.length + others.length === 0) return null;
  const named = (ones: typeof creams) => list(ones.map(({ lot }) => lot.vessel?.name ?? lot.code));
  const volume = (ones: typeof creams) => say.volume(ones.reduce((sum, one) => sum + one.volume, 0));
  return (
    <nav className={styles.shelf} aria-label="Cream on the Shelf">
      {next.length > 0 && (
        <Button
          component={Link}
          href={`/churn/new?lots=${chosen.join(',')}`}
          variant="contained"
          size="large"
          sx={{ minHeight: 76, fontSize: '1.3rem', px: 4 }}
        >
          {named(next)}, {volume(next)}
        </Button>
      )}
      {others.map((one) => (
        <Button key={one.lot.id} component={Link} href={`/churn/new?lots=${one.lot.id}`} variant="text">
          {named([one])}, {volume([one])}
          {one.waiting.word === 'cream' ? '' : ` · ${one.waiting.word}`}
        </Button>
      ))}
    </nav>
  );
}
