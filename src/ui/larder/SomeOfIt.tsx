'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { spokenMass, text } from '@/core/quantities/formatQuantity';
import type { ButterShown } from '@/server/larder/views';
import { useSay } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { Field } from '../quantity/Field';
import styles from './Larder.module.css';
import { someOf } from './someOf';

const uses = [
  { key: 'eaten', name: 'Eaten', said: 'eaten' },
  { key: 'guests', name: 'Eaten with guests', said: 'eaten with guests' },
  { key: 'given', name: 'Given away', said: 'given away' },
  { key: 'sold', name: 'Sold', said: 'sold' },
  { key: 'baked', name: 'Baked with', said: 'baked with' },
  { key: 'spoiled', name: 'Thrown away', said: 'thrown away' },
] as const;
type Use = (typeof uses)[number]['key'];

/** Some of the piece in hand, or all of it, goes somewhere: how much, for what, and to whom if they want to say. */
export function SomeOfIt({ pat, unsafe }: { pat: ButterShown; unsafe: boolean }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  // What is not for people goes nowhere but away.
  const offered = unsafe ? uses.filter(({ key }) => key === 'spoiled') : uses;
  const [how, setHow] = useState<Use>(offered[0]!.key);
  const [typed, setTyped] = useState('');
  const [note, setNote] = useState('');
  const { understood, wrong, mass } = someOf(typed, pat.mass, say.system, say.mass);
  const each = pat.pieces?.each;
  const said = uses.find(({ key }) => key === how)!.said;
  const quick = [
    ...(each !== undefined && each < pat.mass * 0.98 ? [{ name: 'One piece', grams: each }] : []),
    { name: 'A quarter', grams: pat.mass / 4 },
    { name: 'Half', grams: pat.mass / 2 },
  ];
  async function write() {
    const went = await act(
      'butter.finish',
      {
        lotId: pat.lotId,
        ...(how === 'guests' ? { how: 'eaten', guests: true } : { how }),
        ...(mass === undefined ? {} : { mass }),
        ...(note.trim() ? { note: note.trim() } : {}),
      },
      `${mass === undefined ? `All of ${pat.code}` : `${say.mass(mass)} of ${pat.code}`} ${said}${note.trim() ? `: ${note.trim()}` : ''}.`,
    );
    if (!went) return;
    setTyped('');
    setNote('');
  }
  return (
    <div className={styles.form}>
      <Chips legend="For" chosen={how} onChoose={setHow} choices={offered} />
      <div className={styles.amount}>
        <QuantityField
          label="How much"
          typed={typed}
          onTyped={setTyped}
          understood={understood}
          system={say.system}
          hint={`all of it: ${say.mass(pat.mass)}`}
        />
        <div className={styles.quick}>
          {quick.map(({ name, grams }) => (
            <Button
              key={name}
              variant="outlined"
              onClick={() => setTyped(text(spokenMass(grams, say.system)))}
            >
              {name}
            </Button>
          ))}
        </div>
      </div>
      {(how === 'given' || how === 'sold' || how === 'spoiled') && (
        <Field
          label={how === 'spoiled' ? 'Why, if you want' : 'To whom, if you want'}
          value={note}
          onChange={(event) => setNote(event.target.value.slice(0, 120))}
        />
      )}
      <RefusedSentence refused={refused} />
      <Button
        variant="outlined"
        size="large"
        disabled={busy || wrong}
        onClick={() => void write()}
        sx={{ minHeight: 64 }}
      >
        {mass === undefined ? 'All of it' : say.mass(mass)} {said}
      </Button>
    </div>
  );
}
