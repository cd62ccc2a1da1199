'use client';

import { useState } from 'react';
import { workings } from '@/core/churning/batchWords';
import type { BatchStory } from '@/core/churning/batchStory';
import { useSay } from '../../frame/FarmContext';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { amountRules } from '../plan/creamRules';
import type { LiveBatch } from '../useBatch';
import { workWords } from '../words';

/** How the butter was worked, and the water that came out: both may be left unsaid. */
export function WorkRow({ story, record }: { story: BatchStory; record: LiveBatch['record'] }) {
  const say = useSay();
  const [typed, setTyped] = useState('');
  const [long, setLong] = useState('');
  const understood = understand(typed, {
    ...amountRules(say.system, 'water'),
    bareUnit: say.system === 'metric' ? 'ml' : 'fl oz',
  });
  const water = understood && 'quantity' in understood ? understood.quantity.value : undefined;
  const longRead = understand(long, {
    system: say.system,
    kinds: ['duration'],
    bareUnit: 'min',
    check: ({ value }) => (value <= 0 || value > 2880 ? 'Some minutes, two days at most.' : undefined),
  });
  const minutes = longRead && 'quantity' in longRead ? longRead.quantity.value : undefined;
  const last = story.worked.at(-1);
  const out = story.worked.reduce((sum, { waterMass = 0 }) => sum + waterMass, 0);
  const mark = (way: (typeof workings)[number]) => {
    if ((understood && 'wrong' in understood) || (longRead && 'wrong' in longRead)) return;
    record({
      kind: 'worked',
      way,
      ...(water === undefined ? {} : { waterMass: water }),
      ...(minutes === undefined ? {} : { minutes }),
    });
    setTyped('');
    setLong('');
  };
  return (
    <>
      <Chips
        legend="Worked"
        chosen={last?.way}
        onChoose={mark}
        choices={workings.map((key) => ({ key, name: workWords[key] }))}
      />
      <QuantityField
        label="Water that came out"
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint={out > 0 ? `${say.volume(out)} so far` : 'may be left unsaid'}
        onEnter={() => mark(last?.way ?? 'pressed')}
      />
      <QuantityField
        label="For how long"
        typed={long}
        onTyped={setLong}
        understood={longRead}
        system={say.system}
        hint="in the cloth or on the slant; may be left unsaid"
      />
    </>
  );
}
