'use client';

import { useState } from 'react';
import type { PailView } from '@/server/pail/views';
import { Cautions } from '../caution/Caution';
import { useAct } from '../outbox/useAct';
import { Quiet } from '../theme/Enamel';
import styles from './Pail.module.css';
import { counted } from '@/core/quantities/counted';
import { list } from '@/core/quantities/list';
import { Press } from '../theme/Press';

const steps = [
  ['rinse', 'Cold rinse first', 'heat sets milk protein on the surface'],
  ['wash', 'Hot wash, with detergent', ''],
  ['rinseAgain', 'Rinse', ''],
  ['scald', 'Scald or sanitise, and let it dry in the air', ''],
] as const;

/** What was used and not cleaned since, and the four steps in their order. */
export function Cleaning({ view }: { view: PailView }) {
  const { act } = useAct();
  const [done, setDone] = useState<ReadonlySet<string>>(new Set());
  const standing = new Set(view.lots.flatMap(({ vessel }) => (vessel ? [vessel.id] : [])));
  const dirty = view.vessels.filter(({ id }) => view.dirty.includes(id) && !standing.has(id));
  if (dirty.length === 0) return null;
  return (
    <details>
      <summary className={styles.summary}>To clean: {list(dirty.map(({ name }) => name))}</summary>
      <div className={styles.stack}>
        <fieldset className={styles.group}>
          <legend>In this order</legend>
          {steps.map(([key, name, why]) => (
            <label key={key} className={styles.check}>
              <input
                type="checkbox"
                checked={done.has(key)}
                onChange={(event) =>
                  setDone((before) => {
                    const next = new Set(before);
                    if (event.target.checked) next.add(key);
                    else next.delete(key);
                    return next;
                  })
                }
              />
              <span>
                {name}
                {why && <span style={{ color: 'var(--quiet)' }}>: {why}</span>}
              </span>
            </label>
          ))}
        </fieldset>
        <Cautions
          cautions={[
            {
              key: 'scald',
              level: 'caution',
              says: 'Boiling water and strong detergent burn: gloves on, lids off first. Wood is scalded, then soaked cold before butter touches it.',
            },
          ]}
        />
        <div className={styles.steps}>
          <Press
            look="quiet"
            onClick={() =>
              void act(
                'cleaning.record',
                {
                  vesselIds: dirty.map(({ id }) => id),
                  steps:
                    done.size > 0
                      ? steps.map(([key]) => key).filter((key) => done.has(key))
                      : steps.map(([key]) => key),
                },
                done.size > 0 && done.size < steps.length
                  ? 'Written down, with the steps that were done.'
                  : 'All clean.',
                false,
              ).then(() => setDone(new Set()))
            }
          >
            {done.size > 0 && done.size < steps.length ? 'Write these down' : 'All four done'}
          </Press>
        </div>
        <Quiet>
          Taken apart while it is wet; dried milk holds on.
          {dirty.map(({ id, name, equipment: { discs, parts = [] } }) =>
            parts.length === 0 ? null : (
              <span key={id}>
                {' '}
                {name}: {counted(parts.length, 'part')}
                {discs === undefined ? '' : ` and ${counted(discs, 'disc')}`} go through the wash, and are
                counted out of it.
              </span>
            ),
          )}
        </Quiet>
      </div>
    </details>
  );
}
