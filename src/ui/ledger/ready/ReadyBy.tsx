'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { ReadyPlan, WayOut } from '@/core/planning/readyBy';
import { list } from '@/core/quantities/list';
import { percent, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { ReadyView, WishPlanned } from '@/server/ready/views';
import { Door, Doors } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { laterPart } from '../../frame/laterPart';
import { useDraft } from '../../frame/useDraft';
import { useNow } from '../../frame/useNow';
import { newId } from '../../outbox/newId';
import { RefusedSentence } from '../../outbox/RefusedSentence';
import { useAct } from '../../outbox/useAct';
import { Quiet } from '../../theme/Enamel';
import { Headline } from '../../theme/Headline';
import { Press, PressLink } from '../../theme/Press';
import type { Changed, ReadyDraft } from './readyDraft';
import { freshReady, stillMeant, wishOfDraft } from './readyDraft';
import { ReadyLine } from './ReadyLine';
import {
  hourWanted,
  momentOf,
  nextStep,
  whereDone,
  readySays,
  slipped,
  stepName,
  waySays,
} from './readyWords';
import { useReady } from './useReady';
import styles from './ReadyBy.module.css';

const WhatIsWanted = laterPart(() => import('./WhatIsWanted').then((part) => part.WhatIsWanted));
const SomebodyThere = laterPart(() => import('../../house/SomebodyThere').then((part) => part.SomebodyThere));

/** The page looks again so often: what stands has moved on, s. */
const anew = 300;

/** Butter by a time: drag the flag, and every earlier step moves. */
export function ReadyBy({ view }: { view: ReadyView }) {
  const planned = view.wishes.find(({ wish }) => wish.id === view.chosen);
  // Another wish is another page: nothing of one is carried into the next.
  return planned && !planned.plan ? (
    <Past planned={planned} view={view} />
  ) : (
    <Wanted key={view.chosen ?? 'new'} view={view} planned={planned} />
  );
}

function Wanted({ view, planned }: { view: ReadyView; planned: WishPlanned | undefined }) {
  const say = useSay();
  const router = useRouter();
  const { act, refused, busy } = useAct();
  const now = Math.floor(useNow(15_000) / 60) * 60;
  const today = say.dateOf(view.nowSeconds);
  const fresh = freshReady(view, planned?.wish, today);
  // Only what was changed here: what another device moved since is as it is there.
  const [kept, change, forget] = useDraft<Changed>(`ready:${view.farm.id}:${view.chosen ?? 'new'}`, () => ({}));
  const draft = stillMeant(kept, fresh, view);
  const [held, setHeld] = useState<number>();
  // Put once it is there, though its own page may take a moment to come: pressed again it would be wanted twice.
  const [sent, setSent] = useState(false);
  useEffect(() => {
    if (now - view.nowSeconds > anew) router.refresh();
    // Once in so many minutes, however often the clock ticks.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [Math.floor((now - view.nowSeconds) / anew)]);
  const { atSeconds, input } = view;
  const wish = { ...wishOfDraft(draft, atSeconds), ...(held === undefined ? {} : { readyAt: held }) };
  const { plan, ways } = useReady({ input, wish, churnId: draft.churnId }, held === undefined);
  const said = plan && readySays(plan, { atSeconds, nowSeconds: now }, say, planned === undefined);
  const conflicts = plan?.conflicts.length ?? 0;
  const moved = planned !== undefined && JSON.stringify({ ...draft, massTyped: '' }) !== JSON.stringify({ ...fresh, massTyped: '' });
  const late = planned && !moved && plan ? slipped(plan, atSeconds, planned.wish.foreseen.by) : undefined;
  const put = async (given: ReadyDraft) => {
    const before = planned?.wish;
    const id = before?.id ?? newId();
    const wanted = hourWanted(given.readyAtSeconds, now, say);
    const ok = await act(
      'wish.put',
      saidOf(id, given),
      before ? `Moved: ${wanted}.` : `On the thread: ${say.mass(given.mass)} for ${wanted}.`,
      before
        ? { name: 'wish.put', input: saidOf(id, { ...fresh, readyAtSeconds: before.readyAtSeconds }) }
        : { name: 'wish.drop', input: { id } },
    );
    if (!ok) return;
    change(unchanged);
    forget();
    if (before) return;
    setSent(true);
    router.replace(`/ledger/ready?wish=${id}`);
  };
  const take = (way: WayOut) =>
    change({
      mass: way.wish.mass,
      massTyped: '',
      soured: way.wish.soured,
      buys: way.wish.buys ?? false,
      readyAtSeconds: Math.round(momentOf(way.wish.readyAt, atSeconds) / 60) * 60,
      ...(way.churn ? { churnId: way.churn.id } : {}),
    });
  const others = conflicts > 0 ? ways : ways.filter(({ kind }) => kind === 'sweet');
  const next = plan && nextStep(plan.steps, (now - atSeconds) / 60);
  const there = planned?.wish.batch
    ? { href: `/churn/${planned.wish.batch.id}`, label: 'To the churn' }
    : next && whereDone(next, plan);
  const wait = plan === undefined ? 'Working out the steps…' : undefined;
  return (
    <article className={styles.page}>
      <Headline>{said?.says ?? 'When must it begin?'}</Headline>
      <p className={styles.why} aria-live="polite">
        {late !== undefined && (
          <strong className={styles.slipped}>
            It has slipped: ready by {say.when(momentOf(plan!.by!, atSeconds), now)}, {text(spokenMinutes(late))} later
            than was foreseen.{' '}
          </strong>
        )}
        {wait ?? said?.why}
      </p>
      <ReadyLine
        plan={plan}
        busy={input.busy}
        atSeconds={atSeconds}
        nowSeconds={now}
        readyAt={wish.readyAt}
        onMove={
          input.inHand
            ? undefined
            : (readyAt, still) => {
                setHeld(still ? undefined : readyAt);
                if (still) change({ readyAtSeconds: Math.round((atSeconds + readyAt * 60) / 60) * 60 });
              }
        }
      />
      <div className={styles.acts}>
        {(planned === undefined || moved) && (
          <Press
            look={conflicts > 0 && others.length > 0 ? 'quiet' : 'main'}
            disabled={busy || sent || plan === undefined || plan.steps.length === 0}
            onClick={() => void put(draft)}
          >
            {planned ? 'Keep it so' : conflicts > 0 ? 'On the thread all the same' : 'Put it on the thread'}
          </Press>
        )}
        {planned && !moved && there && (
          <PressLink look={conflicts > 0 && others.length > 0 ? 'quiet' : 'main'} href={there.href}>
            {there.label}
          </PressLink>
        )}
        {others.map((way, i) => (
          <Press key={way.kind} look={conflicts > 0 && i === 0 ? 'main' : 'quiet'} onClick={() => take(way)}>
            {waySays(way, atSeconds, now, say)}
          </Press>
        ))}
        {planned && !moved && (
          <>
            <a className={styles.file} href={`/api/calendar/week?wish=${planned.wish.id}`} download>
              Calendar file
            </a>
            <Press
              look="word"
              disabled={busy}
              onClick={() =>
                void act('wish.drop', { id: planned.wish.id }, 'Taken off the thread.', {
                  name: 'wish.put',
                  input: saidOf(planned.wish.id, fresh),
                }).then((ok) => ok && router.replace('/ledger/ready'))
              }
            >
              Take it off the thread
            </Press>
          </>
        )}
        {moved && (
          <Press look="word" onClick={() => (change(unchanged), forget())}>
            As it was
          </Press>
        )}
      </div>
      <RefusedSentence refused={refused} />
      <OnTheThread view={view} now={now} />
      <Doors>
        <Door name="What is wanted" value={wantedSaid(draft, say)} group="ready">
          <WhatIsWanted draft={draft} change={change} view={view} now={now} />
        </Door>
        <Door name="When somebody is there" value={hoursValue(view, say)} group="ready">
          <SomebodyThere people={view.people} />
        </Door>
        <Door name="Why" value="how long each step takes, and how sure" group="ready">
          <Why view={view} plan={plan} />
        </Door>
      </Doors>
      <p style={{ margin: 0 }}>
        <Link href="/ledger/year">The year ahead</Link>
      </p>
    </article>
  );
} // prettier-ignore

const saidOf = (id: string, { mass, soured, salt, readyAtSeconds, occasion, churnId, buys }: ReadyDraft) => ({
  id,
  mass,
  soured,
  salt,
  readyAtSeconds,
  occasion: occasion.trim() === '' ? null : occasion.trim(),
  vesselId: churnId === '' ? null : churnId,
  buys,
});

const unchanged: Changed = {
  massTyped: undefined,
  mass: undefined,
  soured: undefined,
  salt: undefined,
  readyAtSeconds: undefined,
  occasion: undefined,
  churnId: undefined,
  buys: undefined,
};

type Say = ReturnType<typeof useSay>;

const wantedSaid = ({ mass, soured, salt, occasion }: ReadyDraft, say: Say): string =>
  list([
    `${say.mass(mass)} ${soured ? 'cultured' : 'sweet'}`,
    salt > 0 ? `${percent(salt, 1)} salt` : 'no salt',
    ...(occasion.trim() === '' ? [] : [`for ${occasion.trim()}`]),
  ]).replace(' and ', ', ');

function hoursValue(view: ReadyView, say: Say): string {
  const { hours } = view.farm;
  const midnight = Date.UTC(2026, 0, 1) / 1000;
  const clock = (minutes: number) =>
    new Intl.DateTimeFormat(say.system === 'us' ? 'en-US' : 'en-GB', { hour: 'numeric', minute: '2-digit', timeZone: 'UTC' }).format(new Date((midnight + minutes * 60) * 1000)); // prettier-ignore
  if (!hours) return 'from six until half past nine, assumed';
  const away = hours.away.length === 0 ? '' : `, ${hours.away.length === 1 ? 'once' : `${hours.away.length} times`} away`;
  return `${clock(hours.from)} to ${clock(hours.to)}${away}`;
} // prettier-ignore

/** Everything that is wanted, one line each; several at once. */
function OnTheThread({ view, now }: { view: ReadyView; now: number }) {
  const say = useSay();
  if (view.wishes.length === 0) return null;
  return (
    <section className={styles.thread} aria-label="On the thread">
      <h2>On the thread</h2>
      <ul>
        {view.wishes.map(({ wish, plan, atSeconds }) => {
          const wanted = hourWanted(wish.readyAtSeconds, now, say);
          return (
            <li key={wish.id} aria-current={wish.id === view.chosen ? 'true' : undefined}>
              <Link href={`/ledger/ready?wish=${wish.id}`}>
                {wanted[0]!.toUpperCase()}
                {wanted.slice(1)}
                {wish.occasion ? `, ${wish.occasion}` : ''}
              </Link>
              <span>
                {say.mass(wish.mass)} {wish.soured ? 'cultured' : 'sweet'}
                {': '}
                {wishState({ wish, plan, atSeconds }, now, say)}
              </span>
            </li>
          );
        })}
      </ul>
      {view.chosen !== null && (
        <p>
          <Link href="/ledger/ready">Something else by another time</Link>
        </p>
      )}
    </section>
  );
}

function wishState({ wish, plan, atSeconds }: WishPlanned, now: number, say: Say): string {
  const { batch } = wish;
  if (batch?.packedAtSeconds !== undefined)
    return `${say.mass(batch.butter ?? 0)} packed ${say.when(batch.packedAtSeconds, now)}, batch ${batch.number}`;
  if (!plan) return batch ? `batch ${batch.number} is not packed yet` : 'its hour is past';
  const worst = plan.conflicts[0];
  if (worst) return readySays(plan, { atSeconds, nowSeconds: now }, say).says.replace(/\.$/, '');
  const by = plan.by === undefined ? '' : `ready by ${say.when(momentOf(plan.by, atSeconds), now)}`;
  return slipped(plan, atSeconds, wish.foreseen.by) === undefined ? by : `slipped, ${by}`;
}

/** A wish that is made, or whose hour is past: what was foreseen beside what was. */
function Past({ planned, view }: { planned: WishPlanned; view: ReadyView }) {
  const say = useSay();
  const router = useRouter();
  const { act, busy } = useAct();
  const { wish } = planned;
  const now = view.nowSeconds;
  const wanted = hourWanted(wish.readyAtSeconds, now, say);
  const { batch } = wish;
  const packed = batch?.packedAtSeconds;
  const early = packed === undefined ? 0 : (wish.readyAtSeconds - packed) / 60;
  return (
    <article className={styles.page}>
      <Headline>
        {packed !== undefined
          ? `${say.mass(batch!.butter ?? 0)} packed, ${text(spokenMinutes(Math.abs(early)))} ${early >= 0 ? 'before' : 'after'} it was wanted.`
          : batch
            ? `Batch ${batch.number} is made for it, and is not packed yet.`
            : `${wanted[0]!.toUpperCase()}${wanted.slice(1)} is past, and nothing was made for it.`}
      </Headline>
      <p className={styles.why}>
        {say.mass(wish.mass)} of {wish.salt > 0 ? 'salted' : 'unsalted'}, {wish.soured ? 'cultured' : 'sweet'}{' '}
        butter for {wanted}
        {wish.occasion ? `, ${wish.occasion}` : ''}.
      </p>
      <div className={styles.acts}>
        {batch && (
          <Press look="main" onClick={() => router.push(packed === undefined ? `/churn/${batch.id}` : `/ledger/${batch.id}`)}>
            To batch {batch.number}
          </Press>
        )}
        <Press
          look="word"
          disabled={busy}
          onClick={() => void act('wish.drop', { id: wish.id }, 'Taken off the thread.', false).then((ok) => ok && router.replace('/ledger/ready'))}
        >
          Take it off the thread
        </Press>
      </div>
      <OnTheThread view={view} now={now} />
    </article>
  );
} // prettier-ignore

function Why({ view, plan }: { view: ReadyView; plan: ReadyPlan | undefined }) {
  const say = useSay();
  const { finish } = view;
  return (
    <div className={styles.inside}>
      {plan && (
        <ul className={styles.times}>
          {plan.steps.map((step) => (
            <li key={step.key}>
              <b>{stepName(step, plan.wish.salt > 0, say)}</b> {text(spokenMinutes(Math.max(1, step.end - step.start)))}
              {step.late - step.end > 2 && `, ${text(spokenMinutes(step.late - step.end))} more one time in ten`}
            </li>
          ))}
        </ul>
      )}
      <Quiet>
        {finish.batches > 0
          ? `From the break to packed takes ${percent(finish.factor, 0)} of the book’s time here, by your last ${finish.batches}.`
          : 'From the break to packed goes by the book until a batch was timed here.'}{' '}
        Souring, cooling, warming and churning go by the models that are asked on the Shelf and at the churn, with what your own
        batches, cultures and vessels taught them. Each step is begun as late as it may be; 400 possible ways it can go say by when it is
        packed nine times in ten.
      </Quiet>
      <Quiet>Dates and hours only advise: cream that smells wrong waits for no christening.</Quiet>
    </div>
  );
} // prettier-ignore
