'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { daysBetween } from '@/core/keeping/civilDate';
import { pastItsDay } from '@/core/keeping/pastItsDay';
import { tools } from '@/core/churning/tools';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { TodayView } from '@/server/today/views';
import { useMemo } from 'react';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { JotLine } from '../jot/JotLine';
import { MilkIn } from '../pail/MilkIn';
import { ParkedEntries } from '../pail/Parked';
import { pailSentence, SkimNow, useLater } from '../pail/SkimNow';
import { alarmsOf, alarmWords, longPast, nameOf } from '../standing/alarm';
import { StandingShelf } from '../standing/StandingShelf';
import { useRises } from '../standing/useRises';
import { IceWaterButton } from '../standing/IceWaterButton';
import type { LotNow } from '../standing/useStory';
import { useLotsNow } from '../standing/useStory';
import { NameTheFarm } from './NameTheFarm';
import { ButterShelf } from './ButterShelf';
import { OldLots } from './OldLots';
import { InProgress } from './InProgress';
import styles from './Today.module.css';

/** More than these are found on the shelf. */
const mostAlarms = 3;

/** What to do now and why; then one shelf with everything in its place. */
export function Today({ view }: { view: TodayView }) {
  const say = useSay();
  const { inProgress, butter, last, today } = view;
  const total = butter.reduce((sum, pat) => sum + pat.mass, 0);
  const fat = butter.reduce((sum, pat) => sum + pat.fat, 0);
  const first = butter[0] && [...butter].sort((a, b) => (a.keepUntil < b.keepUntil ? -1 : 1))[0];
  const daysLeft = first ? daysBetween(today, first.keepUntil) : undefined;
  const now = Math.floor(useNow(15_000) / 60) * 60;
  const all = useLotsNow(view.lots);
  const milk = useMemo(() => all.filter(({ lot }) => lot.kind === 'milk'), [all]);
  const rises = useRises(milk, view.separations);
  const { putOff, later } = useLater();
  const dairy = pailSentence(
    all.filter(({ lot }) => lot.kind === 'milk' || lot.kind === 'skim'),
    rises,
    { about: say.about, alarm: (one) => alarmWords(one, now, say) },
    putOff,
  );
  const cream = creamSentence(all, daysLeft !== undefined && daysLeft <= 3, say);
  const hasMilk = view.milkings.length > 0 || milk.length > 0;
  const alarms = alarmsOf(all);
  // What safety asks comes first, then milk that is ready, then cream, then butter.
  const lead =
    alarms.length > 0 ? 'alarm' : dairy.cool || dairy.skim.length > 0 ? 'milk' : cream ? 'cream' : 'butter';
  return (
    <div className={styles.today}>
      {(hasMilk || view.animals.length > 0) && <JotLine view={view} batchId={inProgress[0]?.id} />}
      <ParkedEntries parked={view.parked} />
      {alarms.length > 0 && (
        <section className={styles.now} aria-label="First of all">
          <h1>{alarmWords(alarms[0]!, now, say)}</h1>
          <div className={styles.acts}>
            {alarms.slice(0, mostAlarms).map((one, i) => (
              <Button
                key={one.lot.id}
                component={Link}
                href={one.lot.kind === 'milk' ? `/pail/${one.lot.id}` : `/shelf/${one.lot.id}`}
                variant={i === 0 ? 'contained' : 'outlined'}
                size="large"
                sx={{ minHeight: 96, minWidth: 180, fontSize: '1.35rem' }}
              >
                To {nameOf(one)}
              </Button>
            ))}
            <IceWaterButton one={alarms[0]!} large />
          </div>
        </section>
      )}
      {inProgress.map((batch) => (
        <InProgress key={batch.id} batch={batch} />
      ))}
      {inProgress.length > 0 || lead === 'alarm' ? null : (
        <section className={styles.now}>
          <h1>{lead === 'milk' ? dairy.says : lead === 'cream' ? cream!.says : sentence()}</h1>
          <div className={styles.acts}>
            {lead === 'milk' && (
              <SkimNow view={view} lots={dairy.skim} rises={rises} waits={dairy.waits} onLater={later} />
            )}
            {dairy.cool && (
              <Button
                component={Link}
                href={
                  dairy.cool.lot.kind === 'milk'
                    ? `/pail/${dairy.cool.lot.id}`
                    : `/shelf/${dairy.cool.lot.id}`
                }
                variant="contained"
                size="large"
                sx={{ minHeight: 96, minWidth: 180, fontSize: '1.35rem' }}
              >
                To {dairy.cool.lot.vessel?.name ?? 'the milk'}
              </Button>
            )}
            {lead === 'cream' && (
              <Button
                component={Link}
                href="/shelf"
                variant="contained"
                size="large"
                sx={{ minHeight: 96, fontSize: '1.35rem' }}
              >
                To the shelf
              </Button>
            )}
            {last && lead === 'butter' && (
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
            {lead === 'butter' && (
              <Button
                component={Link}
                href="/churn/new"
                variant="outlined"
                size="large"
                sx={{ minHeight: 96, minWidth: 180, fontSize: '1.35rem' }}
              >
                Other cream
              </Button>
            )}
          </div>
        </section>
      )}
      <OldLots lots={longPast(all)} />
      {hasMilk && <MilkIn view={view} />}
      {all.length > 0 && (
        <StandingShelf
          lots={all}
          label="What stands in the dairy, oldest first"
          empty=""
          href={({ lot }) => (lot.kind === 'milk' ? `/pail/${lot.id}` : `/shelf/${lot.id}`)}
        />
      )}
      {(inProgress.length > 0 || lead === 'alarm') && dairy.skim.length > 0 && (
        <section className={styles.now} aria-label="Milk that is ready">
          <h2 style={{ margin: 0 }}>{dairy.says}</h2>
          <div className={styles.acts}>
            <SkimNow view={view} lots={dairy.skim} rises={rises} waits={dairy.waits} onLater={later} />
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
    if (daysLeft < 0) return `${first.code}: ${pastItsDay(first).says}`;
    if (daysLeft === 0) return `Eat ${first.code} today; it is at its last good day.`;
    if (daysLeft <= 3) return `Use ${first.code} first: it is good until ${say.day(first.keepUntil, today)}.`;
    return 'Nothing presses. The butter in the house keeps, and the churn is free.';
  }
}

/** What cream at rest asks for today, if it asks for anything. */
function creamSentence(
  lots: readonly LotNow[],
  butterPresses: boolean,
  say: ReturnType<typeof useSay>,
): { says: string } | undefined {
  const creams = lots.filter(({ lot }) => lot.kind === 'cream' && lot.blockedReason === null);
  const name = ({ lot }: LotNow) => lot.vessel?.name ?? lot.code;
  const pressing =
    creams.find(({ waiting }) => waiting.tone === 'danger') ??
    creams.find(({ waiting }) => waiting.tone === 'now');
  if (pressing)
    return {
      says: `${name(pressing)}: ${pressing.waiting.word}${pressing.waiting.tone === 'now' ? `, ${say.volume(pressing.volume)} of cream` : ''}.`,
    };
  // Nothing presses: cream that waits to be churned is still what the house is about.
  const waits = creams.filter(
    ({ waiting }) => waiting.word === 'to churn' || waiting.word === 'ripe, to churn',
  );
  if (waits.length > 0 && !butterPresses)
    return {
      says: `${say.volume(waits.reduce((sum, { volume }) => sum + volume, 0))} of cream stands on the shelf, to be churned.`,
    };
  return undefined;
}
