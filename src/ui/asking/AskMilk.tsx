'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { worthAsking } from '@/core/asking/ask';
import { butterOfMilk } from '@/core/dairy/butterOfMilk';
import { milkAsks } from '@/core/dairy/milkAsks';
import { mayDo } from '@/core/people/roles';
import { isDate } from '@/core/keeping/civilDate';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { Animal } from '@/server/house/views';
import { useSay, useWho } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { DayField } from '../quantity/DayField';
import type { LotNow } from '../standing/lotNow';
import { Asked } from './Asked';

/** g of butter of a gram of the milk's fat, as the book has it. */
const { perFat } = butterOfMilk({ milkFat: 0, boughtFat: 0, butterMass: 0, batches: 0 });

/** Asks the one thing that would sharpen most what this milk makes: when an animal calved, or a fat test. */
export function AskMilk({ one, animals, today }: { one: LotNow; animals: readonly Animal[]; today: string }) {
  const say = useSay();
  const { role } = useWho();
  const { lot } = one;
  const of = animals.filter(({ name }) => lot.details.animals?.includes(name));
  const asks = milkAsks(
    { mass: lot.mass, fat: one.fatShare, fatSd: lot.fatSd ?? 0, tested: lot.fatMethod === 'test' },
    of,
    perFat,
    today,
  );
  // A day is answered from memory; a test wants a kit.
  const ask =
    (mayDo(role, 'animal.put') ? worthAsking(asks.filter(({ of }) => of !== 'test')) : undefined) ??
    worthAsking(asks.filter(({ of }) => of === 'test'));
  if (!ask) return null;
  const low = say.about(ask.low.gives!);
  const high = say.about(ask.high.gives!);
  if (ask.of === 'test')
    return (
      <Asked
        of="milk-test"
        says={`A fat test would tell what this makes: ${low} of butter at ${text(spokenFraction(ask.low.answer))} fat, ${high} at ${text(spokenFraction(ask.high.answer))}. What it read is put in under “Notes, put right”.`}
      />
    );
  const animal = of.find(({ name }) => ask.of === `calved:${name}`)!;
  return (
    <Asked
      of={`calved-${animal.id}`}
      says={`When did ${animal.name} calve last? Early in milk this would make ${low} of butter, late ${high}. Milk that comes in from now on is reckoned with it.`}
    >
      <AnswerCalved animal={animal} today={today} />
    </Asked>
  );
}

function AnswerCalved({ animal, today }: { animal: Animal; today: string }) {
  const { act, refused, busy } = useAct();
  const [day, setDay] = useState<string | null>(null);
  return (
    <div className={styles.pair}>
      <DayField
        label={`${animal.name} calved on`}
        value={day}
        onValue={setDay}
        max={today}
        hint="as well as you know it"
      />
      <Button
        variant="outlined"
        disabled={busy || day === null || !isDate(day) || day > today}
        onClick={() =>
          void act('animal.put', { ...animal, calvedOn: day }, `${animal.name} calved: noted.`, {
            name: 'animal.put',
            input: { ...animal },
          })
        }
      >
        Keep that
      </Button>
      <RefusedSentence refused={refused} />
    </div>
  );
}
