'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { Use } from '@/server/pail/views';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { toUse, useNames } from '../pail/usual';
import { Chips } from '../quantity/Chips';
import { QuantityField, understand } from '../quantity/QuantityField';
import { Enamel } from '../theme/Enamel';
import type { LotNow } from './useStory';

const forPeople: readonly Use[] = ['drunk', 'baked', 'yoghurt', 'curd', 'sold'];
const all: readonly Use[] = [
  'drunk',
  'baked',
  'yoghurt',
  'curd',
  'sold',
  'pigs',
  'hens',
  'calves',
  'soap',
  'spilled',
  'spoiled',
];

/** Some of a lot, or all of it, to a named use. What is kept from people is offered to no use that feeds them. */
export function UseCard({ one, usual = 'pigs' }: { one: LotNow; usual?: Use }) {
  const say = useSay();
  const { act, refused } = useAct();
  const { lot } = one;
  const blocked = lot.blockedReason !== null;
  const [to, setTo] = useState<Use>(blocked && forPeople.includes(usual) ? 'calves' : usual);
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
        choices={all
          .filter((use) => !blocked || !forPeople.includes(use))
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
      {lot.treatment === 'raw' && (to === 'drunk' || to === 'sold') && (
        <Cautions
          cautions={[
            {
              key: 'raw',
              level: 'caution',
              says: 'Raw milk can carry dangerous bacteria, most of all for pregnant women, infants, the old and the ill. Selling it is restricted or forbidden in many places: ask the local authority.',
            },
          ]}
        />
      )}
      {blocked && (to === 'calves' || to === 'pigs' || to === 'hens') && (
        <Cautions
          cautions={[
            {
              key: 'withdrawal',
              level: 'caution',
              says: 'Milk under medicine goes to no animal without asking the vet.',
            },
          ]}
        />
      )}
      {(to === 'pigs' || to === 'hens') && (
        <Cautions
          cautions={[
            {
              key: 'ask',
              level: 'caution',
              says: 'Some laws forbid feeding animals what passed through a kitchen: ask.',
            },
          ]}
        />
      )}
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
      {refused && (
        <p className={styles.refused} role="alert">
          {refused.message}
        </p>
      )}
    </Enamel>
  );
}
