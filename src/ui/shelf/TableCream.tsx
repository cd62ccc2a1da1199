'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { tableCreams, thinnedBy, whipsFrom } from '@/core/separating/toFat';
import { kindWord } from '@/core/standing/lotKinds';
import type { SaidLotEvent } from '@/core/standing/lotEvents';
import type { LotView } from '@/server/shelf/views';
import { Door } from '../board/Door';
import { useSay } from '../frame/FarmContext';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import type { LotNow } from '../standing/lotNow';
import { UseCard } from '../standing/UseCard';
import { Quiet } from '../theme/Enamel';

/** Cream for the table: kept from the churn, thinned to a fat, or whipped. */
export function TableCream({ one, standing }: { one: LotNow; standing: LotView['standing'] }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const { lot, table, fatShare } = one;
  const [target, setTarget] = useState<(typeof tableCreams)[number]['key']>();
  const lean = standing.flatMap(({ id, kind, blockedReason, vessel, thins }) =>
    thins && (blockedReason !== null) === (lot.blockedReason !== null) && id !== lot.id
      ? [{ id, kind, name: vessel?.name ?? thins.code, ...thins }]
      : [],
  );
  const [chosen, setChosen] = useState<string>();
  const [typed, setTyped] = useState('');
  const thin = lean.find(({ id }) => id === chosen) ?? lean[0];
  const wanted = tableCreams.find(({ key }) => key === target);
  const { density } = one;
  const amount = understand(typed, {
    system: say.system,
    kinds: ['volume', 'mass'],
    bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[say.system],
    check: ({ kind, value }) =>
      value <= 0
        ? 'An amount above zero is needed.'
        : value > (kind === 'mass' ? lot.mass : one.volume) * 1.05
          ? `There is ${say.volume(one.volume)} of it.`
          : undefined,
  });
  const quantity = amount && 'quantity' in amount ? amount.quantity : undefined;
  const mass = Math.min(
    lot.mass,
    quantity ? (quantity.kind === 'mass' ? quantity.value : quantity.value * density) : lot.mass,
  );
  const mixed =
    thin && wanted && thin.mass > 0 ? thinnedBy(mass, fatShare, thin.fat / thin.mass, wanted.fat) : undefined;
  const short = mixed !== undefined && thin !== undefined && mixed.leanMass > thin.mass;
  const leaner = tableCreams.filter(({ fat }) => fat < fatShare - 0.005);
  const mean = (to: 'table' | 'churn') => {
    const event: SaidLotEvent = { id: newId(), atSeconds: clockSeconds(), kind: 'meant', for: to };
    void act(
      'lot.record',
      { lotId: lot.id, events: [event] },
      to === 'table' ? 'It is kept for the table: no churning asks for it.' : 'It may go to the churn.',
    );
  };
  return (
    <div className={styles.stack}>
      <Chips
        legend="It is meant for"
        chosen={table ? 'table' : 'churn'}
        onChoose={(to) => (to === (table ? 'table' : 'churn') ? undefined : mean(to))}
        choices={[
          { key: 'churn', name: 'The churn' },
          { key: 'table', name: 'The table', small: 'no churning asks for it' },
        ]}
      />
      {leaner.length > 0 && (
        <Door name="Thin it to a fat" value="half-and-half, light, whipping">
          <div className={styles.stack} style={{ paddingTop: 14 }}>
            {lean.length === 0 ? (
              <Quiet>No milk and no skim stands here to thin it with.</Quiet>
            ) : (
              <>
                <Chips
                  legend="To"
                  chosen={target}
                  onChoose={setTarget}
                  choices={leaner.map(({ key, name, fat }) => ({
                    key,
                    name,
                    small: text(spokenFraction(fat, 0)),
                  }))}
                />
                {lean.length > 1 && (
                  <Chips
                    legend="With"
                    chosen={thin!.id}
                    onChoose={setChosen}
                    choices={lean.map(({ id, name, kind, mass: there }) => ({
                      key: id,
                      name,
                      small: `${say.volume(there / 1.03)} of ${kindWord(kind)}`,
                    }))}
                  />
                )}
                {wanted && (
                  <QuantityField
                    label="How much of the cream"
                    typed={typed}
                    onTyped={setTyped}
                    understood={amount}
                    system={say.system}
                    hint={`all of it: ${say.volume(one.volume)}`}
                  />
                )}
                {wanted && mixed && thin && (
                  <>
                    <Quiet role="status">
                      {say.volume(mass / density)} of the cream and {say.volume(mixed.leanMass / 1.03)} of{' '}
                      {kindWord(thin.kind)} from {thin.name}: {say.volume(mixed.mass / 1.02)} of{' '}
                      {text(spokenFraction(wanted.fat, 0))}
                      {short
                        ? `. There is only ${say.volume(thin.mass / 1.03)} of it: enough for ${say.volume((mass * thin.mass) / mixed.leanMass / density)} of the cream.`
                        : '.'}
                    </Quiet>
                    <Button
                      variant="outlined"
                      size="large"
                      disabled={busy || short || (typed.trim() !== '' && !quantity)}
                      onClick={() =>
                        void act(
                          'lot.pour',
                          {
                            from: [
                              { lotId: lot.id, ...(mass < lot.mass ? { mass } : {}) },
                              { lotId: thin.id, mass: mixed.leanMass },
                            ],
                            lotId: newId(),
                            kind: 'cream',
                            cut: 'top',
                            celsius: one.celsius,
                          },
                          `${wanted.name}: ${say.volume(mixed.mass / 1.02)}, kept for the table.`,
                        )
                      }
                    >
                      It is mixed
                    </Button>
                  </>
                )}
              </>
            )}
            <RefusedSentence refused={refused} />
          </div>
        </Door>
      )}
      <Quiet>
        {fatShare >= whipsFrom
          ? `At ${text(spokenFraction(fatShare, 0))} it whips, cold: stop at soft or stiff peaks, well before it turns grainy.`
          : `At ${text(spokenFraction(fatShare, 0))} it does not hold air: whipping wants 30 % and more.`}
      </Quiet>
      {fatShare >= whipsFrom && <UseCard one={one} usual="whipped" />}
    </div>
  );
}
