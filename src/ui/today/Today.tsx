'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { useMemo } from 'react';
import { tools } from '@/core/churning/tools';
import type { Act } from '@/core/planning/acts';
import { habitHours, mayWait } from '@/core/planning/habits';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { TodayView } from '@/server/today/views';
import { Board } from '../board/Board';
import type { NextThing } from '../board/Thread';
import { Then, Thread } from '../board/Thread';
import { inTwo } from '../board/inTwo';
import { Said, Wall } from '../board/Wall';
import { useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { useLater } from '../frame/useLater';
import { WhenNear } from '../frame/WhenNear';
import { useNow } from '../frame/useNow';
import { useOfferedJot } from '../jot/HeaderJot';
import { SkimNow } from '../pail/SkimNow';
import { useAnswers } from '../pail/useAnswers';
import { alarmsOf, alarmWords, longPast, nameOf, pageOf } from '../standing/alarm';
import { IceWaterButton } from '../standing/IceWaterButton';
import { byNeed } from '../standing/drawnLot';
import { standingLot } from '../standing/LotBoard';
import { useRises } from '../standing/useRises';
import { useLotsNow } from '../standing/useLotsNow';
import { butterStanding } from '../larder/butterStanding';
import { stockWords } from '../larder/larderSays';
import { useAct } from '../outbox/useAct';
import { useDifferently } from './Differently';
import { mainSize, plainChurn } from './plainChurn';
import type { ActSaid } from './todaySays';
import { comingUp } from './coming';
import { todayNow } from './todayNow';
import { toWash } from './todaySays';
import { useCalled } from './useCalled';
import { wishTrouble } from './wishesToday';
import styles from './Today.module.css';

/** A churn under way is told by its model, which is fetched when there is one. */
const theHand = () => import('./InHand');

/** More than these are found on the board. */
const mostAlarms = 3;
/** The four steps, in their order. */
const cleaningSteps = ['rinse', 'wash', 'rinseAgain', 'scald'];
/** It is mostly put off at this hour: said where it stands first all the same, h. */
const mostlyLeft = 12;

/** What is said on the wall: a sentence, why, and the acts that answer it. */
interface Lead {
  says: string;
  why?: string | undefined;
  acts: ReactNode;
}

const theMilkIn = () => import('../pail/MilkIn');
/** As high as milk comes in with its two ways, px. */
const milkInHigh = 112;

const NameTheFarm = laterPart(() => import('./NameTheFarm').then((part) => part.NameTheFarm), null);
const OldLots = laterPart(() => import('./OldLots').then((part) => part.OldLots), null);
const ParkedEntries = laterPart(() => import('../pail/Parked').then((part) => part.ParkedEntries), null);

/** What to do now and why, as `today.rank` orders it; one board with everything in its place; the thread of what is coming. */
export function Today({ view }: { view: TodayView }) {
  const say = useSay();
  const { inProgress, butter, last } = view;
  const now = Math.floor(useNow(15_000) / 60) * 60;
  // A page left open over a night is of the next day.
  const today = say.dateOf(now);
  const all = useLotsNow(view.lots);
  const milk = useMemo(() => all.filter(({ lot }) => lot.kind === 'milk'), [all]);
  const rises = useRises(milk, view.separations);
  const { leftAlone, later, instead } = useAnswers(view.answered);
  useOfferedJot(view, inProgress[0]?.id);
  const hand = useLater(theHand, inProgress.length > 0);
  const churns = useMemo(
    () => hand?.churnStanding(inProgress, now, say) ?? inProgress.map((batch) => plainChurn(batch, say)),
    [hand, inProgress, now, say],
  );
  const { act: carryOut, busy } = useAct();
  const { farm, nextVisitHours, first, said, others, dairy, told } = todayNow(
    view,
    all,
    rises,
    now,
    say,
    leftAlone,
  );
  const pegs = useMemo(() => comingUp(view, all, now, say), [view, all, now, say]);
  useCalled(first?.now ? `${first.act} ${first.lots.join(' ')}` : undefined, said?.says);
  const trouble = wishTrouble(view.wishes, now, say);
  const hasMilk = view.milkings.length > 0 || milk.length > 0;
  const alarms = alarmsOf(all);
  const past = longPast(all);
  const wait = first && first.now ? mayWait(first, nextVisitHours) : undefined;
  const { button: differently, panel } = useDifferently({
    here:
      first?.act === 'skim' && dairy.skim.length > 0 ? (
        <Button component={Link} href={`/pail/${dairy.skim[0]!.lot.id}`} variant="outlined" size="large">
          By the skim gauge
        </Button>
      ) : (
        first?.act === 'clean' && (
          <Button component={Link} href="/pail" variant="outlined" size="large">
            Step by step
          </Button>
        )
      ),
    others,
    onInstead: (other) => {
      if (first && wait !== undefined) instead(first, other, wait);
    },
  });
  const skim = dairy.skim.length > 0 && (
    <SkimNow
      view={view}
      lots={dairy.skim}
      rises={rises}
      waits={dairy.waits}
      quiet={alarms.length === 0 && inProgress.length > 0}
      onLater={(which, hours, advised) =>
        later({ act: 'skim', lots: which.map(({ lot }) => lot.id) }, hours, advised)
      }
      {...(first?.act === 'skim' ? { differently } : {})}
    />
  );
  const lead = leading();
  const next = others.flatMap(({ act, said: { short, href } }): NextThing[] =>
    act.now || act.inHours !== undefined
      ? [
          {
            key: `${act.act} ${act.lots[0] ?? ''}`,
            atSeconds: act.now ? undefined : now + 3600 * act.inHours!,
            says: short,
            href,
          },
        ]
      : [],
  );
  const spoken = new Set([first, ...others.map(({ act }) => act)].flatMap((act) => act?.lots ?? []));
  return (
    <div className={styles.today}>
      <Wall boardFirst>
        {lead === undefined ? (
          hand ? (
            <hand.InHand batches={inProgress} />
          ) : (
            <Said
              says="A churning is under way."
              acts={
                <Button
                  component={Link}
                  href={`/churn/${inProgress[0]!.id}`}
                  variant="contained"
                  size="large"
                  sx={mainSize}
                >
                  To the churn
                </Button>
              }
            />
          )
        ) : (
          <Said
            {...inTwo(lead.says, lead.why)}
            acts={
              <>
                {lead.acts}
                {panel}
              </>
            }
            then={
              <Then
                first={next}
                pegs={pegs.filter(({ unlessDone, key }) => !unlessDone && !spoken.has(key.split(' ')[0]!))}
                nowSeconds={now}
              />
            }
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
      {trouble && (
        <p className={styles.wish} role="status">
          <Link href={trouble.href}>{trouble.says}</Link>
        </p>
      )}
      <div id="questions" tabIndex={-1} className={styles.questions}>
        {view.parked.length > 0 && <ParkedEntries parked={view.parked} />}
        {past.length > 0 && <OldLots lots={past} />}
      </div>
      {hasMilk && (
        <WhenNear load={theMilkIn} high={milkInHigh}>
          {({ MilkIn }) => <MilkIn view={view} />}
        </WhenNear>
      )}
      {skim && lead === undefined && (
        <section className={styles.also} aria-label="Milk that is ready">
          <h2>{dairy.says}</h2>
          <div className={styles.acts}>{skim}</div>
        </section>
      )}
      {!view.farm.name && butter.length > 0 && <NameTheFarm />}
    </div>
  );

  /** What comes first, with its one button; nothing for a churning under way, which says more itself. */
  function leading(): Lead | undefined {
    if (!first || !said) return restful();
    if (first.act === 'goOn') return undefined;
    const one = told.lots.get(first.lots[0] ?? '');
    if (one && alarms.includes(one)) return alarmed();
    if (first.act === 'skim' && dairy.skim.length > 0) return { says: said.says, why: habit(), acts: skim };
    return {
      says: said.says,
      why: [said.why, habit()].filter(Boolean).join(' ') || undefined,
      acts: (
        <>
          {mainFor(first, said)}
          <span className={styles.beside}>
            {wait !== undefined && (
              <Button variant="text" size="large" onClick={() => later(first, wait)}>
                Later
              </Button>
            )}
            {differently}
          </span>
        </>
      ),
    };
  }

  function alarmed(): Lead {
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
  }

  function mainFor(act: Act, said: ActSaid): ReactNode {
    if (act.act === 'freshWater')
      return (
        <Button
          variant="contained"
          size="large"
          sx={mainSize}
          disabled={busy}
          onClick={() => void carryOut('crock.water', {}, 'Fresh water in the crock.')}
        >
          Fresh water in the crock
        </Button>
      );
    if (act.act === 'clean')
      return (
        <Button
          variant="contained"
          size="large"
          sx={{ ...mainSize, flexDirection: 'column', alignItems: 'flex-start', textAlign: 'left' }}
          disabled={busy}
          onClick={() =>
            void carryOut(
              'cleaning.record',
              { vesselIds: toWash(view).map(({ id }) => id), steps: cleaningSteps },
              'All clean.',
              false,
            )
          }
        >
          Washed up
          <small className={styles.small}>cold rinse, hot wash, rinse, scald, dry in the air</small>
        </Button>
      );
    if (act.act === 'runOut') return churnAgain();
    return (
      said.href !== undefined && (
        <Button component={Link} href={said.href} variant="contained" size="large" sx={mainSize}>
          {said.label ?? 'There'}
        </Button>
      )
    );
  }

  /** Nothing is to be done: the butter in the house, and the way to the next. */
  function restful(): Lead {
    const stands = milk.find(({ lot }) => lot.blockedReason === null);
    return {
      says: stands
        ? // As the Pail says it: milk that was left for later stands all the same.
          dairy.says
        : butter.length > 0
          ? 'Nothing presses. The butter in the house keeps, and the churn is free.'
          : 'Nothing waits. The next churning starts with cream.',
      why: view.rate && butter.length > 0 ? stockWords(butter, today, view.rate, say) : undefined,
      acts: (
        <>
          {churnAgain() ??
            (stands && (
              <Button
                component={Link}
                href={`/pail/${stands.lot.id}`}
                variant="contained"
                size="large"
                sx={mainSize}
              >
                See how it creams
              </Button>
            ))}
          <Button
            component={Link}
            href="/churn/new"
            variant={last || stands ? 'text' : 'contained'}
            size="large"
            sx={last || stands ? undefined : mainSize}
          >
            {last || stands ? 'Other cream' : 'Churn cream'}
          </Button>
        </>
      ),
    };
  }

  function churnAgain(): ReactNode {
    return (
      last && (
        <Button
          component={Link}
          href="/churn/new?front=again"
          variant="contained"
          size="large"
          sx={{ ...mainSize, flexDirection: 'column', alignItems: 'flex-start', textAlign: 'left' }}
        >
          Churn as last time
          <small className={styles.small}>
            {last.amountTyped} of {text(spokenFraction(last.creamFat, 0))} cream at{' '}
            {say.temperature(last.temperature)}, {tools[last.tool].name.toLowerCase()}
          </small>
        </Button>
      )
    );
  }

  function habit(): string | undefined {
    return first && wait !== undefined && habitHours(first.act, farm.answered ?? []) >= mostlyLeft
      ? 'You mostly leave it at this hour.'
      : undefined;
  }
}
