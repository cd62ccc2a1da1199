import type { BatchFacts } from './batchEvents';
import type { BatchStory } from './batchStory';
import { churned } from './churned';
import type { ChurnPace } from './churnPace';
import { creamInChurn } from './creamInChurn';
import type { Foreseen } from './foresee';
import { foresee, sinceItBroke } from './foresee';
import { loadContents } from './liveLoad';

/** What was to be expected of the load looked at: by what is in its churn, and once it broke by what was marked. */
export function foreseenOf(facts: BatchFacts, story: BatchStory, pace: ChurnPace | undefined): Foreseen {
  const contents = loadContents(facts, story);
  const cream = creamInChurn(facts, contents && { tool: story.tool, contents });
  const planned = foresee(cream, pace);
  return story.broken > 0 ? sinceItBroke(planned, cream, churned(facts, story)) : planned;
}
