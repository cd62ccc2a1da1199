'use client';

import dynamic from 'next/dynamic';
import { laterPart } from '../frame/laterPart';
import type { TodayView } from '@/server/today/views';

// Whoever has seen the one does not fetch the other.
const FirstFive = dynamic(() => import('./FirstFive').then((part) => part.FirstFive));
const BackupThought = laterPart(
  () => import('../house/BackupThought').then((part) => part.BackupThought),
  null,
);
const Today = dynamic(() => import('./Today').then((part) => part.Today));

/** Today; the first five minutes where nothing is in the house yet. */
export function Begin({ view }: { view: TodayView }) {
  return view.batches === 0 && view.milkings.length === 0 && view.lots.length === 0 ? (
    <FirstFive />
  ) : (
    <>
      <Today view={view} />
      <BackupThought />
    </>
  );
}
