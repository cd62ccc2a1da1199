'use client';

import { useState } from 'react';
import type { YearTried } from '@/core/planning/yearTried';
import type { YearView } from '@/server/ledger/views';
import { newId } from '../../outbox/newId';
import { RefusedSentence } from '../../outbox/RefusedSentence';
import { useAct } from '../../outbox/useAct';
import { Field } from '../../quantity/Field';
import { Quiet } from '../../theme/Enamel';
import { Press } from '../../theme/Press';
import styles from './YearAhead.module.css';

/** Years that were tried and kept under a name: taken up again, or let go. */
export function Futures({
  futures,
  tried,
  onTake,
}: {
  futures: YearView['futures'];
  /** What is tried now, to be kept; nothing where nothing is. */
  tried: YearTried | undefined;
  onTake: (tried: YearTried) => void;
}) {
  const { act, refused, busy } = useAct();
  const [name, setName] = useState('');
  const keep = () =>
    tried &&
    act('future.keep', { id: newId(), name: name.trim(), tried }, `Kept as “${name.trim()}”.`, false).then(
      (done) => done && setName(''),
    );
  return (
    <div className={styles.inside}>
      {futures.length > 0 && (
        <ul className={styles.ways}>
          {futures.map(({ id, name: called, tried: was }) => (
            <li key={id}>
              <Press onClick={() => onTake(was)}>{called}</Press>
              <Press
                look="word"
                disabled={busy}
                aria-label={`Forget ${called}`}
                onClick={() =>
                  void act('future.drop', { id }, `“${called}” is forgotten.`, {
                    name: 'future.keep',
                    input: { id, name: called, tried: was },
                  })
                }
              >
                Forget
              </Press>
            </li>
          ))}
        </ul>
      )}
      {tried ? (
        <div className={styles.pair}>
          <Field
            label="Keep what is tried now as"
            value={name}
            onChange={({ target }) => setName(target.value.slice(0, 60))}
          />
          <Press disabled={busy || name.trim() === ''} onClick={() => void keep()}>
            Keep
          </Press>
        </div>
      ) : (
        <Quiet>Try something, and it can be kept here under a name.</Quiet>
      )}
      <RefusedSentence refused={refused} />
    </div>
  );
}
