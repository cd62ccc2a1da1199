'use client';

import Button from '@mui/material/Button';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { useSay } from '../../frame/FarmContext';
import { Enamel } from '../../theme/Enamel';
import { Key } from '../Key';
import { quietSince } from './quietSince';
import type { LiveBatch } from '../useBatch';

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
  const since = quietSince(story, window, now);
  if (since === undefined) return null;
  return (
    <Enamel style={{ display: 'grid', gap: 14 }} role="region" aria-label="Was it put by?">
      <p style={{ margin: 0, fontSize: '1.3rem', fontWeight: 620 }}>
        Nothing was marked since {say.when(since, now)}. Was it put by?
      </p>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 12 }}>
        {(
          [
            ['fridge', 4, 'It stood in the fridge'],
            ['room', 18, 'It stood in the room'],
          ] as const
        ).map(([place, celsius, words]) => (
          <Button
            key={place}
            variant="outlined"
            size="large"
            onClick={() => record({ kind: 'paused', place, celsius }, since)}
            data-act={`stood-${place}`}
          >
            {words} <Key of={place === 'fridge' ? 'f' : 'v'} />
          </Button>
        ))}
      </div>
    </Enamel>
  );
}
