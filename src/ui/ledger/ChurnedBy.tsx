'use client';

import { useState } from 'react';
import { longestName } from '@/core/people/personName';
import type { BatchView } from '@/server/churning/views';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { Field } from '../quantity/Field';
import { Press } from '../theme/Press';
import styles from './BatchPage.module.css';

const nobody = 'nobody said';
const another = 'somebody else';

/** Who churned it: one of those who did before, or somebody new. */
export function ChurnedBy({ view: { id: batchId, maker, makers } }: { view: BatchView }) {
  const { act, refused, busy } = useAct();
  const [typed, setTyped] = useState<string>();
  const say = (to: string | null) =>
    act('batch.maker', { batchId, maker: to }, to === null ? 'Nobody is named.' : `${to} churned it.`, {
      name: 'batch.maker',
      input: { batchId, maker },
    });
  const names = [...new Set([...makers, ...(maker === null ? [] : [maker])])];
  const asked = typed !== undefined || names.length === 0;
  return (
    <div className={styles.by}>
      {names.length > 0 && (
        <Chips
          legend="Who churned it"
          chosen={typed === undefined ? (maker ?? nobody) : another}
          onChoose={(key) => {
            if (key === another) return setTyped('');
            setTyped(undefined);
            const to = key === nobody ? null : key;
            if (to !== maker) void say(to);
          }}
          choices={[
            ...names.map((name) => ({ key: name, name })),
            { key: another, name: 'Somebody else' },
            { key: nobody, name: 'Not said' },
          ]}
        />
      )}
      {asked && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (!typed?.trim()) return;
            void say(typed.trim()).then((done) => done && setTyped(undefined));
          }}
        >
          <Field
            label="Who churned it, by name"
            value={typed ?? ''}
            onChange={(event) => setTyped(event.target.value)}
            slotProps={{ htmlInput: { maxLength: longestName, autoComplete: 'off' } }}
          />
          <Press type="submit" disabled={busy || !typed?.trim()}>
            Write it down
          </Press>
        </form>
      )}
      <RefusedSentence refused={refused} />
    </div>
  );
}
