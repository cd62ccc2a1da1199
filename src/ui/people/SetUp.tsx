'use client';

import { useState } from 'react';
import { longestName } from '@/core/people/personName';
import { Field } from '../quantity/Field';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import { deviceCalled } from './tellPeople';
import { usePeopleAct } from './usePeopleAct';
import styles from './People.module.css';

/** The first says who they are: only when a second device or person is to come. */
export function SetUp() {
  const { act, refused, busy } = usePeopleAct();
  const [name, setName] = useState('');
  const [password, setPassword] = useState('');
  return (
    <form
      className={styles.form}
      onSubmit={(event) => {
        event.preventDefault();
        void act({ act: 'setUp', name, password, device: deviceCalled() }).then((done) => {
          if (done) window.location.reload();
        });
      }}
    >
      <p style={{ margin: 0 }}>
        One maker on this machine needs no password. Before a phone or anybody else comes in, say who you are: from
        then on everybody does, you first.
      </p>
      <Field
        label="Your name"
        name="username"
        value={name}
        error={refused?.path === 'name'}
        helperText={refused?.path === 'name' ? refused.message : undefined}
        onChange={(event) => setName(event.target.value)}
        slotProps={{ htmlInput: { maxLength: longestName, autoComplete: 'username', required: true } }}
      />
      <Field
        label="A password, of three or four words"
        type="password"
        name="password"
        value={password}
        error={refused !== undefined && refused.path !== 'name'}
        helperText={refused !== undefined && refused.path !== 'name' ? refused.message : 'At least ten letters. It is kept as a hash nobody can read back.'}
        onChange={(event) => setPassword(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 200, autoComplete: 'new-password', required: true } }}
      />
      <Press type="submit" disabled={busy || !name.trim() || password.length < 10}>
        {busy ? 'One moment…' : 'Own this house'}
      </Press>
      <Quiet>
        Lost one day, it is given anew on this machine: <code>./immulgo people reset NAME</code>.
      </Quiet>
    </form>
  );
} // prettier-ignore
