'use client';

import Button from '@mui/material/Button';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { Enamel, Quiet } from '../theme/Enamel';
import { commandWords } from './commandWords';
import { subjectsOf } from './dependsOn';
import { useOutbox, useOutboxState, useWaiting } from './OutboxProvider';
import styles from './SetAside.module.css';

/**
 * What this device could not get rid of or could not keep, in sight: commands the house fails at, each with what it was and
 * a way on; and a store that is full, said at once.
 */
export function SetAside() {
  const say = useSay();
  const outbox = useOutbox();
  const waiting = useWaiting();
  const { storeFails } = useOutboxState();
  const now = useNow(60_000);
  const aside = waiting.filter((one) => one.aside);
  const unkept = waiting.filter(({ kept }) => !kept).length;
  if (aside.length === 0 && !(storeFails && unkept > 0)) return null;
  const missing = new Set(aside.flatMap(({ command }) => [...subjectsOf(command).makes]));
  const held = waiting.filter(
    ({ command, aside: own }) => !own && [...subjectsOf(command).about].some((id) => missing.has(id)),
  ).length;
  return (
    <div className={styles.aside}>
      {storeFails && unkept > 0 && (
        <Enamel role="alert" className={styles.full}>
          <strong>This device cannot write down what you mark: it may be full.</strong>{' '}
          {unkept === 1 ? 'One entry is' : `${unkept} entries are`} kept on this open page only. Leave it open
          until {unkept === 1 ? 'it is' : 'they are'} with the house, or make room on the device.
        </Enamel>
      )}
      {aside.length > 0 && (
        <Enamel role="region" aria-label="Set aside" className={styles.list}>
          <strong>
            {aside.length === 1 ? 'One entry is' : `${aside.length} entries are`} set aside: the house failed
            at {aside.length === 1 ? 'it' : 'them'}. Everything else goes on.
          </strong>
          <ul>
            {aside.map(({ command, aside: why }) => (
              <li key={command.id}>
                <span>
                  {commandWords(command)}, {say.when(Date.parse(command.at) / 1000, now)}
                  <Quiet>{why!.why}</Quiet>
                </span>
                <span className={styles.acts}>
                  <Button variant="outlined" onClick={() => outbox.tryAgain(command.id)}>
                    Try again
                  </Button>
                  <Button variant="text" color="error" onClick={() => void outbox.throwAway(command.id)}>
                    Throw away
                  </Button>
                </span>
              </li>
            ))}
          </ul>
          {held > 0 && (
            <Quiet>
              {held === 1 ? 'One entry waits' : `${held} entries wait`} for{' '}
              {aside.length === 1 ? 'it' : 'them'}.
            </Quiet>
          )}
        </Enamel>
      )}
    </div>
  );
}
