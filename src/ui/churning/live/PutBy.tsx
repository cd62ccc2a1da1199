'use client';

import type { ReactNode } from 'react';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import { stoodWarm } from '@/core/churning/stoodWarm';
import { Cautions } from '../../caution/Caution';
import { stoodWarmCaution } from '../stoodWarmWords';

/** A churning that was put by: how long it stood where it is warm, before any advice; where that is a danger there is no other. */
export function PutBy({
  facts,
  story,
  now,
  rests,
  advice,
}: {
  facts: BatchFacts;
  story: BatchStory;
  now: number;
  /** It is butter that rests. */
  rests: boolean;
  advice: ReactNode;
}) {
  const warm = stoodWarm(facts, story, now);
  return (
    <>
      {warm && !(rests && warm.level === 'caution') && (
        <Cautions cautions={[stoodWarmCaution(warm, facts.treatment === 'raw')]} />
      )}
      {warm?.level !== 'danger' && advice}
    </>
  );
}
