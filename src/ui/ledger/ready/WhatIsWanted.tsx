'use client';

import { useState } from 'react';
import { addDays } from '@/core/keeping/civilDate';
import { percent } from '@/core/quantities/formatQuantity';
import type { ReadyView } from '@/server/ready/views';
import { nextReading } from '../../frame/farmTime';
import { useSay } from '../../frame/FarmContext';
import { Chips } from '../../quantity/Chips';
import { ClockField, DayField } from '../../quantity/DayField';
import { Field } from '../../quantity/Field';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import type { ReadyDraft } from './readyDraft';
import styles from './ReadyBy.module.css';

/** Most that is asked for at once, g, and furthest ahead, days. */
const most = 200_000;
const furthest = 12;
const usualSalt = 0.016;

/** How much butter, which, for what and by when; typed where the flag is too short. */
export function WhatIsWanted({
  draft,
  change,
  view,
  now,
}: {
  draft: ReadyDraft;
  change: (part: Partial<ReadyDraft>) => void;
  view: ReadyView;
  now: number;
}) {
  const say = useSay();
  const [typed, setTyped] = useState(draft.massTyped);
  const rules = {
    system: say.system,
    kinds: ['mass' as const],
    bareUnit: say.system === 'metric' ? ('g' as const) : ('oz' as const),
    check: ({ value }: { value: number }) =>
      value < 10 ? 'Some butter, such as 500 g.' : value > most ? 'That is more than a farm makes at once: check the unit.' : undefined,
  };
  const understood = understand(typed, rules);
  const day = say.dateOf(draft.readyAtSeconds);
  const clock = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit', hourCycle: 'h23', timeZone: say.timeZone }).format(new Date(draft.readyAtSeconds * 1000));
  const today = say.dateOf(now);
  const at = (isoDay: string, reading: string): number | undefined => {
    // The first second of the day where the farm is, then the clock that day.
    for (let seconds = now - 3600; seconds < now + 15 * 86_400; ) {
      const next = nextReading(reading, seconds, say.timeZone);
      if (next === undefined) return undefined;
      if (say.dateOf(next) === isoDay) return next;
      seconds = next;
    }
    return undefined;
  };
  const when = (isoDay: string | null, reading: string | null) => {
    const moment = isoDay && reading ? at(isoDay, reading) : undefined;
    if (moment !== undefined && moment > now) change({ readyAtSeconds: moment });
  };
  return (
    <div className={styles.inside}>
      <QuantityField
        label="How much butter"
        typed={typed}
        onTyped={(value) => {
          setTyped(value);
          const read = understand(value, rules);
          if (read && 'quantity' in read) change({ massTyped: value, mass: read.quantity.value });
        }}
        understood={understood}
        system={say.system}
        hint={`${say.mass(draft.mass)}`}
      />
      <Chips
        legend="Of"
        chosen={draft.soured ? 'soured' : 'sweet'}
        onChoose={(key) => change({ soured: key === 'soured' })}
        choices={[
          { key: 'soured' as const, name: 'Ripened cream', small: 'cultured butter' },
          { key: 'sweet' as const, name: 'Sweet cream', small: 'a day less' },
        ]}
      />
      <Chips
        legend="Salt"
        chosen={draft.salt > 0 ? 'salted' : 'none'}
        onChoose={(key) => change({ salt: key === 'none' ? 0 : view.usual.salt > 0 ? view.usual.salt : usualSalt })}
        choices={[
          { key: 'salted' as const, name: 'Salted', small: percent(view.usual.salt > 0 ? view.usual.salt : usualSalt, 1) },
          { key: 'none' as const, name: 'None', small: 'no rest between' },
        ]}
      />
      <div className={styles.pair}>
        <DayField label="Ready on" value={day} needed min={today} max={addDays(today, furthest)} hint="" onValue={(value) => when(value, clock)} />
        <ClockField label="By" value={clock} hint="" onValue={(value) => when(day, value)} />
      </div>
      {view.input.churns.length > 1 && (
        <Chips
          legend="In"
          chosen={draft.churnId}
          onChoose={(churnId) => change({ churnId })}
          choices={view.input.churns.map(({ id, name, capacity }) => ({ key: id, name, small: say.volume(capacity) }))}
        />
      )}
      <Chips
        legend="Cream that is lacking"
        chosen={draft.buys ? 'buy' : 'own'}
        onChoose={(key) => change({ buys: key === 'buy' })}
        choices={[
          { key: 'own' as const, name: 'Comes from the herd', small: view.hasMilk ? 'milk to come counts' : 'there is none yet' },
          { key: 'buy' as const, name: 'Is bought', small: 'shopping is a step' },
        ]}
      />
      <Field
        label="For what"
        value={draft.occasion}
        onChange={({ target }) => change({ occasion: target.value.slice(0, 40) })}
        placeholder="the christening"
      />
    </div>
  );
} // prettier-ignore
