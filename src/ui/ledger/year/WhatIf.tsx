'use client';

import Slider from '@mui/material/Slider';
import { useId } from 'react';
import { addDays, daysBetween } from '@/core/keeping/civilDate';
import type { YearTried } from '@/core/planning/yearTried';
import { mostTry, nothingTried } from '@/core/planning/yearTried';
import type { YearView } from '@/server/ledger/views';
import { useSay } from '../../frame/FarmContext';
import { Press } from '../../theme/Press';
import { anotherSays, changeSays, nextFirst } from './yearWords';
import styles from './YearAhead.module.css';

type Another = YearTried['another'][number];
/** What is eaten less where nobody says how much, as a share. */
const less = 0.2;
/** Loads a week that are tried at first. */
const fewLoads = 2;
/** How far ahead a calf can be taken off, weeks; and another animal have her young, months. */
const weeksOff = 26;
const monthsAhead = 12;

/** What can be tried of a year: a chip for each change, and a slider under the ones that are taken up for how much of it. */
export function WhatIf({
  view,
  tried,
  other,
  usual,
  change,
  flipAnimal,
}: {
  view: YearView;
  tried: YearTried;
  /** Something is tried. */
  other: boolean;
  /** g a week that is eaten as it is. */
  usual: number;
  change: (to: Partial<YearTried>) => void;
  flipAnimal: (one: Another) => void;
}) {
  const say = useSay();
  const { today, animals } = view;
  const shares = animals.some(({ sharesWithCalf, milked }) => sharesWithCalf && milked);
  const calfOn = tried.calfOffOn === null || tried.calfOffOn < today ? today : tried.calfOffOn;
  const fifth = Math.round((1 - less) * usual);
  const chips = [
    ...(shares
      ? [{ says: changeSays.calfOff(calfOn, today, say), on: tried.calfOff, flip: { calfOff: !tried.calfOff } }]
      : []),
    ...(animals.length > 0 && !view.separator
      ? [
          { says: changeSays.deeper(tried.deeperBy, say), on: tried.deeper, flip: { deeper: !tried.deeper } },
          { says: changeSays.separator, on: tried.separator, flip: { separator: !tried.separator } },
        ]
      : []),
    { says: changeSays.less, on: tried.demand === fifth, flip: { demand: tried.demand === fifth ? null : fifth } },
    { says: changeSays.buyCream(tried.buyWeeks), on: tried.buyCream, flip: { buyCream: !tried.buyCream } },
    ...(view.churning
      ? [{ says: changeSays.loads(tried.loads ?? fewLoads), on: tried.loads !== null, flip: { loads: tried.loads === null ? fewLoads : null } }]
      : []),
  ];
  const offered = [
    { breed: 'kerry' as const, on: addDays(today, 30) },
    { breed: 'goat' as const, on: nextFirst(today, 2) },
  ].filter(({ breed }) => !tried.another.some((one) => one.breed === breed));
  const named = (one: Another) =>
    animals.length === 0 ? anotherSays(one, today).replace('another', 'a') : anotherSays(one, today);
  const move = (place: number, months: number) =>
    change({ another: tried.another.map((one, i) => (i === place ? { ...one, on: inMonths(today, months) } : one)) });
  return (
    <>
      <section className={styles.tried} aria-label="What if">
        <h2>What if</h2>
        {chips.map(({ says, on, flip }) => (
          <Press key={Object.keys(flip)[0]} aria-pressed={on} onClick={() => change(flip)}>
            {says}
          </Press>
        ))}
        {tried.another.map((one, i) => (
          <Press key={`tried ${i}`} aria-pressed onClick={() => flipAnimal(one)}>
            {named(one)}
          </Press>
        ))}
        {offered.map((one) => (
          <Press key={one.breed} aria-pressed={false} onClick={() => flipAnimal(one)}>
            {named(one)}
          </Press>
        ))}
        {other && (
          <Press look="word" onClick={() => change(nothingTried)}>
            As it is
          </Press>
        )}
      </section>
      <div className={styles.amounts}>
        {tried.calfOff && shares && (
          <Amount
            says={changeSays.calfOff(calfOn, today, say)}
            least={0}
            most={weeksOff}
            at={Math.round(daysBetween(today, calfOn) / 7)}
            said={(weeks) => changeSays.calfOff(addDays(today, 7 * weeks), today, say)}
            onAt={(weeks) => change({ calfOffOn: weeks === 0 ? null : addDays(today, 7 * weeks) })}
          />
        )}
        {tried.deeper && animals.length > 0 && (
          <Amount
            says={changeSays.deeper(tried.deeperBy, say)}
            least={1}
            most={mostTry.deeper}
            at={tried.deeperBy}
            said={(mm) => changeSays.deeper(mm, say)}
            onAt={(deeperBy) => change({ deeperBy })}
          />
        )}
        {tried.buyCream && (
          <Amount
            says={changeSays.buyCream(tried.buyWeeks)}
            least={1}
            most={mostTry.buyWeeks}
            at={tried.buyWeeks}
            said={changeSays.buyCream}
            onAt={(buyWeeks) => change({ buyWeeks })}
          />
        )}
        {tried.loads !== null && (
          <Amount
            says={changeSays.loads(tried.loads)}
            least={1}
            most={mostTry.loads}
            at={tried.loads}
            said={changeSays.loads}
            onAt={(loads) => change({ loads })}
          />
        )}
        {tried.another.map((one, i) => (
          <Amount
            key={i}
            says={named(one)}
            least={0}
            most={monthsAhead}
            at={monthsTo(today, one.on)}
            said={(months) => named({ ...one, on: inMonths(today, months) })}
            onAt={(months) => move(i, months)}
          />
        ))}
      </div>
    </>
  );
} // prettier-ignore

/** How much of a change is tried. */
function Amount({
  says,
  least,
  most,
  at,
  said,
  onAt,
}: {
  says: string;
  least: number;
  most: number;
  at: number;
  said: (at: number) => string;
  onAt: (at: number) => void;
}) {
  const id = useId();
  return (
    <div className={styles.amount}>
      <span id={id}>{says.replace(/^./, (letter) => letter.toUpperCase())}</span>
      <Slider
        aria-labelledby={id}
        min={least}
        max={most}
        step={1}
        value={Math.max(least, Math.min(most, at))}
        getAriaValueText={said}
        onChange={(_, to) => onAt(to as number)}
      />
    </div>
  );
}

/** The first day of a month from today, none is today. */
function inMonths(today: string, months: number): string {
  if (months === 0) return today;
  const [year, month] = today.split('-').map(Number) as [number, number];
  return new Date(Date.UTC(year, month - 1 + months, 1)).toISOString().slice(0, 10);
}

function monthsTo(today: string, on: string): number {
  if (on <= today) return 0;
  const [from, to] = [today, on].map((one) => {
    const [year, month] = one.split('-').map(Number) as [number, number];
    return 12 * year + month;
  }) as [number, number];
  return to - from;
}
