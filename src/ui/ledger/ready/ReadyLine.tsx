'use client';

import type { CSSProperties, KeyboardEvent, PointerEvent } from 'react';
import { useMemo, useRef, useState } from 'react';
import type { Busy } from '@/core/planning/houseHours';
import type { ReadyPlan, ReadyStep } from '@/core/planning/readyBy';
import { furthestWish } from '@/core/planning/readyBy';
import { midnightAfter } from '../../frame/farmTime';
import { useFarm, useSay } from '../../frame/FarmContext';
import { Unseen } from '../../theme/Enamel';
import { hourWanted, momentOf, stepName } from './readyWords';
import styles from './ReadyLine.module.css';

/** The flag goes by quarters of an hour under a finger, by halves with the arrows, min. */
const byFinger = 15;
const byKey = 30;
const byPage = 24 * 60;
/** The line shows so much at least, and so much after the flag, min. */
const leastShown = 36 * 60;
const afterFlag = 8 * 60;
const day = 86_400;

interface Props {
  plan: ReadyPlan | undefined;
  busy: readonly Busy[];
  /** The moment that minutes count from, s. */
  atSeconds: number;
  nowSeconds: number;
  /** Minutes. */
  readyAt: number;
  /** The flag is moved; `still` when it has come to rest. Without it the flag stands where it is. */
  onMove?: ((readyAt: number, still: boolean) => void) | undefined;
}

/** The ready-by line: every step back from the flag, as long as it takes and as uncertain as it is, between nights and whatever keeps people away. */
export function ReadyLine({ plan, busy, atSeconds, nowSeconds, readyAt, onMove }: Props) {
  const say = useSay();
  const { timeZone } = useFarm();
  const track = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<number>();
  const now = (nowSeconds - atSeconds) / 60;
  const end = useMemo(() => {
    // While it is held the line stands still under it.
    const least = Math.max(leastShown, readyAt + afterFlag, held ?? 0);
    return (midnightAfter(atSeconds + least * 60, timeZone) - atSeconds) / 60;
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [held === undefined ? readyAt : held, atSeconds, timeZone]);
  const start = Math.min(now, 0);
  const place = (minutes: number) => (100 * (minutes - start)) / (end - start);
  const steps = plan?.steps ?? [];
  const days = useMemo(() => {
    const found: { from: number; to: number; at: number }[] = [];
    for (let from = atSeconds + 60 * start; from < atSeconds + 60 * end; ) {
      const to = midnightAfter(from, timeZone);
      found.push({ from, to, at: from + 60 });
      from = to;
    }
    return found;
  }, [atSeconds, start, end, timeZone]);
  const moved = (minutes: number, still: boolean) => {
    const most = Math.min(furthestWish - 1, minutes);
    onMove?.(Math.max(Math.ceil(now / byFinger) * byFinger + byFinger, most), still);
  };
  const under = (event: PointerEvent): number => {
    const box = track.current!.getBoundingClientRect();
    const minutes = start + ((event.clientX - box.left) / box.width) * (end - start);
    // By the farm’s own quarters of an hour.
    const moment = Math.round((atSeconds / 60 + minutes) / byFinger) * byFinger;
    return Math.min(end, moment - atSeconds / 60);
  };
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -byKey, ArrowDown: -byKey, ArrowRight: byKey, ArrowUp: byKey, PageUp: byPage, PageDown: -byPage }[event.key]; // prettier-ignore
    if (by === undefined) return;
    event.preventDefault();
    moved(readyAt + by, true);
  };
  const flag = momentOf(readyAt, atSeconds);
  // Past two thirds its hour stands on its left: on a phone there is no room on the other side.
  const right = place(readyAt) > 66;
  return (
    <div className={styles.line} style={{ '--rows': Math.max(steps.length, 5) } as CSSProperties}>
      <div className={styles.track} ref={track}>
        {busy.map(
          ({ from, to, kind, says }) =>
            to > start &&
            from < end && (
              <span
                key={`${kind} ${from}`}
                className={styles.busy}
                data-kind={kind}
                {...(says ? { title: says } : {})}
                style={between(place(Math.max(start, from)), place(Math.min(end, to)))}
              />
            ),
        )}
        <span className={styles.days} aria-hidden>
          {days.map(({ from, to, at }) => (
            <span
              key={from}
              style={between(place((from - atSeconds) / 60), place((Math.min(to, atSeconds + end * 60) - atSeconds) / 60))}
            >
              {to - from > day / 3 && say.weekday(at)}
            </span>
          ))}
        </span>
        <span
          className={styles.flag}
          style={{ left: `${place(readyAt)}%` }}
          data-right={right || undefined}
          {...(onMove
            ? {
                role: 'slider',
                tabIndex: 0,
                'aria-label': 'Ready by',
                'aria-valuemin': 0,
                'aria-valuemax': furthestWish,
                'aria-valuenow': Math.round(readyAt),
                'aria-valuetext': hourWanted(flag, nowSeconds, say),
                onKeyDown: onKey,
                onPointerDown: (event: PointerEvent<HTMLElement>) => {
                  event.currentTarget.setPointerCapture(event.pointerId);
                  setHeld(readyAt + afterFlag);
                },
                onPointerMove: (event: PointerEvent) => {
                  if (held !== undefined) moved(under(event), false);
                },
                onPointerUp: (event: PointerEvent) => {
                  if (held === undefined) return;
                  setHeld(undefined);
                  moved(under(event), true);
                },
                onPointerCancel: () => setHeld(undefined),
              }
            : {})}
        >
          <b>{say.clock(flag)}</b>
        </span>
      </div>
      <ol className={styles.steps}>
        {steps.map((step, i) => (
          <Row key={step.key} step={step} row={i} place={place} salted={(plan?.wish.salt ?? 0) > 0} loads={plan?.loads ?? 1} atSeconds={atSeconds} nowSeconds={nowSeconds} />
        ))}
      </ol>
    </div>
  );
} // prettier-ignore

const between = (from: number, to: number): CSSProperties => ({
  left: `${from}%`,
  width: `${Math.max(0, to - from)}%`,
});

function Row({
  step,
  row,
  place,
  salted,
  loads,
  atSeconds,
  nowSeconds,
}: {
  step: ReadyStep;
  row: number;
  place: (minutes: number) => number;
  salted: boolean;
  loads: number;
  atSeconds: number;
  nowSeconds: number;
}) {
  const say = useSay();
  // To five minutes, as plans go.
  const when = (minutes: number) => say.when(momentOf(Math.round(minutes / 5) * 5, atSeconds), nowSeconds);
  const name = stepName(step, salted, say, loads);
  const moved = step.moved;
  const far = place(step.late) > 55;
  return (
    <li style={{ '--row': row } as CSSProperties}>
      <span className={styles.name}>
        {name}
        <small>{step.underWay ? `until ${when(step.end)}` : when(step.start)}</small>
      </span>
      <span className={styles.row}>
        <i
          className={styles.sure}
          style={between(place(step.start), Math.max(place(step.start) + 0.4, place(step.end)))}
          aria-hidden
        />
        <i className={styles.late} style={between(place(step.end), place(Math.max(step.end, step.late)))} aria-hidden />
        {moved && (
          <span
            className={styles.moved}
            style={far ? { right: `${100 - place(step.start) + 1}%` } : { left: `${place(step.late) + 1}%` }}
          >
            {moved.says[0]!.toUpperCase()}
            {moved.says.slice(1)} till {when(moved.to)}
          </span>
        )}
        <Unseen>
          ends {when(step.end)}, nine in ten by {when(step.late)}
          {step.hands ? '' : ', by itself'}
        </Unseen>
      </span>
    </li>
  );
} // prettier-ignore
