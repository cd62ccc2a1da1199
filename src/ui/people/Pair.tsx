'use client';

import Link from 'next/link';
import { useEffect, useState } from 'react';
import { Field } from '../quantity/Field';
import { Quiet } from '../theme/Enamel';
import { Press } from '../theme/Press';
import { Shared } from './SignIn';
import { deviceCalled, openAnew } from './tellPeople';
import { usePeopleAct } from './usePeopleAct';
import { Threshold } from './Threshold';
import styles from './People.module.css';

/** A device comes in by the code that stands on the owner’s screen; a picture of it brings the code along after the #. */
export function Pair() {
  const { act, refused, busy } = usePeopleAct();
  const [code, setCode] = useState('');
  const [device, setDevice] = useState('');
  const [shared, setShared] = useState(false);
  useEffect(() => {
    // What stands after the # goes to no server and into no log; it is read here, and is gone from the address.
    const brought = window.location.hash.slice(1);
    // eslint-disable-next-line react-hooks/set-state-in-effect -- only the device knows what it came with, and what it is
    if (/^[0-9A-Za-z]{8}$/.test(brought)) setCode(brought);
    setDevice(deviceCalled());
    window.history.replaceState(null, '', window.location.pathname);
  }, []);
  return (
    <Threshold
      says="Let this device in"
      why="The owner makes a code under House → People and devices. It opens once, for ten minutes."
    >
      <form
        className={styles.form}
        onSubmit={(event) => {
          event.preventDefault();
          void act({ act: 'pair', code, device, shared }).then((done) => {
            if (done) openAnew('/');
          });
        }}
      >
        <Field
          label="The code"
          value={code}
          error={refused !== undefined}
          helperText={refused?.message}
          onChange={(event) => setCode(event.target.value)}
          slotProps={{
            htmlInput: {
              autoComplete: 'one-time-code',
              autoCapitalize: 'characters',
              spellCheck: false,
              maxLength: 40,
              required: true,
              className: styles.code,
            },
            formHelperText: { role: 'alert' },
          }}
        />
        <Field
          label="What this device is called"
          value={device}
          onChange={(event) => setDevice(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 60 } }}
        />
        <Shared shared={shared} onChange={setShared} />
        <Press look="main" type="submit" disabled={busy || code.trim().length < 8}>
          {busy ? 'One moment…' : 'Come in'}
        </Press>
        <Quiet>
          A name and a password instead? <Link href="/sign-in">Sign in</Link>.
        </Quiet>
      </form>
    </Threshold>
  );
}
