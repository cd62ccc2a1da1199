import { useMemo } from 'react';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import { churned } from '@/core/churning/churned';
import type { ChurnPace } from '@/core/churning/churnPace';
import { creamInChurn } from '@/core/churning/creamInChurn';
import type { Foreseen } from '@/core/churning/foresee';
import { foresee, sinceItBroke } from '@/core/churning/foresee';
import { loadContents } from '@/core/churning/liveLoad';

/**
 * What to expect of the load looked at, the same on every screen: by what is in its churn now, and once it broke by what
 * was marked, no more by what was foreseen.
 */
export function useForeseen(facts: BatchFacts, story: BatchStory, pace: ChurnPace | undefined): Foreseen {
  const contents = useMemo(() => loadContents(facts, story), [facts, story]);
  // A mark changes nothing of what is in the churn: nothing is foreseen anew for it.
  const { mass, fat, capacity, fill } = contents ?? {};
  const cream = useMemo(
    () =>
      creamInChurn(
        facts,
        mass === undefined || fat === undefined || capacity === undefined || fill === undefined
          ? undefined
          : { tool: story.tool, contents: { mass, fat, capacity, fill } },
      ),
    [facts, story.tool, mass, fat, capacity, fill],
  );
  const planned = useMemo(() => foresee(cream, pace), [cream, pace]);
  return useMemo(
    () => (story.broken > 0 ? sinceItBroke(planned, cream, churned(facts, story)) : planned),
    [planned, cream, facts, story],
  );
}
