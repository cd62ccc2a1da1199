'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Use } from '@/core/byProducts/uses';
import { mayGoTo, cautionsOfUse, purposeOf, uses } from '@/core/byProducts/uses';
import { creamDensity } from '@/core/dairy/creamDensity';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { toUse, useNames } from '../pail/usual';
import { Chips } from '../quantity/Chips';
import { QuantityField, understand } from '../quantity/QuantityField';
import { Enamel } from '../theme/Enamel';
import type { LotNow } from './lotNow';

/** Some of a lot, or all of it, to a named use. What is kept from people is offered to no use that feeds them. */
export function UseCard({ one, usual = 'pigs' }: { one: LotNow; usual?: Use }) {
  const say = useSay();
  const { act, refused } = useAct();
  const { lot } = one;
  const blocked = lot.blockedReason !== null;
  const safe = (use: Use) => mayGoTo(use, blocked) && !one.judged.mayNot[purposeOf[use] ?? 'pour'];
  const [chosen, setTo] = useState<Use>();
  // What was usual is offered only where it is safe for this lot, as it stands now.
  const to = chosen ?? ([usual, blocked ? 'spilled' : 'pigs'] satisfies Use[]).find(safe) ?? 'spoiled';
  const [typed, setTyped] = useState('');
  const amount = understand(typed, {
    system: say.system,
    kinds: ['volume', 'mass'],
    bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[say.system],
    check: ({ value }) => (value <= 0 ? 'An amount above zero is needed.' : undefined),
  });
  const quantity = amount && 'quantity' in amount ? amount.quantity : undefined;
  const mass =
    quantity &&
    (quantity.kind === 'mass'
      ? quantity.value
      : quantity.value * creamDensity(Math.min(0.6, one.fatShare), Math.max(0, Math.min(45, one.celsius))));
  return (
    <Enamel className={styles.stack} aria-label="Use some of it">
      <h2 style={{ margin: 0 }}>Use it</h2>
      <Chips
        legend="For"
        chosen={to}
        onChoose={setTo}
        choices={uses
          .filter((use) => mayGoTo(use, blocked))
          .map((use) => ({ key: use, name: useNames[use] }))}
      />
      <QuantityField
        label="How much"
        typed={typed}
        onTyped={setTyped}
        understood={amount}
        system={say.system}
        hint={`all of it: ${say.volume(one.volume)}`}
      />
      {purposeOf[to] && one.judged.mayNot[purposeOf[to]] && !blocked && (
        <Cautions
          cautions={[
            {
              key: 'mayNot',
              level: 'danger',
              says: `Not for that: ${say.words(one.judged.mayNot[purposeOf[to]]!)}.`,
            },
          ]}
        />
      )}
      <Cautions cautions={cautionsOfUse(to, { raw: lot.treatment === 'raw', blocked })} />
      <Button
        variant="outlined"
        disabled={typed.trim() !== '' && !quantity}
        onClick={() =>
          void act(
            'lot.use',
            { lotId: lot.id, to, ...(mass === undefined ? {} : { mass }) },
            `${quantity && mass !== undefined ? say.volume(mass / 1.02) : 'All of it'} ${toUse[to]}.`,
          ).then((done) => done && setTyped(''))
        }
      >
        {quantity ? 'Some' : 'All of it'} {toUse[to]}
      </Button>
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}
