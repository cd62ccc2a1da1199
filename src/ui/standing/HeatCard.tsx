'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel } from '../theme/Enamel';
import type { LotNow } from './lotNow';

const ways = {
  batch: { how: 'pasteurised', name: 'Held', celsius: 66, minutes: 30 },
  quick: { how: 'pasteurised', name: 'Quick', celsius: 75, minutes: 0.25 },
  boiled: { how: 'boiled', name: 'Boiled', celsius: 98, minutes: 2 },
  yoghurt: { how: 'pasteurised', name: 'For yoghurt', celsius: 85, minutes: 10 },
  other: { how: 'pasteurised', name: 'As read', celsius: 0, minutes: 0 },
} as const;

/** Pasteurising or boiling, with its caution and its record. */
export function HeatCard({ one }: { one: LotNow }) {
  const say = useSay();
  const { act, refused } = useAct();
  const offered = (Object.keys(ways) as (keyof typeof ways)[]).filter(
    (key) => key !== 'yoghurt' || one.lot.kind === 'milk' || one.lot.kind === 'skim',
  );
  const [way, setWay] = useState<keyof typeof ways>('batch');
  const [celsiusTyped, setCelsius] = useState('');
  const [minutesTyped, setMinutes] = useState('');
  const heat = understand(celsiusTyped, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
  });
  const held = understand(minutesTyped, { system: say.system, kinds: ['duration'], bareUnit: 'min' });
  const celsius =
    way === 'other' ? (heat && 'quantity' in heat ? heat.quantity.value : undefined) : ways[way].celsius;
  const minutes =
    way === 'other' ? (held && 'quantity' in held ? held.quantity.value : undefined) : ways[way].minutes;
  return (
    <Enamel className={styles.stack} aria-label="Heat it">
      <h2 style={{ margin: 0 }}>Pasteurise or boil it</h2>
      <Chips
        legend="It was brought to"
        chosen={way}
        onChoose={setWay}
        choices={offered.map((key) => ({
          key,
          name: ways[key].name,
          small:
            key === 'other'
              ? 'thermometer and clock'
              : key === 'boiled'
                ? 'cooled, skimmed daily'
                : `${say.temperature(ways[key].celsius)}, ${ways[key].minutes < 1 ? '15 s' : `${ways[key].minutes} min`}`,
        }))}
      />
      {way === 'other' && (
        <div className={styles.pair}>
          <QuantityField
            label="Temperature throughout"
            typed={celsiusTyped}
            onTyped={setCelsius}
            understood={heat}
            system={say.system}
            hint={say.temperature(74)}
          />
          <QuantityField
            label="Held for"
            typed={minutesTyped}
            onTyped={setMinutes}
            understood={held}
            system={say.system}
            hint="30 min"
          />
        </div>
      )}
      <Cautions
        cautions={[
          {
            key: 'pasteurise',
            level: 'caution',
            says: `Common code figures for cream: ${say.temperature(66)} for 30 min or ${say.temperature(75)} for 15 s throughout, with a checked thermometer and hot air above it, then chill fast to ${say.temperature(7)}. Your local code decides; some ask more.`,
          },
          {
            key: 'scald',
            level: 'danger',
            says: 'Hot milk and steam burn, and milk boils over in a moment: stay with it.',
          },
        ]}
      />
      <Button
        variant="outlined"
        disabled={celsius === undefined || minutes === undefined}
        onClick={() =>
          void act(
            'lot.record',
            {
              lotId: one.lot.id,
              events: [
                {
                  id: newId(),
                  atSeconds: clockSeconds(),
                  kind: 'heated',
                  how: ways[way].how,
                  celsius,
                  minutes,
                },
              ],
            },
            way === 'yoghurt'
              ? `Heated to ${say.temperature(celsius!)}. Live yoghurt goes in at ${say.temperature(44)} and under.`
              : `${ways[way].how === 'boiled' ? 'Boiled' : 'Pasteurised'} at ${say.temperature(celsius!)}. Chill it fast now.`,
          )
        }
      >
        Write it down
      </Button>
      <RefusedSentence refused={refused} />
    </Enamel>
  );
}
