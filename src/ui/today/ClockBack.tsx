'use client';

import type { TodayView } from '@/server/today/views';
import { useSay } from '../frame/FarmContext';
import styles from '../house/House.module.css';
import { stillToCome } from './stillToCome';

/** On Today, and only when something stands at a time that is still to come: the machine’s clock was moved. */
export function ClockBack({ view }: { view: TodayView }) {
  const say = useSay();
  const at = stillToCome(view);
  if (at === undefined) return null;
  return (
    <p className={styles.thought} role="status">
      Something was written at {say.when(at, view.nowSeconds)}, and the house’s clock says{' '}
      {say.when(view.nowSeconds, at)}: one of the two is wrong. Nothing is lost; set the clock of the machine
      the house runs on, and put right what was written by the wrong one.
    </p>
  );
}
