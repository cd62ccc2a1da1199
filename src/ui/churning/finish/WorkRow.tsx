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
  const understood = understand(typed, {
    ...amountRules(say.system, 'water'),
    bareUnit: say.system === 'metric' ? 'ml' : 'fl oz',
  });
  const water = understood && 'quantity' in understood ? understood.quantity.value : undefined;
  const last = story.worked.at(-1);
  const out = story.worked.reduce((sum, { waterMass = 0 }) => sum + waterMass, 0);
  const mark = (way: (typeof workings)[number]) => {
    if (understood && 'wrong' in understood) return;
    record({ kind: 'worked', way, ...(water === undefined ? {} : { waterMass: water }) });
    setTyped('');
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
    </>
  );
}
