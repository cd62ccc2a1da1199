'use client';

import { useState } from 'react';
import { roleWords } from '@/core/people/roles';
import type { PeopleView } from '@/server/people/views';
import { Chips } from '../quantity/Chips';
import { Field } from '../quantity/Field';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import { openAnew } from './tellPeople';
import { usePeopleAct } from './usePeopleAct';
import styles from './People.module.css';

/** A device several use goes over to another by their number; Larkfold is looked around in as each of its people, without one. */
export function Turns({ view: { me, others }, demo = false }: { view: PeopleView; demo?: boolean }) {
  const { act, refused, busy } = usePeopleAct();
  const [personId, setPersonId] = useState<string>();
  const [pin, setPin] = useState('');
  const go = async (sent: Parameters<typeof act>[0]) => {
    if (await act(sent)) openAnew('/');
  };
  if (demo)
    return (
      <div className={styles.people}>
        <p style={{ margin: 0 }}>
          {me.name
            ? `You look around Larkfold as ${me.name}, ${roleWords[me.role].name.toLowerCase()}: ${roleWords[me.role].says}.`
            : 'You look around Larkfold as whoever may do everything. See it as one of its people:'}
        </p>
        <div className={styles.acts}>
          {others.map(({ id, name, role }) => (
            <Press key={id} disabled={busy} onClick={() => void go({ act: 'lookAs', personId: id })}>
              As {name}, {roleWords[role].name.toLowerCase()}
            </Press>
          ))}
          {me.name && (
            <Press disabled={busy} onClick={() => void go({ act: 'signOut' })}>
              As whoever may do everything
            </Press>
          )}
        </div>
        {refused && <Quiet role="alert">{refused.message}</Quiet>}
        <Quiet>
          In a house of your own people come in by a password, a code or a number; here on this machine the demo
          asks for none.
        </Quiet>
      </div>
    );
  if (others.length === 0)
    return <Quiet>Several use this device, and nobody else has a number to take it over by yet.</Quiet>;
  const who = others.find(({ id }) => id === personId);
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        if (who) void go({ act: 'switch', personId: who.id, pin });
      }}
    >
      <Chips
        legend="Who has it in hand now?"
        chosen={personId}
        onChoose={(id) => {
          setPersonId(id);
          setPin('');
        }}
        choices={others.map(({ id, name, role }) => ({
          key: id,
          name,
          small: roleWords[role].name.toLowerCase(),
        }))}
      />
      {who && (
        <div className={styles.row}>
          <Field
            label={`${who.name}’s number`}
            type="password"
            value={pin}
            autoFocus
            error={refused !== undefined}
            helperText={refused?.message}
            onChange={(event) => setPin(event.target.value)}
            slotProps={{
              htmlInput: { inputMode: 'numeric', autoComplete: 'off', maxLength: 8 },
              formHelperText: { role: 'alert' },
            }}
          />
          <Press type="submit" disabled={busy || pin.length < 4}>
            Take over
          </Press>
        </div>
      )}
    </form>
  );
} // prettier-ignore
