import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import type { MarkStage } from '@/core/churning/stages';
import { hardlyKnown } from '@/core/quantities/estimate';
import { clockText } from '@/core/quantities/formatQuantity';
import { wholeMinutes } from '@/core/quantities/whole';

/** What stands under a stop: when it happened, or when it is foreseen; what was worked out is not said to be seen. */
export function stopTime(
  stage: MarkStage,
  story: Pick<BatchStory, 'marks' | 'load'>,
  window: Pick<Foreseen, 'breakMinutes' | 'stageMinutes'>,
  elapsedSeconds: number,
): { seen: boolean; says: string } {
  const mark = story.marks.findLast((one) => one.stage === stage && one.load === story.load);
  if (mark?.inferred)
    return { seen: false, says: `about ${wholeMinutes(Math.max(1, mark.elapsedSeconds / 60))}` };
  if (mark) return { seen: true, says: clockText(mark.elapsedSeconds) };
  if (stage === 'stopped') return { seen: false, says: '' };
  const minutes = elapsedSeconds / 60;
  if (stage === 'break' && window.breakMinutes) {
    const [low, high] = [window.breakMinutes.low, window.breakMinutes.high].map((one) => Math.max(1, Math.round(one)));
    if (minutes > window.breakMinutes.low) return { seen: false, says: 'about now' };
    if (hardlyKnown(window.breakMinutes)) return { seen: false, says: `from ${low} min` };
    return { seen: false, says: low === high ? `${low} min` : `${low}–${high} min` };
  }
  const due = stage === 'break' ? undefined : window.stageMinutes[stage];
  if (due === undefined) return { seen: false, says: '' };
  return { seen: false, says: minutes > 0.85 * due ? 'about now' : wholeMinutes(Math.max(1, due)) };
} // prettier-ignore
