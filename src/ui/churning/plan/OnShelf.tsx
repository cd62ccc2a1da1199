'use client';

import Link from 'next/link';
import type { ShownLot } from '@/server/shelf/views';
import { useSay } from '../../frame/FarmContext';
import { useLotsNow } from '../../standing/useLotsNow';
import { churnable } from '../../shelf/nextOnes';
import styles from './PlanChurning.module.css';

/** Cream that stands on the Shelf, before any other is asked for: each to be taken by a tap. */
export function OnShelf({ lots }: { lots: readonly ShownLot[] }) {
  const say = useSay();
  const creams = useLotsNow(lots).filter(
    (one) => one.lot.blockedReason === null && one.lot.details.cut !== 'top' && churnable([one]),
  );
  if (creams.length === 0) return null;
  return (
    <nav className={styles.shelf} aria-label="Cream on the Shelf">
      <span>On the Shelf:</span>
      {creams.map(({ lot, volume, waiting }) => (
        <Link key={lot.id} href={`/churn/new?lots=${lot.id}`}>
          {lot.vessel?.name ?? lot.code}, {say.volume(volume)}
          {waiting.word === 'cream' ? '' : ` · ${waiting.word}`}
        </Link>
      ))}
    </nav>
  );
}
