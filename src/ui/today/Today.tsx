'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { daysBetween } from '@/core/keeping/civilDate';
import { tools } from '@/core/churning/tools';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { TodayView } from '@/server/today/views';
import { useSay } from '../frame/FarmContext';
import { NameTheFarm } from './NameTheFarm';
import { ButterShelf } from './ButterShelf';
import { InProgress } from './InProgress';
import styles from './Today.module.css';

/** What to do now and why; then one shelf with everything in its place. */
export function Today({ view }: { view: TodayView }) {
  const say = useSay();
  const { inProgress, butter, last, today } = view;
  const total = butter.reduce((sum, pat) => sum + pat.mass, 0);
  const fat = butter.reduce((sum, pat) => sum + pat.fat, 0);
  const first = butter[0] && [...butter].sort((a, b) => (a.keepUntil < b.keepUntil ? -1 : 1))[0];
  const daysLeft = first ? daysBetween(today, first.keepUntil) : undefined;
  return (
    <div className={styles.today}>
      {inProgress.length > 0 ? (
        inProgress.map((batch) => <InProgress key={batch.id} batch={batch} />)
      ) : (
        <section className={styles.now}>
          <h1>{sentence()}</h1>
          <div className={styles.acts}>
            {last && (
              <Button
                component={Link}
                href="/churn/new?front=again"
                variant="contained"
                size="large"
                sx={{
                  minHeight: 96,
                  fontSize: '1.35rem',
                  flexDirection: 'column',
                  alignItems: 'flex-start',
                  px: 4,
                }}
              >
                Churn as last time
                <small className={styles.small}>
                  {last.amountTyped} of {text(spokenFraction(last.creamFat, 0))} cream at{' '}
                  {say.temperature(last.temperature)}, {tools[last.tool].name.toLowerCase()}
                </small>
              </Button>
            )}
            <Button component={Link} href="/churn/new" variant="outlined" size="large" sx={{ minHeight: 96 }}>
              Other cream
            </Button>
          </div>
        </section>
      )}
      {!view.farm.name && butter.length > 0 && <NameTheFarm />}
      <section aria-labelledby="butter" className={styles.larder}>
        <div className={styles.heading}>
          <h2 id="butter">
            {butter.length > 0
              ? `${say.mass(total)} of butter, ${say.mass(fat)} of it fat`
              : 'No butter in the house'}
          </h2>
        </div>
        {butter.length > 0 ? (
          <ButterShelf butter={butter} today={today} />
        ) : (
          <p className={styles.empty}>
            What you pack will stand here, oldest first, with the day to eat it by.
          </p>
        )}
      </section>
    </div>
  );

  function sentence(): string {
    if (!first || daysLeft === undefined) return 'Nothing waits. The next churning starts with cream.';
    if (daysLeft < 0) return `${first.code} is past its day: taste it, then bake with it or give it up.`;
    if (daysLeft === 0) return `Eat ${first.code} today; it is at its last good day.`;
    if (daysLeft <= 3) return `Use ${first.code} first: it is good until ${say.day(first.keepUntil, today)}.`;
    return 'Nothing presses. The butter in the house keeps, and the churn is free.';
  }
}
