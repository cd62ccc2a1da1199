'use client';

import { useState } from 'react';
import type { BatchFacts, EventOf } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import type { PausePlace } from '@/core/churning/batchWords';
import { pausePlaces } from '@/core/churning/batchWords';
import { clockText, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { butterStands } from '@/core/working/butterNow';
import { useFarm, useSay } from '../../frame/FarmContext';
import { useChimeAt } from '../../pail/useChime';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { Enamel, Quiet } from '../../theme/Enamel';
import { pauseCelsiusOf } from './pauseCelsiusOf';
import { pausedAnew } from './pausedAnew';
import type { LiveBatch } from '../useBatch';
import { wholeMinutes } from '@/core/quantities/whole';

const names: Record<PausePlace, string> = {
  room: 'In the room',
  cold: 'Cold room',
  fridge: 'Fridge',
  freezer: 'Freezer',
  bath: 'Warm bath',
  iceWater: 'Ice water',
  ice: 'On ice',
};
/** A bath for cream is no hotter, °C (handbook §7). */
const hottest = 30;
const hour = 3600;

/** Put by for a while or for the night: where it stands decides how it comes back, and when to look is rung. */
export function PausePanel({
  pause,
  now,
  sour,
  butter,
  record,
}: {
  pause: EventOf<'paused'>;
  now: number;
  /** The cream is sour, and stands as sour cream may. */
  sour: boolean;
  /** It is drained butter that rests: when it is waxy there, and when too hard. */
  butter: { facts: BatchFacts; story: BatchStory; mass: number } | undefined;
  record: LiveBatch['record'];
}) {
  const say = useSay();
  const usual = pauseCelsiusOf(useFarm().placeCelsius);
  const [typed, setTyped] = useState('');
  const place = pause.place ?? 'room';
  const understood = understand(typed, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value > hottest || value < -20
        ? `At most ${say.temperature(hottest)}: hotter melts what touches the wall.`
        : undefined,
  });
  const stands = butter && butterStands(butter.facts, butter.story, butter.mass, pause);
  const waxy = stands?.waxy === undefined ? undefined : pause.atSeconds + stands.waxy * 60;
  const hard = stands?.hard === undefined ? undefined : pause.atSeconds + stands.hard * 60;
  const until = pause.minutes === undefined ? waxy : pause.atSeconds + pause.minutes * 60;
  useChimeAt(now, until, 'done');
  const left = until === undefined ? undefined : until - now;
  const stood = now - pause.atSeconds;
  const change = (to: Pick<EventOf<'paused'>, 'place' | 'celsius'>) => record(pausedAnew(pause, to));
  return (
    <Enamel style={{ display: 'grid', gap: 14 }} aria-label="While it stands">
      <p style={{ margin: 0, fontSize: '1.3rem', fontWeight: 620 }}>
        {left === undefined
          ? `It has stood ${stood < hour ? clockText(stood) : `${Math.floor(stood / hour)} h ${wholeMinutes((stood % hour) / 60)}`}.`
          : left > 0
            ? `Look at it in ${clockText(left)}.`
            : butter
              ? hard !== undefined && now > hard
                ? 'It is likely too hard by now: let it stand in the room until it bends.'
                : 'Time to look: it should bend without breaking.'
              : 'Time to look: read its temperature, then go on.'}
      </p>
      {butter && <Quiet role="status">{butterSaid({ waxy, hard }, pause, now, say)}</Quiet>}
      <Chips
        legend="It stands"
        chosen={place}
        onChoose={(to) => change({ place: to, celsius: usual[to] })}
        choices={pausePlaces.map((key) => ({
          key,
          name: names[key],
          small: say.temperature(key === place ? (pause.celsius ?? usual[key]) : usual[key]),
        }))}
      />
      <QuantityField
        label="How warm it is there"
        typed={typed}
        onTyped={setTyped}
        understood={understood}
        system={say.system}
        hint={`${say.temperature(pause.celsius ?? usual[place])} assumed`}
        onEnter={() => {
          if (!understood || !('quantity' in understood)) return;
          change({ place, celsius: understood.quantity.value });
          setTyped('');
        }}
      />
      <Quiet>
        {butter
          ? 'Pressed flat it chills through in minutes; in a lump it takes an hour. Cover it, or it takes on the smells of the fridge.'
          : !sour && (place === 'room' || place === 'bath')
            ? say.words(
                'Sweet cream stays over 5 °C for two hours at most: longer, or for the night, it goes in the fridge.',
              )
            : place === 'fridge'
              ? 'For a night it keeps in the fridge; broken butter chills best in its own buttermilk. It comes back through a bath.'
              : 'The model carries the cream through it; a reading when you go on bends it right.'}
      </Quiet>
    </Enamel>
  );
}

/** When butter that stands is waxy and when it is too hard, told as what is still to come. */
function butterSaid(
  { waxy, hard }: { waxy: number | undefined; hard: number | undefined },
  pause: EventOf<'paused'>,
  now: number,
  say: ReturnType<typeof useSay>,
): string {
  const away = (at: number) => text(spokenMinutes(Math.max(1, (at - now) / 60)));
  const isIn = (at: number | undefined): at is number => at !== undefined && at > now;
  if (waxy === undefined && hard === undefined)
    return pause.celsius !== undefined || pause.place
      ? say.words(`It gets neither waxy nor too hard there.`)
      : 'Say where it stands, and when it is waxy is reckoned.';
  if (isIn(waxy) && isIn(hard)) return `Waxy in about ${away(waxy)}, too hard in about ${away(hard)}.`;
  if (isIn(waxy)) return `Waxy in about ${away(waxy)}; too hard it does not get there.`;
  if (isIn(hard)) return `It is about waxy now, and too hard in about ${away(hard)}.`;
  return hard === undefined
    ? 'It is about waxy now, and gets no harder than that there.'
    : 'It has stood long enough to be too hard.';
}
