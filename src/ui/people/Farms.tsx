'use client';

import { useState } from 'react';
import type { Role } from '@/core/people/roles';
import { roles, roleWords } from '@/core/people/roles';
import type { PeopleView } from '@/server/people/views';
import { forgetKept } from '../outbox/kept';
import { newId } from '../outbox/newId';
import { Field } from '../quantity/Field';
import { OneOf } from '../quantity/OneOf';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import { openAnew } from './tellPeople';
import { usePeopleAct } from './usePeopleAct';
import styles from './People.module.css';

/** Farms of this person in the house: gone over to, made, joined by a code, left. None sees anything of another. */
export function Farms({ view, again }: { view: PeopleView; again: () => void }) {
  const { act, refused, busy } = usePeopleAct();
  const [made, setMade] = useState(() => ({ id: newId(), name: '' }));
  const [code, setCode] = useState('');
  const [role, setRole] = useState<Role>('maker');
  const [invited, setInvited] = useState<string>();
  const go = async (sent: Parameters<typeof act>[0]) => {
    if (!(await act(sent))) return;
    await forgetKept();
    openAnew('/');
  };
  return (
    <div className={styles.people}>
      <ul className={styles.who}>
        {view.farms.map(({ id, name, role: is, here }) => (
          <li key={id}>
            <span>
              <strong>{name ?? 'A farm without a name'}</strong>
              {here && ' (you are here)'}
              <small>{roleWords[is].name.toLowerCase()} of it</small>
            </span>
            {!here && (
              <span className={styles.acts}>
                <Press disabled={busy} onClick={() => void go({ act: 'toFarm', farmId: id })}>
                  Go there
                </Press>
                <Press
                  look="word"
                  disabled={busy}
                  onClick={() => void act({ act: 'leaveFarm', farmId: id }).then((done) => done && again())}
                >
                  Leave it
                </Press>
              </span>
            )}
          </li>
        ))}
      </ul>
      {refused && <Quiet role="alert">{refused.message}</Quiet>}
      <form
        className={styles.row}
        onSubmit={(event) => {
          event.preventDefault();
          void act({ act: 'makeFarm', farmId: made.id, name: made.name }).then((done) => {
            if (!done) return;
            setMade({ id: newId(), name: '' });
            again();
          });
        }}
      >
        <Field
          label="Another farm, by name"
          value={made.name}
          onChange={(event) => setMade({ ...made, name: event.target.value })}
          slotProps={{ htmlInput: { maxLength: 60 } }}
        />
        <Press type="submit" disabled={busy || !made.name.trim()}>
          Open it
        </Press>
      </form>
      <form
        className={styles.row}
        onSubmit={(event) => {
          event.preventDefault();
          void go({ act: 'join', code });
        }}
      >
        <Field
          label="A code of another farm’s owner"
          value={code}
          onChange={(event) => setCode(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 40, autoComplete: 'off' } }}
        />
        <Press type="submit" disabled={busy || code.trim().length < 8}>
          Join it
        </Press>
      </form>
      {view.me.role === 'owner' && (
        <div className={styles.row}>
          <OneOf
            label="Somebody of the house comes here as"
            chosen={role}
            onChoose={setRole}
            choices={roles.map((key) => ({ key, name: roleWords[key].name }))}
          />
          <Press
            disabled={busy}
            onClick={() => void act({ act: 'invite', role }).then((done) => setInvited(done?.code?.code))}
          >
            Make them a code
          </Press>
          {invited && (
            <p role="status" className={styles.letters} style={{ margin: 0 }}>{`${invited.slice(0, 4)} ${invited.slice(4)}`}</p>
          )}
        </div>
      )}
    </div>
  );
} // prettier-ignore
