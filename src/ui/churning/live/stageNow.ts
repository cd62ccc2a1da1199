import type { BatchFacts } from '@/core/churning/batchEvents';
import { usualButterFat } from '@/core/churning/expectedButter';
import type { BatchStory } from '@/core/churning/batchStory';
import { loadContents } from '@/core/churning/liveLoad';
import type { MarkStage, Stage } from '@/core/churning/stages';
import { markStages, stages } from '@/core/churning/stages';

/** Whether what there is now is butter drained of its buttermilk, whatever was done with it since. */
export const isDrained = ({ phase, drains, load, loads }: BatchStory): boolean =>
  phase === 'drained' ||
  phase === 'washed' ||
  phase === 'portioned' ||
  (phase === 'paused' && drains.length > 0 && loads[load - 1]!.broke);

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

const unseen = ['thickening', 'whipped', 'grainy'] as const;

/** How the cream should look by now: as it was marked, or further on when its time has come; never broken unseen. */
export function stageByNow(
  story: BatchStory,
  stageMinutes: Partial<Record<Stage, number>>,
  elapsedSeconds: number,
): { stage: Stage; seen: boolean } {
  const seen = stageNow(story);
  if (story.phase !== 'churning') return { stage: seen, seen: true };
  const due = unseen.findLast((stage) => elapsedSeconds >= 60 * (stageMinutes[stage] ?? Infinity));
  return due && stages.indexOf(due) > stages.indexOf(seen)
    ? { stage: due, seen: false }
    : { stage: seen, seen: true };
}

/** The break is near from this share of the earliest it is expected. */
const nearBreak = 0.85;

/**
 * What the big button says: the likeliest next truth. A stage that should have come by now is what is asked for, though one
 * before it was never marked; and once it should be grainy and the break is near, the break.
 * @param next what was not marked yet, by the marks alone
 */
export function likeliestMark(
  next: MarkStage,
  byNow: { stage: Stage; seen: boolean },
  breakMinutes: { low: number } | undefined,
  elapsedSeconds: number,
): MarkStage {
  const due = markStages.find((stage) => stage === byNow.stage);
  if (byNow.seen || due === undefined || markStages.indexOf(due) < markStages.indexOf(next)) return next;
  const near = breakMinutes !== undefined && elapsedSeconds / 60 >= nearBreak * breakMinutes.low;
  return due === 'grainy' && near ? 'break' : due;
}

/** What stands in the churn now: cream as it should look, or, once it is drained, butter grains alone. */
export function inTheChurn(
  story: BatchStory,
  facts: BatchFacts,
  stage: Stage = stageNow(story),
): { fill: number; fat: number; stage: Stage } {
  const { fill, fat } = loadContents(facts, story) ?? {
    fill: (facts.creamVolume * story.loads[story.load - 1]!.share) / story.capacity,
    fat: facts.creamFat,
  };
  if (isDrained(story)) return { fill: (fill * fat) / usualButterFat, fat: usualButterFat, stage: 'mass' };
  return { fill, fat, stage };
}
