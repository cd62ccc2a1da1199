'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Away, HouseHours } from '@/core/planning/houseHours';
import { usualHours } from '@/core/planning/houseHours';
import type { UnitSystem } from '@/core/quantities/units';
import { list } from '@/core/quantities/list';
import { useFarm, useSay } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { ClockField } from '../quantity/DayField';
import { Field } from '../quantity/Field';
import { understand } from '../quantity/understand';
import { Enamel, Quiet } from '../theme/Enamel';
import { OwnFigure } from './OwnFigure';
import styles from './House.module.css';

const dayNames = ['Sundays', 'Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays'];
const everyDay = [0, 1, 2, 3, 4, 5, 6];
const workdays = [1, 2, 3, 4, 5];
const sets = { every: everyDay, workdays } as const;

/** A time of day as its field keeps it. */
const clockOf = (minutes: number): string =>
  `${String(Math.floor(minutes / 60) % 24).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
/** Midnight at the end of a day is its last minute. */
const minutesOf = (clock: string | null, end = false): number | undefined => {
  const read = /^(\d\d):(\d\d)$/.exec(clock ?? '');
  if (!read) return undefined;
  const minutes = 60 * Number(read[1]) + Number(read[2]);
  return end && minutes === 0 ? 24 * 60 : minutes;
};

/** When there is somebody in the dairy, who is away when, and what the fridge has room for: what a plan has to go around. */
export function SomebodyThere({ people }: { people: readonly string[] }) {
  const say = useSay();
  const farm = useFarm();
  const { act, refused, busy } = useAct();
  const hours = farm.hours ?? usualHours;
  const [room, setRoom] = useState('');
  const settle = (to: HouseHours | null, says: string) =>
    act('house.settle', { hours: to }, says, {
      name: 'house.settle',
      input: { hours: farm.hours },
    });
  const understood = understand(room, {
    system: say.system,
    kinds: ['volume'],
    bareUnit: say.system === 'metric' ? 'L' : 'qt',
    check: ({ value }) => (value <= 0 ? 'Some room, such as 8 L.' : undefined),
  });
  const until = (clock: string | null, end: boolean) => {
    const minutes = minutesOf(clock, end);
    if (minutes === undefined) return;
    const next = { ...hours, [end ? 'to' : 'from']: minutes };
    if (next.to > next.from) void settle(next, `Somebody is there from ${clockSaid(next.from, say.system)} to ${clockSaid(next.to, say.system)}.`);
  };
  return (
    <Enamel className={styles.settings} aria-label="When somebody is there">
      <div className={styles.two}>
        <ClockField label="Somebody is there from" value={clockOf(hours.from)} hint={farm.hours ? '' : 'assumed'} onValue={(clock) => until(clock, false)} />
        <ClockField label="Until" value={clockOf(hours.to)} hint={farm.hours ? '' : 'assumed'} onValue={(clock) => until(clock, true)} />
      </div>
      {hours.away.length > 0 && (
        <ul className={styles.ways}>
          {hours.away.map((one, i) => (
            <li key={`${one.who} ${one.from} ${one.weekdays.join('')} ${i}`}>
              <span>{awaySays(one, say.system)}</span>
              <Button
                variant="text"
                disabled={busy}
                onClick={() => void settle({ ...hours, away: hours.away.filter((_, k) => k !== i) }, 'Struck off.')}
              >
                Strike off
              </Button>
            </li>
          ))}
        </ul>
      )}
      <AddAway people={people} busy={busy} onAdd={(one) => settle({ ...hours, away: [...hours.away, one] }, awaySays(one, say.system))} />
      <OwnFigure
        label="Room for cream in the fridge"
        hint={farm.fridgeRoom === null ? 'nobody said: as much as is wanted' : say.volume(farm.fridgeRoom)}
        typed={room}
        onTyped={setRoom}
        understood={understood}
        busy={busy}
        said={farm.fridgeRoom !== null}
        again="Nobody knows: as much as is wanted"
        onSettle={(fridgeRoom) =>
          void act(
            'house.settle',
            { fridgeRoom },
            fridgeRoom === null ? 'The fridge has room.' : `The fridge has room for ${say.volume(fridgeRoom)} of cream.`,
            { name: 'house.settle', input: { fridgeRoom: farm.fridgeRoom } },
          ).then((done) => done && setRoom(''))
        }
      />
      <RefusedSentence refused={refused} />
      <Quiet>
        A plan keeps to these hours, and around milkings where one person does it all. Somebody who is away leaves the work to whoever is
        there.
      </Quiet>
    </Enamel>
  );
} // prettier-ignore

/** A time of day as people here say it. */
const clockSaid = (minutes: number, system: UnitSystem): string =>
  new Intl.DateTimeFormat(system === 'us' ? 'en-US' : 'en-GB', {
    hour: 'numeric',
    minute: '2-digit',
    timeZone: 'UTC',
  }).format(new Date(Date.UTC(2026, 0, 1) + minutes * 60_000));

function awaySays({ who, weekdays, from, to, what }: Away, system: UnitSystem): string {
  const days =
    weekdays.length === 7
      ? 'every day'
      : weekdays.length === 5 && workdays.every((one) => weekdays.includes(one))
        ? 'Monday to Friday'
        : list(weekdays.map((one) => dayNames[one]!));
  return `${who === '' ? 'Nobody is there' : `${who} is ${what}`}, ${days} ${clockSaid(from, system)} to ${clockSaid(to, system)}${who === '' ? `: ${what}` : ''}.`;
}

function AddAway({
  people,
  busy,
  onAdd,
}: {
  people: readonly string[];
  busy: boolean;
  onAdd: (one: Away) => Promise<boolean>;
}) {
  const [who, setWho] = useState(people[0] ?? '');
  const [what, setWhat] = useState('');
  const [days, setDays] = useState<string>('6');
  const [from, setFrom] = useState<string | null>('08:00');
  const [to, setTo] = useState<string | null>('16:00');
  const start = minutesOf(from);
  const end = minutesOf(to, true);
  const wrong = start !== undefined && end !== undefined && end <= start ? 'After it begins.' : undefined;
  const ready = what.trim() !== '' && start !== undefined && end !== undefined && wrong === undefined;
  return (
    <div className={styles.inside}>
      <Chips
        legend="Who is away"
        chosen={who}
        onChoose={setWho}
        choices={[...people.map((name) => ({ key: name, name })), { key: '', name: people.length > 0 ? 'Everybody' : 'Whoever works here' }]}
      />
      <Chips
        legend="On"
        chosen={days}
        onChoose={setDays}
        choices={[
          ...dayNames.map((name, i) => ({ key: `${i}`, name: name.slice(0, 3) })),
          { key: 'workdays', name: 'Monday to Friday' },
          { key: 'every', name: 'Every day' },
        ]}
      />
      <div className={styles.two}>
        <ClockField label="Away from" value={from} hint="" onValue={setFrom} />
        <ClockField label="To" value={to} hint="" wrong={wrong} onValue={setTo} />
      </div>
      <Field label="Where" value={what} onChange={({ target }) => setWhat(target.value.slice(0, 40))} placeholder="at the market" />
      <Button
        variant="outlined"
        disabled={busy || !ready}
        sx={{ justifySelf: 'start' }}
        onClick={() =>
          void onAdd({
            who,
            weekdays: [...(sets[days as keyof typeof sets] ?? [Number(days)])],
            from: start!,
            to: end!,
            what: what.trim(),
          }).then((done) => done && setWhat(''))
        }
      >
        Write it down
      </Button>
    </div>
  );
} // prettier-ignore
