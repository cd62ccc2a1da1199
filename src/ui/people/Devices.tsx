'use client';

import type { PeopleView } from '@/server/people/views';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import { usePeopleAct } from './usePeopleAct';
import styles from './People.module.css';

/** Devices that are in, each with a way to shut it out; and what was changed about people of late. */
export function Devices({ view, again }: { view: PeopleView; again: () => void }) {
  const say = useSay();
  const now = useNow(60_000);
  const { act, refused, busy } = usePeopleAct();
  const { devices = [], acts = [], addresses = [] } = view;
  return (
    <div className={styles.people}>
      <ul className={styles.who}>
        {devices.map(({ id, name, personName, shared, seenAtSeconds, here }) => (
          <li key={id}>
            <span>
              <strong>{name}</strong>
              {here && ' (this one)'}
              <small>
                {shared ? `several, ${personName} has it in hand` : personName}; seen {say.when(seenAtSeconds, now)}
              </small>
            </span>
            {!here && (
              <Press
                disabled={busy}
                aria-label={`Shut ${name} of ${personName} out`}
                onClick={() => void act({ act: 'shutOut', deviceId: id }).then((done) => done && again())}
              >
                Shut out
              </Press>
            )}
          </li>
        ))}
      </ul>
      {refused && <Quiet role="alert">{refused.message}</Quiet>}
      <Quiet>
        {addresses.length === 0
          ? 'The house answers on this machine alone. ./immulgo start --lan lets others in.'
          : `Others find the house at ${addresses.slice(0, 3).join(', ')}.`}
      </Quiet>
      {acts.length > 0 && (
        <>
          <h2>What was changed about people</h2>
          <ul className={styles.acted}>
            {acts.slice(0, 12).map(({ atSeconds, byName, act: what }, i) => (
              <li key={i}>
                {say.when(atSeconds, now)}: {what}
                {byName !== null && !what.startsWith(byName) && ` (${byName})`}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
} // prettier-ignore
