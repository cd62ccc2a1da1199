'use client';

import type { BatchStory } from '@/core/churning/batchStory';
import { elapsedAt } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { clockText } from '@/core/quantities/formatQuantity';
import { useNow } from '../../frame/useNow';
import { useChimeEach } from '../../pail/useChime';
import type { Turns } from './FootForms';
import { ChurnStrip } from './strip/ChurnStrip';

type Running = BatchStory['clock'];

/** A clock that draws itself, and nothing but itself, as it runs; from `breakSeconds` on it counts down. */
export function Clock({
  clock,
  className,
  breakSeconds,
}: {
  clock: Running;
  className?: string | undefined;
  breakSeconds?: number | undefined;
}) {
  const elapsed = elapsedAt(clock, useNow());
  const left = breakSeconds === undefined ? undefined : breakSeconds - elapsed;
  return (
    <p className={className} role="timer" aria-live="off">
      {left === undefined ? clockText(elapsed) : `${left < 0 ? '+' : ''}${clockText(Math.abs(left))}`}
    </p>
  );
}

/** The clock of one load among several, small. */
export function LoadClock({ clock }: { clock: Running }) {
  return <small>{clockText(elapsedAt(clock, useNow(1000)))}</small>;
}

/** Sounds once when the break may come from now on; `from` is undefined when nothing is waited for. */
export function BreakChime({
  clock,
  load,
  from,
}: {
  clock: Running;
  load: number;
  from: number | undefined;
}) {
  const elapsed = elapsedAt(clock, useNow(1000));
  useChimeEach(from === undefined ? undefined : load + (elapsed >= from ? 0.5 : 0), 'look');
  return null;
}

/** Turns at the handle: how long until it is handed over, with a sound at each. */
export function HandOver({
  clock,
  load,
  turns,
  className,
}: {
  clock: Running;
  load: number;
  turns: Turns;
  className?: string | undefined;
}) {
  const elapsed = elapsedAt(clock, useNow());
  useChimeEach(load * 1e6 + Math.floor(elapsed / turns.seconds), 'done');
  return (
    <p className={className} role="timer" aria-live="off">
      Hand over in <strong>{clockText(turns.seconds - (elapsed % turns.seconds))}</strong>
    </p>
  );
}

/** The strip, with its line of now moving on by the second. */
export function LiveStrip({
  story,
  window,
  prior,
}: {
  story: BatchStory;
  window: Foreseen;
  prior: Foreseen;
}) {
  const elapsed = elapsedAt(story.clock, useNow(1000));
  return <ChurnStrip story={story} foreseen={window} prior={prior} elapsed={elapsed} />;
}
