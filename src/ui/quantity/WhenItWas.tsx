'use client';

import { useState } from 'react';
import { CalculationError } from '@/core/calculationError';
import { counted } from '@/core/quantities/counted';
import { spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { readWhen } from '@/core/times/readWhen';
import { useSay } from '../frame/FarmContext';
import { momentSaid } from '../frame/momentSaid';
import { clockSeconds, useNow } from '../frame/useNow';
import { Chips } from './Chips';
import { QuantityField } from './QuantityField';
import type { SaidWhen } from './saidWhen';
import { hoursAgo } from './saidWhen';

/** From then on it is told in days, s. */
const longAgo = 72 * 3600;
const milkings: readonly SaidWhen['chosen'][] = ['now', 'h8', 'h12', 'h24', 'h36', 'typed'];
/** For what is mostly written down as it happens. */
const nowOrTyped: readonly SaidWhen['chosen'][] = ['now', 'typed'];

/** When something was, so that it has its age and its warmth from the start. */
export function WhenItWas({
  when,
  onWhen,
  legend = 'Milked',
  offered = 'milkings',
  longestDays = 5,
}: {
  when: SaidWhen;
  onWhen: (to: SaidWhen) => void;
  legend?: string;
  /** Milkings are hours apart; milk that already stands was not milked just now; other things are mostly told at once, or right as they stand. */
  offered?: 'milkings' | 'stood' | 'told' | 'right';
  /** What is further back is asked about. */
  longestDays?: number;
}) {
  const say = useSay();
  // Not before what was typed: the page's own minute may be a moment old.
  const [typedAt, setTypedAt] = useState(0);
  const now = Math.max(useNow(60_000), typedAt);
  const [wrong, setWrong] = useState<string>();
  const ago = when.at === undefined ? undefined : Math.max(0, now - when.at);
  const names = {
    now: offered === 'right' ? 'That is right' : 'Just now',
    h8: '8 h ago',
    h12: '12 h ago',
    h24: 'A day ago',
    h36: 'A day and a half ago',
    typed: offered === 'told' ? 'Earlier' : offered === 'right' ? 'At another time' : 'Other',
  };
  const keys =
    offered === 'told' || offered === 'right'
      ? nowOrTyped
      : milkings.filter((key) => offered === 'milkings' || key !== 'now');
  const type = (typed: string) => {
    setTypedAt(clockSeconds());
    const read = readTyped(typed, say.timeZone, longestDays);
    setWrong(read && 'wrong' in read ? read.wrong : undefined);
    onWhen({ chosen: 'typed', typed, at: read && 'at' in read ? read.at : undefined });
  };
  return (
    <>
      <Chips
        legend={legend}
        chosen={when.chosen}
        onChoose={(chosen) => onWhen({ ...when, chosen })}
        choices={keys.map((key) => ({
          key,
          name: names[key],
          small: key === 'now' || key === 'typed' ? undefined : say.when(now - 3600 * hoursAgo[key], now),
        }))}
      />
      {when.chosen === 'typed' && (
        <QuantityField
          label="When it was"
          typed={when.typed}
          onTyped={type}
          understood={
            wrong !== undefined
              ? { wrong }
              : ago === undefined
                ? undefined
                : { quantity: { kind: 'duration', value: ago / 60 } }
          }
          system={say.system}
          hint="14 h ago, last night, Monday 6:30"
          says={
            ago === undefined
              ? undefined
              : `= ${say.when(now - ago, now)}, ${ago > longAgo ? counted(Math.round(ago / 86_400), 'day') : text(spokenMinutes(ago / 60))} ago`
          }
        />
      )}
    </>
  );
}

function readTyped(
  typed: string,
  timeZone: string,
  longestDays: number,
): { at: number } | { wrong: string } | undefined {
  if (typed.trim() === '') return undefined;
  const now = clockSeconds();
  try {
    const at = momentSaid(readWhen(typed), now, timeZone);
    return now - at > longestDays * 86_400
      ? { wrong: `From just now to ${longestDays} days ago: 14 h ago, last night, Monday 6:30.` }
      : { at };
  } catch (error) {
    if (error instanceof CalculationError) return { wrong: error.message };
    throw error;
  }
}
