'use client';

import { useState } from 'react';
import type { Breed } from '@/core/dairy/breeds';
import { breedFat } from '@/core/dairy/breeds';
import { creamDensity } from '@/core/dairy/creamDensity';
import { milkNeeded } from '@/core/planning/milkNeeded';
import type { SeparationWay } from '@/core/separating/usualSeparations';
import { usualSeparations } from '@/core/separating/usualSeparations';
import { separationBalance } from '@/core/separating/separationBalance';
import { laterPart } from '../frame/laterPart';
import { useSay } from '../frame/FarmContext';
import { Amount } from '../quantity/Amount';
import { BreedSelect } from '../quantity/BreedSelect';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { spokenVolume, percent } from '@/core/quantities/formatQuantity';
import { Enamel, Quiet } from '../theme/Enamel';
import { CreamDrawing } from '../vessel/CreamDrawing';
import styles from './Bench.module.css';
import { butterFat, churnEfficiency } from './usual';

const StandingMilk = laterPart(() => import('./StandingMilk').then((part) => part.StandingMilk));
const SaltBench = laterPart(() => import('./SaltBench').then((part) => part.SaltBench));

/** Calculators that need no batch: what butter would take, how far cream has risen, and salt in every way of saying it. */
export function Bench() {
  return (
    <div className={styles.bench}>
      <WhatItTakes />
      <StandingMilk />
      <SaltBench />
    </div>
  );
}

function WhatItTakes() {
  const say = useSay();
  const [typed, setTyped] = useState(say.system === 'metric' ? '500 g' : '1 lb');
  const [breed, setBreed] = useState<Breed>('mixed');
  const [way, setWay] = useState<SeparationWay>('separator');
  const wanted = understand(typed, {
    system: say.system,
    kinds: ['mass'],
    bareUnit: say.system === 'metric' ? 'g' : 'lb',
    check: ({ value }) => (value <= 0 ? 'An amount above zero is needed.' : undefined),
  });
  const grams = wanted && 'quantity' in wanted ? wanted.quantity.value : undefined;
  const milkFat = breedFat[breed].fat;
  const { skimFat, creamFat } = usualSeparations[way];
  const parts = separationBalance({ milkMass: 1000, milkFat, skimFat, creamFat });
  const milk =
    grams === undefined
      ? undefined
      : milkNeeded({ butterMass: grams, butterFat, milkFat, recovery: parts.recovery, churnEfficiency })
          .milkMass;
  const milkVolume = milk && milk / creamDensity(milkFat, 10);
  const creamVolume = milk && ((milk / 1000) * parts.creamMass) / creamDensity(creamFat, 10);
  return (
    <section className={styles.takes}>
      <div className={styles.form}>
        <h1>What would it take?</h1>
        <QuantityField
          label="Butter wanted"
          typed={typed}
          onTyped={setTyped}
          understood={wanted}
          system={say.system}
          hint="500 g, 1 lb"
        />
        <BreedSelect label="Milk of" breed={breed} onBreed={setBreed} />
        <Chips
          legend="Cream by"
          chosen={way}
          onChoose={setWay}
          choices={Object.entries(usualSeparations).map(([key, { name, creamFat: fat }]) => ({
            key: key as SeparationWay,
            name,
            small: `${percent(fat)} cream`,
          }))}
        />
        {breed === 'goat' && way === 'ladle' && (
          <Quiet>
            △ Goat milk hardly creams by standing: it lacks what gathers the fat of cow’s milk. A separator
            does it.
          </Quiet>
        )}
      </div>
      <Enamel className={styles.answer} aria-live="polite">
        {milkVolume && creamVolume ? (
          <>
            <p>
              <span>Milk</span>
              <Amount spoken={spokenVolume(milkVolume, say.system)} />
            </p>
            <div className={styles.drawing}>
              <CreamDrawing shape="pail" fill={0.8} fat={milkFat} stage="fluid" label="A pail of milk" />
            </div>
            <p>
              <span>or cream</span>
              <Amount spoken={spokenVolume(creamVolume, say.system)} />
            </p>
            <div className={styles.drawing}>
              <CreamDrawing shape="tub" fill={0.3} fat={creamFat} stage="fluid" label="A tub of cream" />
            </div>
            <Quiet>
              = butter × 82 % fat ÷ (milk fat × {percent(parts.recovery, 0)} recovered ×{' '}
              {percent(churnEfficiency)} churned). Breed means are good to about 0.6 points of fat; your own
              milk decides.
            </Quiet>
          </>
        ) : (
          <p>
            <span>Say how much butter.</span>
          </p>
        )}
      </Enamel>
    </section>
  );
}
