'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { kindWord } from '@/core/standing/lotKinds';
import type { Place } from '@/core/standing/places';
import type { Vessel } from '@/server/pail/views';
import type { LotView } from '@/server/shelf/views';
import { usePlaces, useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { freeVessels } from '../pail/usual';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel } from '../theme/Enamel';
import type { LotNow } from './lotNow';
import { sayMuch } from './lotNow';

type StandsThere = LotView['standing'][number];

/** Some of a lot, or all of it, into another vessel: milk of a pail into two jars, skim into the freezer. */
export function PourCard({
  one,
  house,
}: {
  one: LotNow;
  house: { vessels: readonly Vessel[]; lots: readonly StandsThere[] };
}) {
  const say = useSay();
  const places = usePlaces();
  const { act, refused, busy } = useAct();
  const { lot } = one;
  const [typed, setTyped] = useState('');
  const [into, setInto] = useState<string>();
  const [place, setPlace] = useState<Place>();
  const amount = understand(typed, {
    system: say.system,
    kinds: ['volume', 'mass'],
    bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[say.system],
    check: ({ value }) => (value <= 0 ? 'An amount above zero is needed.' : undefined),
  });
  const { density } = one;
  const quantity = amount && 'quantity' in amount ? amount.quantity : undefined;
  const mass = quantity && (quantity.kind === 'mass' ? quantity.value : quantity.value * density);
  const over = mass !== undefined && mass > lot.mass * 1.05;
  const what = lot.kind === 'milk' ? 'milk' : 'cream';
  const free = freeVessels(house, what).filter(({ id }) => id !== lot.vessel?.id);
  const onto = house.lots.filter(
    (other) =>
      other.id !== lot.id &&
      other.kind === lot.kind &&
      other.vessel !== null &&
      (other.blockedReason !== null) === (lot.blockedReason !== null),
  );
  const chosen = into ?? free[0]?.id ?? 'none';
  const ontoLot = onto.find(({ vessel }) => vessel!.id === chosen);
  const name =
    ontoLot?.vessel!.name ??
    free.find(({ id }) => id === chosen)?.name ??
    (chosen === 'none' ? 'a jar' : 'it');
  const stands = place ?? one.story?.place ?? 'fridge';
  const much =
    quantity && mass !== undefined
      ? sayMuch({ lot: { ...lot, mass }, volume: mass / density }, say)
      : 'All of it';
  return (
    <Enamel className={styles.stack} aria-label="Pour it">
      <h2 style={{ margin: 0 }}>Pour it into another</h2>
      <QuantityField
        label="How much to pour"
        typed={typed}
        onTyped={setTyped}
        understood={over ? { wrong: `There is ${sayMuch(one, say)} of it.` } : amount}
        system={say.system}
        hint={`all of it: ${sayMuch(one, say)}`}
      />
      <Chips
        legend="Into"
        chosen={chosen}
        onChoose={setInto}
        choices={[
          ...free.map(({ id, name: called, capacity }) => ({
            key: id,
            name: called,
            small: say.volume(capacity),
          })),
          ...onto.map(({ vessel }) => ({
            key: vessel!.id,
            name: vessel!.name,
            small: `onto its ${kindWord(lot.kind)}`,
          })),
          { key: 'none', name: 'A jar', small: 'no name' },
        ]}
      />
      {!ontoLot && (
        <Chips
          legend="It stands then"
          chosen={stands}
          onChoose={setPlace}
          choices={(['fridge', 'cool', 'room', 'freezer'] as const).map((key) => ({
            key,
            name: places[key].name,
            small: say.temperature(places[key].celsius),
          }))}
        />
      )}
      <Button
        variant="outlined"
        disabled={busy || over || (typed.trim() !== '' && !quantity)}
        onClick={() =>
          void act(
            'lot.pour',
            {
              from: [{ lotId: lot.id, ...(mass === undefined ? {} : { mass: Math.min(mass, lot.mass) }) }],
              lotId: newId(),
              kind: lot.kind,
              ...(ontoLot
                ? { intoLotId: ontoLot.id }
                : { vesselId: chosen === 'none' ? null : chosen, place: stands }),
              celsius: one.celsius,
            },
            `${much} of the ${kindWord(lot.kind)} poured into ${name}.`,
          ).then((done) => done && setTyped(''))
        }
      >
        Pour {quantity ? much : 'all of it'} into {name}
      </Button>
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}
