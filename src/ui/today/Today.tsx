'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { useMemo } from 'react';
import { tools } from '@/core/churning/tools';
import { addDays, daysBetween } from '@/core/keeping/civilDate';
import { crockWater, waterFrom } from '@/core/keeping/crockWater';
import { pastItsDay } from '@/core/keeping/pastItsDay';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { TodayView } from '@/server/today/views';
import { Board } from '../board/Board';
import { ahead, butterPegs, milkPegs, pegsOf } from '../board/pegs';
import { Then, Thread } from '../board/Thread';
import { inTwo } from '../board/inTwo';
import { Said, Wall } from '../board/Wall';
import { noonOf } from '../frame/farmTime';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { useOfferedJot } from '../jot/HeaderJot';
import { MilkIn } from '../pail/MilkIn';
import { ParkedEntries } from '../pail/Parked';
import { pailSentence } from '../pail/pailSentence';
import { SkimNow, useLater } from '../pail/SkimNow';
import { alarmsOf, alarmWords, longPast, nameOf } from '../standing/alarm';
import { IceWaterButton } from '../standing/IceWaterButton';
import { byNeed } from '../standing/drawnLot';
import { pageOf, standingLot } from '../standing/LotBoard';
import { useRises } from '../standing/useRises';
import type { LotNow } from '../standing/useStory';
import { useLotsNow } from '../standing/useStory';
import { butterStanding, toEat } from '../larder/butterStanding';
import { presses, stockWords } from '../larder/larderSays';
import { useAct } from '../outbox/useAct';
import { InHand, mainSize, useChurnStanding } from './InHand';
import { NameTheFarm } from './NameTheFarm';
import { OldLots } from './OldLots';
import styles from './Today.module.css';

/** More than these are found on the board. */
const mostAlarms = 3;

/** What is said on the wall: a sentence, why, and the acts that answer it. */
interface Lead {
  says: string;
  why?: string | undefined;
  acts: ReactNode;
}

/** What to do now and why; one board with everything in its place; the thread of what is coming. */
export function Today({ view }: { view: TodayView }) {
  const say = useSay();
  const { inProgress, butter, last } = view;
  const now = Math.floor(useNow(15_000) / 60) * 60;
  // A page left open over a night is of the next day.
  const today = say.dateOf(now);
  const all = useLotsNow(view.lots);
  const milk = useMemo(() => all.filter(({ lot }) => lot.kind === 'milk'), [all]);
  const rises = useRises(milk, view.separations);
  const { putOff, later } = useLater();
  useOfferedJot(view, inProgress[0]?.id);
  const churns = useChurnStanding(inProgress);
  const dairy = pailSentence(
    all.filter(({ lot }) => lot.kind === 'milk' || lot.kind === 'skim'),
    rises,
    { about: say.about, alarm: (one) => alarmWords(one, now, say) },
    putOff,
  );
  const first = toEat(butter, today)[0];
  const daysLeft = first ? daysBetween(today, first.keepUntil) : undefined;
  const water = view.crockWaterOn === undefined ? undefined : crockWater(view.crockWaterOn, today);
  const { act, busy } = useAct();
  const hasMilk = view.milkings.length > 0 || milk.length > 0;
  const alarms = alarmsOf(all);
  const pegs = useMemo(() => {
    const { timeZone } = view.farm;
    return ahead(
      [
        ...pegsOf(all, now, say),
        ...milkPegs(view.milkings, now, say),
        ...(view.crockWaterOn === undefined
          ? []
          : [
              {
                key: 'crock',
                atSeconds: noonOf(addDays(view.crockWaterOn, waterFrom), timeZone),
                says: 'crock',
                small: 'fresh water',
                href: '/larder',
              },
            ]),
        ...butterPegs(toEat(butter, today).slice(0, 3), (day) => noonOf(day, timeZone)),
      ],
      now,
    );
  }, [all, now, say, view, butter, today]);
  const skim = dairy.skim.length > 0 && (
    <SkimNow
      view={view}
      lots={dairy.skim}
      rises={rises}
      waits={dairy.waits}
      quiet={alarms.length === 0 && inProgress.length > 0}
      onLater={later}
    />
  );
  const lead = leading();
  return (
    <div className={styles.today}>
      <Wall boardFirst>
        {lead === undefined ? (
          inProgress.map((batch) => <InHand key={batch.id} batch={batch} />)
        ) : (
          <Said
            {...inTwo(lead.says, lead.why)}
            acts={lead.acts}
            then={<Then pegs={pegs.filter(({ unlessDone }) => !unlessDone)} nowSeconds={now} />}
          />
        )}
        <Board
          label="What stands in the dairy, in the order in which it needs a hand, and the butter"
          empty="What comes in and what you pack will stand here, with what it waits for."
          things={[
            ...churns,
            ...byNeed(all).map((one) => ({ ...standingLot(one, say), href: pageOf(one) })),
            ...butterStanding(butter, today, say),
          ]}
        />
      </Wall>
      {pegs.length > 0 && <Thread pegs={pegs} nowSeconds={now} />}
      <ParkedEntries parked={view.parked} />
      {hasMilk && <MilkIn view={view} />}
      {skim && lead === undefined && (
        <section className={styles.also} aria-label="Milk that is ready">
          <h2>{dairy.says}</h2>
          <div className={styles.acts}>{skim}</div>
        </section>
      )}
      <OldLots lots={longPast(all)} />
      {!view.farm.name && butter.length > 0 && <NameTheFarm />}
    </div>
  );

  /** What safety asks comes first, then a churning under way, milk that is ready, cream, butter. */
  function leading(): Lead | undefined {
    if (alarms.length > 0)
      return {
        says: alarmWords(alarms[0]!, now, say),
        acts: (
          <>
            {alarms.slice(0, mostAlarms).map((one, i) => (
              <Button
                key={one.lot.id}
                component={Link}
                href={pageOf(one)}
                variant={i === 0 ? 'contained' : 'text'}
                size="large"
                sx={i === 0 ? mainSize : undefined}
              >
                To {nameOf(one)}
              </Button>
            ))}
            <IceWaterButton one={alarms[0]!} large />
          </>
        ),
      };
    if (inProgress.length > 0) return undefined;
    if (dairy.cool)
      return {
        says: dairy.says,
        acts: (
          <Button component={Link} href={pageOf(dairy.cool)} variant="contained" size="large" sx={mainSize}>
            To {dairy.cool.lot.vessel?.name ?? 'the milk'}
          </Button>
        ),
      };
    if (dairy.skim.length > 0) return { says: dairy.says, acts: skim };
    const cream = creamSentence(all, daysLeft !== undefined && daysLeft <= 3, say);
    if (cream !== undefined)
      return {
        says: cream,
        acts: (
          <Button component={Link} href="/shelf" variant="contained" size="large" sx={mainSize}>
            To the shelf
          </Button>
        ),
      };
    if (water?.waits?.tone === 'now' && !presses(first, today))
      return {
        says: 'The crock wants fresh water.',
        why: `It is ${water.days} days old: every three to five days it is changed, or the butter under it turns.`,
        acts: (
          <Button
            variant="contained"
            size="large"
            sx={mainSize}
            disabled={busy}
            onClick={() => void act('crock.water', {}, 'Fresh water in the crock.')}
          >
            Fresh water in the crock
          </Button>
        ),
      };
    return {
      says: butterSentence(),
      why: view.rate && butter.length > 0 ? stockWords(butter, today, view.rate, say) : undefined,
      acts: (
        <>
          {last && (
            <Button
              component={Link}
              href="/churn/new?front=again"
              variant="contained"
              size="large"
              sx={{ ...mainSize, flexDirection: 'column', alignItems: 'flex-start' }}
            >
              Churn as last time
              <small className={styles.small}>
                {last.amountTyped} of {text(spokenFraction(last.creamFat, 0))} cream at{' '}
                {say.temperature(last.temperature)}, {tools[last.tool].name.toLowerCase()}
              </small>
            </Button>
          )}
          <Button component={Link} href="/churn/new" variant="text" size="large">
            Other cream
          </Button>
        </>
      ),
    };
  }

  function butterSentence(): string {
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
): string | undefined {
  const creams = lots.filter(({ lot }) => lot.kind === 'cream' && lot.blockedReason === null);
  const pressing =
    creams.find(({ waiting }) => waiting.tone === 'danger') ??
    creams.find(({ waiting }) => waiting.tone === 'now');
  if (pressing)
    return `${nameOf(pressing)}: ${pressing.waiting.word}${pressing.waiting.tone === 'now' ? `, ${say.volume(pressing.volume)} of cream` : ''}.`;
  // Nothing presses: cream that waits to be churned is still what the house is about.
  const waits = creams.filter(
    ({ waiting }) => waiting.word === 'to churn' || waiting.word === 'ripe, to churn',
  );
  if (waits.length > 0 && !butterPresses)
    return `${say.volume(waits.reduce((sum, { volume }) => sum + volume, 0))} of cream stands on the shelf, to be churned.`;
  return undefined;
}
