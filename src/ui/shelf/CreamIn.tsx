'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { FatMethod } from '@/core/dairy/creamFat';
import { fatMethods, richestCream, usualCreams } from '@/core/dairy/creamFat';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { ShelfView } from '@/server/shelf/views';
import { amountRules } from '../churning/plan/creamRules';
import { useSay } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { freeVessels } from '../pail/usual';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import type { SaidWhen } from '../quantity/saidWhen';
import { justNow, momentOf, whenTold } from '../quantity/saidWhen';
import { understand } from '../quantity/understand';
import { WhenItWas } from '../quantity/WhenItWas';
import { Enamel } from '../theme/Enamel';

/** Cream that was bought, or separated before anyone wrote it down. */
export function CreamIn({ view, onDone }: { view: ShelfView; onDone: () => void }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const [typed, setTyped] = useState('');
  const [cream, setCream] = useState<string>('heavy');
  const [fatTyped, setFatTyped] = useState('');
  const [treatment, setTreatment] = useState<'pasteurised' | 'raw' | 'longlife'>('pasteurised');
  const [vesselId, setVesselId] = useState('none');
  const [place, setPlace] = useState<'fridge' | 'freezer'>('fridge');
  const [when, setWhen] = useState<SaidWhen>(justNow);
  const amount = understand(typed, amountRules(say.system));
  const fat = understand(fatTyped, {
    system: say.system,
    kinds: ['fraction'],
    bareUnit: '%',
    check: ({ value }) =>
      value > richestCream
        ? `${text(spokenFraction(value))} is butter already: cream holds at most 60 % fat.`
        : value < 0.08
          ? `${text(spokenFraction(value))} is milk: it comes in on the Pail.`
          : undefined,
  });
  const usual = usualCreams.find(({ key }) => key === cream);
  const known: { fat: number; method: FatMethod } | undefined = usual
    ? { fat: usual.fat, method: usual.method }
    : fat && 'quantity' in fat
      ? { fat: fat.quantity.value, method: 'label' }
      : undefined;
  const quantity = amount && 'quantity' in amount ? amount.quantity : undefined;
  return (
    <Enamel className={styles.stack} aria-label="Cream in">
      <h2 style={{ margin: 0 }}>Cream that comes in</h2>
      <QuantityField
        label="How much cream"
        typed={typed}
        onTyped={setTyped}
        understood={amount}
        system={say.system}
        hint={say.system === 'metric' ? '1.5 L, or 900 g' : '2 pints, or 2 lb'}
      />
      <Chips
        legend="How rich"
        chosen={cream}
        onChoose={setCream}
        choices={[
          ...usualCreams.map(({ key, name, fat: rich }) => ({
            key: key as string,
            name,
            small: text(spokenFraction(rich, 0)),
          })),
          { key: 'light', name: 'Another', small: 'as the label says' },
        ]}
      />
      {!usual && (
        <QuantityField
          label="Fat on the label"
          typed={fatTyped}
          onTyped={setFatTyped}
          understood={fat}
          system={say.system}
          hint="38 %"
        />
      )}
      <Chips
        legend="Raw or heated"
        chosen={treatment}
        onChoose={setTreatment}
        choices={[
          { key: 'pasteurised', name: 'Pasteurised' },
          { key: 'raw', name: 'Raw' },
          { key: 'longlife', name: 'Long-life', small: 'or homogenised' },
        ]}
      />
      <Chips
        legend="In"
        chosen={vesselId}
        onChoose={setVesselId}
        choices={[
          { key: 'none', name: 'Its own tub' },
          ...freeVessels(view, 'cream').map(({ id, name, capacity }) => ({
            key: id,
            name,
            small: say.volume(capacity),
          })),
        ]}
      />
      <Chips
        legend="Kept"
        chosen={place}
        onChoose={setPlace}
        choices={[
          { key: 'fridge', name: 'Fridge' },
          { key: 'freezer', name: 'Freezer' },
        ]}
      />
      <WhenItWas legend="It came" when={when} onWhen={setWhen} offered="told" longestDays={14} />
      <div className={styles.steps}>
        <Button
          variant="contained"
          disabled={busy || !quantity || !known || momentOf(when, 0) === undefined}
          onClick={() =>
            void act(
              'cream.in',
              {
                lotId: newId(),
                mass:
                  quantity!.kind === 'mass' ? quantity!.value : quantity!.value * creamDensity(known!.fat, 4),
                fat: known!.fat,
                fatSd: fatMethods[known!.method].sd,
                fatMethod: known!.method,
                treatment: treatment === 'raw' ? 'raw' : 'pasteurised',
                homogenised: treatment === 'longlife',
                vesselId: vesselId === 'none' ? null : vesselId,
                place,
                ...whenTold(when, clockSeconds()),
                celsius: place === 'freezer' ? -18 : 4,
              },
              `${quantity!.kind === 'mass' ? say.mass(quantity!.value) : say.volume(quantity!.value)} of cream is on the shelf.`,
            ).then((done) => done && onDone())
          }
        >
          Put it on the shelf
        </Button>
        <Button variant="text" onClick={onDone}>
          Not now
        </Button>
      </div>
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}
