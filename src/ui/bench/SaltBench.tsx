'use client';

import { useState } from 'react';
import { saltWays } from '@/core/salting/saltWays';
import type { SaltDraft } from '../churning/finish/SaltChooser';
import { readSalt, SaltChooser } from '../churning/finish/SaltChooser';
import { useFarm, useSay } from '../frame/FarmContext';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel } from '../theme/Enamel';
import styles from './Bench.module.css';
import { butterFat, churnEfficiency } from './usual';

/** Salt for some butter, said in every way it is measured. */
export function SaltBench() {
  const say = useSay();
  const { saltTeaspoon, usualSalt } = useFarm();
  const [typed, setTyped] = useState(say.system === 'metric' ? '500 g' : '1 lb');
  const [salt, setSalt] = useState<SaltDraft>({ way: 'share', typed: '1.6 %', kind: usualSalt ?? 'fine' });
  const butter = understand(typed, {
    system: say.system,
    kinds: ['mass'],
    bareUnit: say.system === 'metric' ? 'g' : 'lb',
    check: ({ value }) => (value <= 0 ? 'An amount above zero is needed.' : undefined),
  });
  const grams = butter && 'quantity' in butter ? butter.quantity.value : undefined;
  const { salting } = readSalt(salt, say.system, undefined, saltTeaspoon);
  const creamFor = grams ? (grams * butterFat) / 0.38 / churnEfficiency : undefined;
  const said =
    salting && grams && creamFor ? saltWays(salting, grams, creamFor, undefined, saltTeaspoon) : undefined;
  return (
    <Enamel className={styles.form} aria-label="Salt">
      <h2>Salt, said every way</h2>
      <QuantityField
        label="Butter, unsalted"
        typed={typed}
        onTyped={setTyped}
        understood={butter}
        system={say.system}
        hint="500 g, 1 lb"
      />
      <SaltChooser draft={salt} onDraft={setSalt} ways={said} early={undefined} />
    </Enamel>
  );
}
