'use client';

import Link from 'next/link';
import type { CSSProperties } from 'react';
import { useMemo } from 'react';
import { midnightAfter } from '../frame/farmTime';
import { useFarm, useSay } from '../frame/FarmContext';
import { Unseen } from '../theme/Enamel';
import type { Peg } from './pegs';
import { hang, threadDays } from './pegs';
import styles from './Thread.module.css';

/** The first half is today, and at least so many hours of it. */
const leastToday = 8 * 3600;
const day = 86_400;
/** Least distance of two labels, percent of the thread. */
const apart = 14.5;
/** So near to either end, percent, words stand to the inside. */
const nearEnd = 5;
const everyHours = 2 * 3600;
/** The first hour is marked where it does not lie on “now”, percent. */
const clearOfNow = 9;

/**
 * The thread of time: today’s hours along its first half, the days after it along the second; above it what is coming,
 * below it what happens if nobody comes.
 */
export function Thread({ pegs, nowSeconds }: { pegs: readonly Peg[]; nowSeconds: number }) {
  const say = useSay();
  const { timeZone } = useFarm();
  const minute = Math.floor(nowSeconds / 60) * 60;
  const { place, hours, days } = useMemo(() => {
    const midnight = midnightAfter(minute, timeZone);
    const turn = Math.max(midnight, minute + leastToday);
    const end = minute + threadDays * day;
    const scale = (at: number) =>
      at < turn ? (50 * (at - minute)) / (turn - minute) : 50 + (50 * (at - turn)) / (end - turn);
    return {
      place: scale,
      // Every other hour of the farm’s own day, back from its midnight.
      hours: Array.from({ length: 18 }, (_, i) => midnight + (i - 12) * everyHours).filter(
        (at) => at !== midnight && scale(at) > clearOfNow && at < turn,
      ),
      days: Array.from({ length: threadDays }, (_, i) => midnight + i * day).filter(
        (at) => at >= turn - 1 && at < minute + threadDays * day - day / 3,
      ),
    };
  }, [minute, timeZone]);
  const hung = hang(pegs, ({ atSeconds }) => place(atSeconds), apart);
  return (
    <section className={styles.thread} aria-label="What is coming this week">
      <span className={styles.line} aria-hidden />
      <span className={styles.now}>
        now <b>{say.clock(minute)}</b>
      </span>
      {hours.map((at) => (
        <span key={at} className={styles.hour} style={{ '--at': place(at) } as CSSProperties} aria-hidden>
          {say.hour(at)}
        </span>
      ))}
      {days.map((at) => (
        <span key={at} className={styles.hour} style={{ '--at': place(at) } as CSSProperties} aria-hidden>
          {say.weekday(at + day / 2)}
        </span>
      ))}
      <ol>
        {hung.map(({ at, pegs: [first, ...others] }) => (
          <li
            key={first!.key}
            className={`${first!.unlessDone ? styles.below : styles.above} ${at < nearEnd ? styles.first : at > 100 - nearEnd ? styles.last : ''}`}
            style={{ '--at': at } as CSSProperties}
          >
            <i aria-hidden />
            <PegWords peg={first!} nowSeconds={minute} more={others} />
          </li>
        ))}
      </ol>
    </section>
  );
}

function PegWords({
  peg,
  nowSeconds,
  more,
}: {
  peg: Peg;
  nowSeconds: number;
  /** What hangs from the same place. */
  more: readonly Peg[];
}) {
  const say = useSay();
  const words = (
    <>
      <strong>{peg.says}</strong>
      <span>
        <Unseen>{say.when(peg.atSeconds, nowSeconds)}, </Unseen>
        {peg.small}
        {more.length > 0 && (
          <>
            {' '}
            <span title={more.map(({ says }) => says).join(', ')}>
              · {more.length} more
              <Unseen>
                : {more.map(({ says, atSeconds }) => `${says} ${say.when(atSeconds, nowSeconds)}`).join(', ')}
              </Unseen>
            </span>
          </>
        )}
      </span>
    </>
  );
  return peg.href === undefined ? (
    <span className={styles.words}>{words}</span>
  ) : (
    <Link className={styles.words} href={peg.href}>
      {words}
    </Link>
  );
}

/** One of the next few things. */
export interface NextThing {
  key: string;
  /** When it is due, s; undefined: now. */
  atSeconds?: number | undefined;
  says: string;
  href?: string | undefined;
}

const mostNext = 3;

/** The next few things, each with its time: what comes after the sentence. */
export function Then({
  pegs,
  nowSeconds,
  first = [],
}: {
  pegs: readonly Peg[];
  nowSeconds: number;
  /** What else is due, now or at a time. */
  first?: readonly NextThing[];
}) {
  const say = useSay();
  const things: NextThing[] = [
    ...first,
    ...pegs.map(({ key, atSeconds, says, small }) => ({
      key,
      atSeconds,
      says: small ? `${says}, ${small}` : says,
    })),
  ].toSorted((a, b) => (a.atSeconds ?? 0) - (b.atSeconds ?? 0));
  if (things.length === 0) return null;
  return (
    <aside className={styles.then} aria-label="Then">
      <ol>
        {things.slice(0, mostNext).map(({ key, atSeconds, says, href }) => (
          <li key={key}>
            <time>{atSeconds === undefined ? 'now' : say.when(atSeconds, nowSeconds)}</time>
            <span>{href === undefined ? says : <Link href={href}>{says}</Link>}</span>
          </li>
        ))}
      </ol>
    </aside>
  );
}
