'use client';

import { useState } from 'react';
import type { SaltKind } from '@/core/salting/salts';
import { saltKinds, salts, saltsOf, teaspoonLimits } from '@/core/salting/salts';
import { decimal, text, spokenFraction } from '@/core/quantities/formatQuantity';
import { saltWays } from '@/core/salting/saltWays';
import { useFarm, useSay } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { Chips } from '../quantity/Chips';
import { understand } from '../quantity/understand';
import { Enamel, Quiet } from '../theme/Enamel';
import { OwnFigure } from './OwnFigure';
import styles from './House.module.css';

/** Butter that a spoon is told of, g. */
const some = 500;

/** The salt this house takes, and what a level teaspoon of it weighs. */
export function Salts() {
  const say = useSay();
  const { usualSalt, saltTeaspoon } = useFarm();
  const { act, refused, busy } = useAct();
  const kind: SaltKind = usualSalt ?? 'fine';
  const [typed, setTyped] = useState('');
  const own = saltsOf(saltTeaspoon);
  const said = saltTeaspoon[kind];
  const [low, high] = teaspoonLimits;
  const understood = understand(typed, {
    system: say.system,
    kinds: ['mass'],
    bareUnit: 'g',
    check: ({ value }) =>
      value < low || value > high
        ? `A level teaspoon of salt weighs ${decimal(low, 1)} to ${decimal(high, 1)} g. Weigh ten, and take a tenth.`
        : undefined,
  });
  const grams = understood && 'quantity' in understood ? understood.quantity.value : undefined;
  const settle = (to: number | null) =>
    act(
      'house.settle',
      { saltTeaspoon: { [kind]: to }, usualSalt: kind },
      to === null
        ? `A level teaspoon of ${salts[kind].name} is ${decimal(salts[kind].gramsPerTeaspoon, 1)} g again.`
        : `A level teaspoon of your ${salts[kind].name} is ${decimal(to, 1)} g.`,
      { name: 'house.settle', input: { saltTeaspoon: { [kind]: said ?? null }, usualSalt } },
    ).then((done) => done && setTyped(''));
  const two = saltWays(
    { way: 'spoon', teaspoons: 2, kind, teaspoon: grams ?? own[kind].gramsPerTeaspoon },
    some,
    1000,
  );
  return (
    <Enamel className={styles.settings} aria-label="Salt">
      <Chips
        legend="The salt we take"
        chosen={kind}
        onChoose={(to) =>
          void act('house.settle', { usualSalt: to }, `Salt is ${salts[to].name} from now on.`, {
            name: 'house.settle',
            input: { usualSalt },
          }).then((done) => done && setTyped(''))
        }
        choices={saltKinds.map((key) => ({
          key,
          name: `${salts[key].name[0]!.toUpperCase()}${salts[key].name.slice(1)}`,
          small: `${decimal(own[key].gramsPerTeaspoon, 1)} g a level tsp${saltTeaspoon[key] === undefined ? '' : ', weighed'}`,
        }))}
      />
      <OwnFigure
        label="A level teaspoon of it weighs"
        hint={`${decimal(own[kind].gramsPerTeaspoon, 1)} g${said === undefined ? ' by the table' : ', as you weighed it'}`}
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        busy={busy}
        onSettle={(to) => void settle(to)}
        said={said !== undefined}
        again={<>As the table has it: {decimal(salts[kind].gramsPerTeaspoon, 1)} g again</>}
      />
      <RefusedSentence refused={refused} />
      <Quiet aria-live="polite">
        Two level teaspoons of it in {say.mass(some)} of butter are {text(spokenFraction(two.share))}. By
        weight it does not matter which salt it is; by the spoon it is everything.
      </Quiet>
    </Enamel>
  );
}
