'use client';

import dynamic from 'next/dynamic';
import { laterPart } from '../frame/laterPart';
import type { TodayView } from '@/server/today/views';
import { ClockBack } from './ClockBack';
import { Today } from './Today';

// Today comes with the page: fetched apart, what the house drew of it would be taken away and drawn anew.
const FirstFive = dynamic(() => import('./FirstFive').then((part) => part.FirstFive));
const BackupThought = laterPart(
  () => import('../house/BackupThought').then((part) => part.BackupThought),
  null,
);

/** Today; the first five minutes where nothing is in the house yet, and nothing is wanted. */
export function Begin({ view }: { view: TodayView }) {
  return view.batches === 0 &&
    view.milkings.length === 0 &&
    view.lots.length === 0 &&
    view.wishes.length === 0 ? (
    <FirstFive />
  ) : (
    <>
      <Today view={view} />
      <ClockBack view={view} />
      <BackupThought />
    </>
  );
}
