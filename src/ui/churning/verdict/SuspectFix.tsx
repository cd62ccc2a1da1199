'use client';

import type { Suspect } from '@/core/balancing/findings';
import type { BatchStory } from '@/core/churning/batchStory';
import type { BatchFacts } from '@/core/churning/batchEvents';
import { percent } from '@/core/quantities/formatQuantity';
import { useSay } from '../../frame/FarmContext';
import { Press } from '../../theme/Press';
import type { LiveBatch } from '../useBatch';
import { rightedEvents } from './rightedEvents';
import styles from './VerdictPanel.module.css';

const names: Record<Suspect['of'], string> = {
  'cream.mass': 'The cream was',
  'cream.fat': 'The cream had',
  'butter.mass': 'The butter weighs',
  'buttermilk.mass': 'The buttermilk was',
};

/** The figures that are likeliest wrong, each put right in one press by what would fit. What was written stays beside it in the batch's story. */
export function SuspectFix({
  suspects,
  facts,
  story,
  record,
}: {
  suspects: readonly Suspect[];
  facts: BatchFacts;
  story: BatchStory;
  record: LiveBatch['record'];
}) {
  const say = useSay();
  const righted = suspects.flatMap((suspect) => {
    const events = rightedEvents(suspect, facts, story);
    return events ? [{ suspect, events }] : [];
  });
  if (righted.length === 0) return null;
  return (
    <div className={styles.acts} role="group" aria-label="Put it right">
      {righted.map(({ suspect, events }) => (
        <Press key={suspect.of} onClick={() => record(events)}>
          {names[suspect.of]}{' '}
          {suspect.of === 'cream.fat' ? `${percent(suspect.fits, 0)} fat` : say.about(suspect.fits)}
        </Press>
      ))}
    </div>
  );
}
