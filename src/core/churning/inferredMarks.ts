import type { StoryMark } from './batchStory';
import type { MarkStage } from './stages';
import type { ToolKey } from './tools';
import { isQuick } from './tools';

/** Where the stages fall as shares of the break time (docs/models.md, churning). */
const shareOfBreak: Partial<Record<MarkStage, number>> = { thickening: 0.09, whipped: 0.38, grainy: 0.65 };

/**
 * Marks with those nobody had time for: quick tools give none to mark the early stages, which are worked out from the
 * break, and say so.
 * @param tools the tool of each load, in their order
 */
export function withInferred(marks: StoryMark[], tools: readonly ToolKey[]): StoryMark[] {
  const inferred = marks
    .filter(({ stage, echo, load }) => stage === 'break' && !echo && isQuick(tools[load - 1] ?? tools[0]!))
    .flatMap((mark) =>
      Object.entries(shareOfBreak)
        .filter(([stage]) => !marks.some((other) => other.stage === stage && other.load === mark.load))
        .map(([stage, share]) => ({
          ...mark,
          id: `${mark.id}-${stage}`,
          stage: stage as MarkStage,
          atSeconds: mark.atSeconds - mark.elapsedSeconds * (1 - share),
          elapsedSeconds: mark.elapsedSeconds * share,
          inferred: true,
        })),
    );
  if (inferred.length === 0) return marks;
  return [...marks, ...inferred].sort((a, b) => a.load - b.load || a.elapsedSeconds - b.elapsedSeconds);
}
