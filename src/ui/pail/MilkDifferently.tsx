'use client';

import { milkBlock, pooledMilkFat } from '@/core/dairy/milkIn';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { points } from '@/core/quantities/points';
import type { Place } from '@/core/standing/places';
import type { Animal, PailView } from '@/server/pail/views';
import { usePlaces, useSay } from '../frame/FarmContext';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import type { SaidWhen } from '../quantity/saidWhen';
import type { Understood } from '../quantity/understand';
import { WhenItWas } from '../quantity/WhenItWas';
import { Quiet } from '../theme/Enamel';
import styles from './Pail.module.css';
import { freeVessels } from './usual';

interface Typed {
  typed: string;
  onTyped: (to: string) => void;
  understood: Understood;
}

/** How milk may differ from the usual: whose, when, where to, how rich, how warm, strained or not. */
export function MilkDifferently({
  view,
  day,
  milked,
  chosenOf,
  onOf,
  when,
  onWhen,
  into,
  onInto,
  place,
  onPlace,
  fat,
  heat,
  expected,
  unstrained,
  onUnstrained,
}: {
  view: PailView;
  /** ISO date it was milked. */
  day: string;
  milked: readonly Animal[];
  chosenOf: string;
  onOf: (to: string) => void;
  when: SaidWhen;
  onWhen: (to: SaidWhen) => void;
  into: string;
  onInto: (to: string) => void;
  place: Place;
  onPlace: (to: Place) => void;
  fat: Typed;
  heat: Typed & { usual: number };
  /** Fat to expect, and how it is worked out. */
  expected: ReturnType<typeof pooledMilkFat>;
  unstrained: boolean;
  onUnstrained: (to: boolean) => void;
}) {
  const say = useSay();
  const places = usePlaces();
  const filled = view.lots.filter(({ kind, vessel }) => kind === 'milk' && vessel);
  return (
    <>
      <Chips
        legend="Whose milk"
        chosen={chosenOf}
        onChoose={onOf}
        choices={[
          { key: 'herd', name: 'The herd', small: text(spokenFraction(pooledMilkFat(milked, day).fat)) },
          ...view.animals.map((animal) => ({
            key: animal.id,
            name: animal.name,
            small: milkBlock([animal], day) ? 'kept from people' : animal.milked ? undefined : 'dry',
          })),
          { key: 'bought', name: 'Bought' },
        ]}
      />
      <WhenItWas when={when} onWhen={onWhen} />
      <Chips
        legend="Into"
        chosen={into}
        onChoose={onInto}
        choices={[
          ...freeVessels(view, 'milk').map(({ id, name, capacity }) => ({
            key: id,
            name,
            small: say.volume(capacity),
          })),
          ...filled.map(({ vessel }) => ({ key: vessel!.id, name: vessel!.name, small: 'pour onto it' })),
          { key: 'none', name: 'A pail', small: 'no name' },
        ]}
      />
      <Chips
        legend="It stands"
        chosen={place}
        onChoose={onPlace}
        choices={(['fridge', 'fanFridge', 'coldWater', 'iceWater', 'cool', 'room'] as const).map((key) => ({
          key,
          name: places[key].name,
          small: say.temperature(places[key].celsius),
        }))}
      />
      <div className={styles.pair}>
        <QuantityField
          label="Fat, if it was tested"
          typed={fat.typed}
          onTyped={fat.onTyped}
          understood={fat.understood}
          system={say.system}
          hint={`${text(spokenFraction(expected.fat))} ± ${points(expected.sd)} assumed`}
        />
        <QuantityField
          label="How warm"
          typed={heat.typed}
          onTyped={heat.onTyped}
          understood={heat.understood}
          system={say.system}
          hint={`${say.temperature(heat.usual)} assumed`}
        />
      </div>
      <label className={styles.check}>
        <input
          type="checkbox"
          checked={unstrained}
          onChange={(event) => onUnstrained(event.target.checked)}
        />
        Not strained yet
      </label>
      <Quiet>Fat assumed: {expected.how.join('; ')}.</Quiet>
    </>
  );
}
