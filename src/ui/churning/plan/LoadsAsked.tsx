'use client';

import { percent } from '@/core/quantities/formatQuantity';
import { useState } from 'react';
import type { Loads } from '@/core/churning/splitLoads';
import { splitLoads } from '@/core/churning/splitLoads';
import { useSay } from '../../frame/FarmContext';
import { Chips } from '../../quantity/Chips';
import { Field } from '../../quantity/Field';
import styles from './PlanChurning.module.css';

/** Most loads of one batch. */
const mostLoads = 60;

/** How many loads it is churned in: as leaves the churn half full, all in one knowingly, a jar each, or so many as they say. */
export function LoadsAsked({
  loads,
  volume,
  capacity,
  chosen,
  jars,
  churn,
  onLoads,
}: {
  loads: Loads;
  /** mL of all the cream, and of the churn to the brim. */
  volume: number;
  capacity: number;
  /** As the maker said; undefined for as many as leave it half full. */
  chosen: number | undefined;
  /** Vessels the cream stands in. */
  jars: number;
  churn: string;
  onLoads: (loads: number | undefined) => void;
}) {
  const say = useSay();
  const [own, setOwn] = useState('');
  const usual = splitLoads(volume, capacity);
  const full = (many: number) => `${percent(volume / many / capacity, 0)} full`;
  const offered = [
    {
      key: 'usual',
      name: usual.loads === 1 ? 'One load' : `${usual.loads} loads`,
      small: `${full(usual.loads)}${usual.loads === 1 ? '' : ' each'}`,
    },
    ...(usual.loads > 1 && usual.fillAtOnce <= 1
      ? [{ key: '1', name: 'All in one', small: `${full(1)}, I know` }]
      : []),
    ...(jars > 1 && jars !== usual.loads
      ? [{ key: String(jars), name: 'Each jar a load', small: `${jars}, about ${full(jars)}` }]
      : []),
    { key: 'own', name: 'As many as I say', small: undefined },
  ];
  const key =
    own !== '' || (chosen !== undefined && !offered.some((one) => one.key === String(chosen)))
      ? 'own'
      : chosen === undefined
        ? 'usual'
        : String(chosen);
  return (
    <div className={styles.loads}>
      {loads.loads > 1 && (
        <p role="note">
          <strong>
            {loads.loads} loads of {say.volume(loads.volumeEach)}
          </strong>
          {loads.fillAtOnce > 0.5 &&
            ` All at once it would fill the ${churn.toLowerCase()} ${percent(loads.fillAtOnce, 0)}.`}
        </p>
      )}
      {loads.fillEach > 0.5 && (
        <p>
          Over half full, whipped cream has little room to fall, and takes much longer: the time above is for{' '}
          {full(loads.loads)}.
        </p>
      )}
      <Chips
        legend="In how many loads"
        chosen={key}
        onChoose={(to) => {
          setOwn(to === 'own' ? String(chosen ?? usual.loads) : '');
          onLoads(to === 'usual' ? undefined : to === 'own' ? (chosen ?? usual.loads) : Number(to));
        }}
        choices={offered}
      />
      {key === 'own' && (
        <Field
          label="Loads"
          value={own === '' ? String(chosen ?? '') : own}
          onChange={(event) => {
            setOwn(event.target.value);
            const many = Number(event.target.value);
            if (Number.isInteger(many) && many >= 1 && many <= mostLoads) onLoads(many);
          }}
          error={!/^([1-9]|[1-5]\d|60)$/.test(own === '' ? String(chosen ?? '') : own)}
          helperText={`A whole number, 1 to ${mostLoads}`}
          slotProps={{ htmlInput: { inputMode: 'numeric', maxLength: 2 } }}
        />
      )}
    </div>
  );
}
