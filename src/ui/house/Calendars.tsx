'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { WholeHouse } from '@/server/house/views';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Quiet } from '../theme/Enamel';
import styles from './House.module.css';

const hex = (bytes: Uint8Array): string =>
  [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');

/** What is coming, in a calendar of one’s own: addresses to subscribe to, each shown once and closed by a tap, or a single file. */
export function Calendars({ view }: { view: WholeHouse }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const [made, setMade] = useState<{ id: string; address: string }>();
  const [said, setSaid] = useState<string>();

  /** The secret is made on this device, and only its hash goes to the house. */
  async function open() {
    // A page that came without encryption from another machine has no such tool.
    if (!('subtle' in crypto))
      return setSaid('Open this page on the machine Immulgo runs on, and make the address there.');
    const secret = hex(crypto.getRandomValues(new Uint8Array(32)));
    const hash = hex(new Uint8Array(await crypto.subtle.digest('SHA-256', new TextEncoder().encode(secret))));
    const id = newId();
    if (await act('calendar.open', { id, hash }, 'The address is open.', false))
      setMade({ id, address: `${location.origin}/api/calendar/${secret}.ics` });
  }

  async function copy(address: string) {
    try {
      await navigator.clipboard.writeText(address);
      setSaid('Copied.');
    } catch {
      setSaid('Mark it and copy it by hand: this browser does not let a page do it.');
    }
  }

  return (
    <div className={styles.inside}>
      <Quiet>
        What hangs on Today’s thread, in your own calendar: skimming, milking hours, limits, the crock, butter
        to eat. Whoever has the address can read it, so it is shown once.
      </Quiet>
      {made && (
        <p className={styles.address}>
          <code>{made.address}</code>
          <Button variant="outlined" onClick={() => void copy(made.address)}>
            Copy
          </Button>
        </p>
      )}
      <p role="status" style={{ margin: 0 }}>
        {said}
      </p>
      {view.calendars.map(({ id, madeSeconds }) => (
        <p key={id} className={styles.address}>
          <span>
            Open since {say.day(say.dateOf(madeSeconds), say.dateOf(view.nowSeconds))},{' '}
            {say.clock(madeSeconds)}
          </span>
          <Button
            variant="text"
            disabled={busy}
            onClick={() => {
              if (made?.id === id) setMade(undefined);
              void act(
                'calendar.close',
                { id },
                'The address is closed: no calendar reads it any more.',
                false,
              );
            }}
          >
            Close it
          </Button>
        </p>
      ))}
      <RefusedSentence refused={refused} />
      <div className={styles.acts}>
        <Button variant="outlined" size="large" disabled={busy} onClick={() => void open()}>
          Make an address
        </Button>
        <Button component="a" href="/api/calendar/week" variant="text" size="large" download>
          This week as a file
        </Button>
      </div>
    </div>
  );
}
