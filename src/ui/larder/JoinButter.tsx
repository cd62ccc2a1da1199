'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { ButterShown } from '@/server/larder/views';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Field } from '../quantity/Field';
import { QuantityField } from '../quantity/QuantityField';
import { Quiet } from '../theme/Enamel';
import { mixedIn, ownName } from './butterStanding';
import styles from './Larder.module.css';
import { someOf } from './someOf';

/** The piece in hand, or some of it, worked into one with other butter. */
export function JoinButter({ pat, others }: { pat: ButterShown; others: readonly ButterShown[] }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [typed, setTyped] = useState('');
  const [name, setName] = useState('');
  const { understood, wrong, mass } = someOf(typed, pat.mass, say.system, say.mass);
  const some = mass !== undefined && mass < pat.mass;
  const with_ = others.filter(({ lotId }) => chosen.includes(lotId));
  const total = (mass ?? pat.mass) + with_.reduce((sum, one) => sum + one.mass, 0);
  return (
    <div className={styles.form}>
      <fieldset className={styles.joins}>
        <legend>Worked together with</legend>
        {others.map((one) => (
          <label key={one.lotId}>
            <input
              type="checkbox"
              checked={chosen.includes(one.lotId)}
              onChange={({ target }) =>
                setChosen(
                  target.checked ? [...chosen, one.lotId] : chosen.filter((lotId) => lotId !== one.lotId),
                )
              }
            />{' '}
            {one.code}, {ownName(one) ?? (mixedIn(one) || (one.salted ? 'salted' : 'unsalted'))},{' '}
            {say.mass(one.mass)}
          </label>
        ))}
      </fieldset>
      <QuantityField
        label={`How much of ${pat.code}`}
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint={`all of it: ${say.mass(pat.mass)}`}
      />
      <Field
        label="Name of the new piece"
        value={name}
        onChange={({ target }) => setName(target.value)}
        slotProps={{ htmlInput: { maxLength: 60 } }}
        helperText="May be left."
      />
      <Button
        variant="outlined"
        size="large"
        disabled={busy || wrong || with_.length === 0}
        sx={{ minHeight: 64 }}
        onClick={() =>
          void act(
            'butter.join',
            {
              lotId: newId(),
              from: [
                { lotId: pat.lotId, ...(some ? { mass } : {}) },
                ...with_.map(({ lotId }) => ({ lotId })),
              ],
              name: name.trim(),
            },
            `${say.mass(total)} of butter, worked into one of ${[pat, ...with_].map(({ code }) => code).join(' and ')}.`,
          )
        }
      >
        {with_.length === 0 ? 'Work into one' : `Work into one: ${say.mass(total)}`}
      </Button>
      <RefusedSentence refused={refused} />
      <Quiet>
        It keeps no longer than the oldest of them, and holds what any of them holds. It gets its own code and
        label.
      </Quiet>
    </div>
  );
}
