'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Storage } from '@/core/keeping/keepingDate';
import { storages } from '@/core/keeping/keepingDate';
import { storageWords } from '../churning/words';
import { useSay } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { Chips } from '../quantity/Chips';
import { Field } from '../quantity/Field';
import { QuantityField } from '../quantity/QuantityField';
import type { SaidWhen } from '../quantity/saidWhen';
import { justNow, momentOf } from '../quantity/saidWhen';
import { understand } from '../quantity/understand';
import { WhenItWas } from '../quantity/WhenItWas';
import { Enamel, Quiet } from '../theme/Enamel';

/** Butter is written down up to so long after it was made, days. */
const longest = 400;

/** Butter from before the books were kept, or bought, with what is known of it. */
export function ButterIn({ onDone }: { onDone: () => void }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const [typed, setTyped] = useState('');
  const [name, setName] = useState('');
  const [from, setFrom] = useState<'own' | 'bought'>('own');
  const [known, setKnown] = useState<'known' | 'unknown'>('known');
  const [when, setWhen] = useState<SaidWhen>(justNow);
  const [salted, setSalted] = useState<'salted' | 'unsalted'>('salted');
  const [cream, setCream] = useState<'pasteurised' | 'raw'>('pasteurised');
  const [washed, setWashed] = useState<'washed' | 'not'>('washed');
  const [storage, setStorage] = useState<Storage>('fridge');
  const understood = understand(typed, {
    system: say.system,
    kinds: ['mass'],
    bareUnit: { metric: 'g', us: 'lb', imperial: 'lb' }[say.system],
    check: ({ value }) => (value <= 0 ? 'Butter weighs more than nothing.' : undefined),
  });
  const quantity = understood && 'quantity' in understood ? understood.quantity : undefined;
  const at = momentOf(when, clockSeconds());
  return (
    <Enamel className={styles.stack} aria-label="Butter that was there before">
      <h2 style={{ margin: 0 }}>Butter that was there before</h2>
      <QuantityField
        label="How much butter"
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint={say.system === 'metric' ? '500 g' : '1 lb'}
      />
      <Chips
        legend="Where from"
        chosen={from}
        onChoose={setFrom}
        choices={[
          { key: 'own', name: 'My own, of before' },
          { key: 'bought', name: 'Bought or given' },
        ]}
      />
      <Chips
        legend="When it was made"
        chosen={known}
        onChoose={setKnown}
        choices={[
          { key: 'known', name: 'About known' },
          { key: 'unknown', name: 'Nobody knows', small: 'dated from today' },
        ]}
      />
      {known === 'known' && (
        <WhenItWas legend="Made" when={when} onWhen={setWhen} offered="told" longestDays={longest} />
      )}
      <Chips
        legend="Salt"
        chosen={salted}
        onChoose={setSalted}
        choices={[
          { key: 'salted', name: 'Salted' },
          { key: 'unsalted', name: 'Unsalted' },
        ]}
      />
      <Chips
        legend="Of what cream"
        chosen={cream}
        onChoose={setCream}
        choices={[
          { key: 'pasteurised', name: 'Pasteurised' },
          { key: 'raw', name: 'Raw' },
        ]}
      />
      <Chips
        legend="Washed"
        chosen={washed}
        onChoose={setWashed}
        choices={[
          { key: 'washed', name: 'Washed clear' },
          { key: 'not', name: 'Not, or not known', small: 'keeps days' },
        ]}
      />
      <Chips
        legend="Kept in the"
        chosen={storage}
        onChoose={setStorage}
        choices={storages.map((key) => ({ key, name: storageWords[key] }))}
      />
      <Field
        label="Its name"
        value={name}
        onChange={({ target }) => setName(target.value)}
        slotProps={{ htmlInput: { maxLength: 60 } }}
        helperText="May be left."
      />
      <div className={styles.steps}>
        <Button
          variant="contained"
          disabled={busy || !quantity || (known === 'known' && at === undefined)}
          onClick={() =>
            void act(
              'butter.enter',
              {
                lotId: newId(),
                mass: quantity!.value,
                name: name.trim(),
                ...(known === 'known' ? { madeOn: say.dateOf(at!) } : {}),
                salted: salted === 'salted',
                raw: cream === 'raw',
                washed: washed === 'washed',
                bought: from === 'bought',
                storage,
              },
              `${say.mass(quantity!.value)} of butter stands in the larder.`,
            ).then((done) => done && onDone())
          }
        >
          Put it in the larder
        </Button>
        <Button variant="text" onClick={onDone}>
          Not now
        </Button>
      </div>
      <RefusedSentence refused={refused} />
      <Quiet>It counts as butter you have, never as butter you made.</Quiet>
    </Enamel>
  );
}
