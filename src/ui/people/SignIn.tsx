'use client';

import Link from 'next/link';
import { useState } from 'react';
import { Field } from '../quantity/Field';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import { deviceCalled, openAnew } from './tellPeople';
import { usePeopleAct } from './usePeopleAct';
import { within } from './within';
import { Threshold } from './Threshold';
import styles from './People.module.css';

/** Who is it? By name and password, before anything of the farm is seen. */
export function SignIn() {
  const { act, refused, busy } = usePeopleAct();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  const [shared, setShared] = useState(false);
  return (
    <Threshold says="Who is it?" why="This dairy belongs to somebody: say who you are, and it opens.">
      <form
        className={styles.form}
        onSubmit={(event) => {
          event.preventDefault();
          void act({ act: 'signIn', name, password, shared, device: deviceCalled() }).then((done) => {
            if (done)
              openAnew(within(new URLSearchParams(window.location.search).get('to'), window.location.origin));
          });
        }}
      >
        <Field
          label="Your name"
          name="username"
          value={name}
          onChange={(event) => setName(event.target.value)}
          slotProps={{ htmlInput: { autoComplete: 'username', maxLength: 60, required: true } }}
        />
        <Field
          label="Password"
          type="password"
          name="password"
          value={password}
          error={refused !== undefined}
          helperText={refused?.message}
          onChange={(event) => setPassword(event.target.value)}
          slotProps={{
            htmlInput: { autoComplete: 'current-password', maxLength: 200, required: true },
            formHelperText: { role: 'alert' },
          }}
        />
        <Shared shared={shared} onChange={setShared} />
        <Press look="main" type="submit" disabled={busy}>
          {busy ? 'One moment…' : 'Come in'}
        </Press>
        <Quiet>
          A code of eight letters instead? <Link href="/pair">Come in by a code</Link>. A password that is
          lost is given anew by the owner, or on the machine Immulgo runs on.
        </Quiet>
      </form>
    </Threshold>
  );
}

/** Whether a device is one person's or the kitchen's. */
export function Shared({ shared, onChange }: { shared: boolean; onChange: (shared: boolean) => void }) {
  return (
    <label className={styles.tick}>
      <input type="checkbox" checked={shared} onChange={({ target }) => onChange(target.checked)} />
      <span>
        Several of us use this device
        <small>They take turns by a number of their own, without a password.</small>
      </span>
    </label>
  );
}
