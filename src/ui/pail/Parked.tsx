'use client';

import type { ParkedShown } from '@/server/pail/views';
import { useSay } from '../frame/FarmContext';
import { useAct } from '../outbox/useAct';
import styles from './Pail.module.css';
import { Press } from '../theme/Press';

/** Late entries that could not be booked as they were: each with the question it raises, until somebody answers. */
export function ParkedEntries({ parked }: { parked: readonly ParkedShown[] }) {
  const say = useSay();
  const { act } = useAct();
  return parked.map(({ commandId, name, question, device, atSeconds }) => (
    <section key={commandId} className={styles.parked} aria-label="An entry that came late">
      <p>
        <strong>{name === 'batch.begin' ? 'It does not add up.' : 'Set aside.'}</strong> {question}
      </p>
      <p>
        Written {say.clock(atSeconds)} on “{device}”.
      </p>
      <div className={styles.steps}>
        {name === 'lot.use' && (
          <Press
            look="main"
            onClick={() =>
              void act(
                'parked.settle',
                { commandId, how: 'takeWhatIsLeft' },
                'Booked with what is left.',
                false,
              )
            }
          >
            Take what is left
          </Press>
        )}
        <Press
          look="quiet"
          onClick={() =>
            void act(
              'parked.settle',
              { commandId, how: 'letGo' },
              name === 'batch.begin' ? 'Noted; it stays on record.' : 'Let go; it stays on record.',
              false,
            )
          }
        >
          {name === 'batch.begin' ? 'Noted' : 'It was counted already'}
        </Press>
      </div>
    </section>
  ));
}
