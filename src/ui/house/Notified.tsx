'use client';

import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { comfort, rememberComfort } from '../frame/comfort';
import { noticesKey, soundsKey } from '../today/useCalled';
import { Quiet } from '../theme/Enamel';
import styles from './House.module.css';

type Allowed = 'never' | 'no' | 'yes' | 'refused';

/** Whether this device calls when something is due: by a sound while Today is open, by a notice while another page is before it. */
export function Notified() {
  const [notices, setNotices] = useState<Allowed>('never');
  const [sounds, setSounds] = useState(true);
  useEffect(() => {
    // What the browser allows is known to it alone, after the first drawing.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setNotices(asItIs());
    setSounds(comfort(soundsKey) !== 'no');
  }, []);
  async function allow() {
    if (Notification.permission !== 'granted') await Notification.requestPermission();
    rememberComfort(noticesKey, Notification.permission === 'granted' ? 'yes' : 'no');
    setNotices(asItIs());
  }
  return (
    <div className={styles.inside}>
      <div className={styles.acts}>
        <Button
          variant="outlined"
          size="large"
          aria-pressed={sounds}
          onClick={() => {
            rememberComfort(soundsKey, sounds ? 'no' : 'yes');
            setSounds(!sounds);
          }}
        >
          {sounds ? 'It rings when something is due' : 'It is silent'}
        </Button>
        {notices !== 'never' && notices !== 'refused' && (
          <Button
            variant="outlined"
            size="large"
            aria-pressed={notices === 'yes'}
            onClick={() => {
              if (notices === 'yes') {
                rememberComfort(noticesKey, 'no');
                setNotices('no');
              } else void allow();
            }}
          >
            {notices === 'yes' ? 'Notices are shown' : 'Show notices'}
          </Button>
        )}
      </div>
      <Quiet>
        {notices === 'refused'
          ? 'This browser was told not to show notices of this page; its own settings can allow them again.'
          : notices === 'never'
            ? 'This browser shows no notices of this page.'
            : 'On this device, while Today is open in it: a sound, and a notice when something else is before it.'}
      </Quiet>
    </div>
  );
}

function asItIs(): Allowed {
  if (typeof Notification === 'undefined') return 'never';
  if (Notification.permission === 'denied') return 'refused';
  return Notification.permission === 'granted' && comfort(noticesKey) === 'yes' ? 'yes' : 'no';
}
