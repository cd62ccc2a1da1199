'use client';

import Button from '@mui/material/Button';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { useFarm, useSay } from '../../frame/FarmContext';
import { pauseCelsiusOf } from './pauseCelsiusOf';
import { Enamel } from '../../theme/Enamel';
import { useOffered } from '../offered';
import { Key } from '../Key';
import { quietSince } from './quietSince';
import type { LiveBatch } from '../useBatch';

/** Where cream is put by most often. */
const places = {
  fridge: { words: 'It stood in the fridge', key: 'f' },
  room: { words: 'It stood in the room', key: 'v' },
} as const;

/** Asked when a churn seems to have turned for hours: a maker called away does not always press Pause. */
export function ForgottenPause({
  story,
  window,
  now,
  record,
}: {
  story: BatchStory;
  window: Foreseen['breakMinutes'];
  now: number;
  record: LiveBatch['record'];
}) {
  const say = useSay();
  const own = useFarm().placeCelsius;
  const since = quietSince(story, window, now);
  const stood = (place: keyof typeof places) => () =>
    void record({ kind: 'paused', place, celsius: pauseCelsiusOf(own)[place] }, since);
  useOffered({
    'stood-fridge': since === undefined ? undefined : stood('fridge'),
    'stood-room': since === undefined ? undefined : stood('room'),
  });
  if (since === undefined) return null;
  return (
    <Enamel style={{ display: 'grid', gap: 14 }} role="region" aria-label="Was it put by?">
      <p style={{ margin: 0, fontSize: '1.3rem', fontWeight: 620 }}>
        Nothing was marked since {say.when(since, now)}. Was it put by?
      </p>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 12 }}>
        {(['fridge', 'room'] as const).map((place) => (
          <Button
            key={place}
            variant="outlined"
            size="large"
            onClick={stood(place)}
            data-act={`stood-${place}`}
          >
            {places[place].words} <Key of={places[place].key} />
          </Button>
        ))}
      </div>
    </Enamel>
  );
}
