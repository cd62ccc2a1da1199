'use client';

import { useState } from 'react';
import { longestName } from '@/core/people/personName';
import type { Role } from '@/core/people/roles';
import { roles, roleWords } from '@/core/people/roles';
import type { PeopleView } from '@/server/people/views';
import { Field } from '../quantity/Field';
import { OneOf } from '../quantity/OneOf';
import { newId } from '../outbox/newId';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import { ByCode } from './ByCode';
import { usePeopleAct } from './usePeopleAct';
import styles from './People.module.css';

const roleChoices = roles.map((key) => ({ key, name: `${roleWords[key].name}: ${roleWords[key].says}` }));

/** People of the farm, as its owner sees them: what each is, a code for their device, and how they leave. */
export function Members({ view, again }: { view: PeopleView; again: () => void }) {
  const { act, refused, busy } = usePeopleAct();
  const [code, setCode] = useState<{ code: string; until: string; name: string }>();
  const [leaving, setLeaving] = useState<string>();
  const done = async (sent: Parameters<typeof act>[0]) => {
    if (await act(sent)) again();
  };
  const { members = [], me, addresses = [] } = view;
  return (
    <div className={styles.people}>
      <ul className={styles.who}>
        {members.map(({ id, name, role, hasPassword }) => (
          <li key={id}>
            <span>
              <strong>{name}</strong>
              {id === me.id && ' (you)'}
              <small>
                {roleWords[role].name}: {roleWords[role].says}
                {!hasPassword && '; no password yet, comes in by a code'}
              </small>
            </span>
            <span className={styles.acts}>
              <OneOf
                label={`What ${name} is`}
                chosen={role}
                onChoose={(to) => void done({ act: 'changeRole', personId: id, role: to })}
                choices={roles.map((key) => ({ key, name: roleWords[key].name }))}
              />
              <Press
                disabled={busy}
                aria-label={`A device for ${name}`}
                onClick={() =>
                  void act({ act: 'makeCode', personId: id }).then((made) => made?.code && setCode({ ...made.code, name }))
                }
              >
                Add a device
              </Press>
              {id !== me.id &&
                (leaving === id ? (
                  <Press
                    disabled={busy}
                    onClick={() => void done({ act: 'endPerson', personId: id }).then(() => setLeaving(undefined))}
                  >
                    {name} leaves, with every device
                  </Press>
                ) : (
                  <Press look="word" aria-label={`Let ${name} go`} onClick={() => setLeaving(id)}>
                    Let go
                  </Press>
                ))}
            </span>
          </li>
        ))}
      </ul>
      {code && <ByCode {...code} addresses={addresses} onShut={() => setCode(undefined)} />}
      {refused && <Quiet role="alert">{refused.message}</Quiet>}
      <AddPerson again={again} />
    </div>
  );
} // prettier-ignore

/** Somebody new: a name and what they are; a password now, or a code for their device later. */
function AddPerson({ again }: { again: () => void }) {
  const { act, refused, busy } = usePeopleAct();
  // Made once for each who is added: pressed twice, they are there once.
  const [person, setPerson] = useState(() => ({ id: newId(), name: '', role: 'helper' as Role, password: '' }));
  const change = (part: Partial<typeof person>) => setPerson({ ...person, ...part });
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        const { id, name, role, password } = person;
        void act({ act: 'addPerson', personId: id, name, role, ...(password === '' ? {} : { password }) }).then((done) => {
          if (!done) return;
          setPerson({ id: newId(), name: '', role: 'helper', password: '' });
          again();
        });
      }}
    >
      <h2>Somebody new</h2>
      <Field
        label="Name"
        value={person.name}
        error={refused?.path === 'name'}
        helperText={refused?.path === 'name' ? refused.message : undefined}
        onChange={(event) => change({ name: event.target.value })}
        slotProps={{ htmlInput: { maxLength: longestName, autoComplete: 'off' } }}
      />
      <OneOf label="What they are" chosen={person.role} onChoose={(role) => change({ role })} choices={roleChoices} />
      <Field
        label="A password, if they come in by one"
        type="password"
        value={person.password}
        error={refused !== undefined && refused.path !== 'name'}
        helperText={refused !== undefined && refused.path !== 'name' ? refused.message : 'Left empty, they come in by a code you make for their device.'}
        onChange={(event) => change({ password: event.target.value })}
        slotProps={{ htmlInput: { maxLength: 200, autoComplete: 'new-password' } }}
      />
      <span>
        <Press type="submit" disabled={busy || !person.name.trim()}>
          Add them
        </Press>
      </span>
    </form>
  );
} // prettier-ignore
