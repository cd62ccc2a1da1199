import type { BatchStory } from '@/core/churning/batchStory';
import type { Stage } from '@/core/churning/stages';

/** How the cream should look now, by what was marked in the load in hand. */
export function stageNow(story: BatchStory): Stage {
  if (
    story.phase !== 'churning' &&
    story.phase !== 'paused' &&
    story.marks.some((mark) => mark.stage === 'break')
  )
    return 'grains';
  const seen = story.marks
    .filter((mark) => mark.load === story.load && mark.stage !== 'stopped')
    .at(-1)?.stage;
  return seen === undefined || seen === 'stopped' ? 'fluid' : seen;
}
