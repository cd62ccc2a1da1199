'use client';

import { useState } from 'react';
import { useNotice } from '../frame/Notices';
import { Field } from '../quantity/Field';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import { usePeopleAct } from './usePeopleAct';
import styles from './People.module.css';

/** One’s own password, and the number one takes a shared device over by. */
export function OwnSecrets({ again }: { again: () => void }) {
  const own = usePeopleAct();
  const number = usePeopleAct();
  const notice = useNotice();
  const [before, setBefore] = useState('');
  const [password, setPassword] = useState('');
  const [pin, setPin] = useState('');
  return (
    <div className={styles.people}>
      <form
        className={styles.form}
        onSubmit={(event) => {
          event.preventDefault();
          void own.act({ act: 'ownPassword', before, password }).then((done) => {
            if (!done) return;
            setBefore('');
            setPassword('');
            notice({ says: 'Your password is another. Your other devices say it anew.' });
            again();
          });
        }}
      >
        <Field
          label="Your password until now"
          type="password"
          value={before}
          error={own.refused?.path === 'before'}
          helperText={own.refused?.path === 'before' ? own.refused.message : undefined}
          onChange={(event) => setBefore(event.target.value)}
          slotProps={{ htmlInput: { autoComplete: 'current-password', maxLength: 200 } }}
        />
        <Field
          label="A new one"
          type="password"
          value={password}
          error={own.refused !== undefined && own.refused.path !== 'before'}
          helperText={own.refused !== undefined && own.refused.path !== 'before' ? own.refused.message : undefined}
          onChange={(event) => setPassword(event.target.value)}
          slotProps={{ htmlInput: { autoComplete: 'new-password', maxLength: 200 } }}
        />
        <span>
          <Press type="submit" disabled={own.busy || password.length < 10}>
            Change it
          </Press>
        </span>
      </form>
      <form
        className={styles.row}
        onSubmit={(event) => {
          event.preventDefault();
          void number.act({ act: 'ownPin', pin: pin === '' ? null : pin }).then((done) => {
            if (!done) return;
            notice({ says: pin === '' ? 'You have no number any more.' : 'That is your number from now on.' });
            setPin('');
            again();
          });
        }}
      >
        <Field
          label="Your number, four to eight digits"
          type="password"
          value={pin}
          error={number.refused !== undefined}
          helperText={number.refused?.message}
          onChange={(event) => setPin(event.target.value)}
          slotProps={{ htmlInput: { inputMode: 'numeric', autoComplete: 'off', maxLength: 8 } }}
        />
        <Press type="submit" disabled={number.busy}>
          {pin === '' ? 'Have none' : 'Keep it'}
        </Press>
      </form>
      <Quiet>The number opens nothing by itself: only a device that several of you use, once it is in.</Quiet>
    </div>
  );
} // prettier-ignore
