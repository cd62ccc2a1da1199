import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { middleOf, toldAt } from '@/core/churning/stageTimes';
import type { Stage } from '@/core/churning/stages';

/** The stages that begin somewhere on the line. */
export const drawnStages = ['thickening', 'whipped', 'grainy', 'break', 'grains'] as const;
type DrawnStage = (typeof drawnStages)[number];

/** Where a stage begins: at a mark, or with growing chance over a stretch of time. */
export interface Edge {
  stage: DrawnStage;
  /** s of churning. */
  middle: number;
  /** Where each chance of `toldAt` is reached, s; one point when it was marked. */
  times: readonly number[];
  mark?: 'seen' | 'inferred';
}

/**
 * The beginnings of the stages of the load looked at: marks stand fast, what was not marked lies between the marks
 * around it, and what is ahead is as it is believed.
 */
export function edgesOf(
  story: Pick<BatchStory, 'marks' | 'load'>,
  stageTimes: Foreseen['stageTimes'],
): Edge[] {
  const marks = story.marks.filter(({ load, echo }) => load === story.load && !echo);
  const markOf = (stage: Stage | 'stopped') => marks.findLast((mark) => mark.stage === stage);
  const stopped = markOf('stopped')?.elapsedSeconds;
  return drawnStages.flatMap((stage, i): Edge[] => {
    const mark = markOf(stage);
    if (mark)
      return [
        {
          stage,
          middle: mark.elapsedSeconds,
          times: [mark.elapsedSeconds],
          mark: mark.inferred ? 'inferred' : 'seen',
        },
      ];
    const minutes = stageTimes[stage];
    if (!minutes) return [];
    const placed = (stages: readonly Stage[]) =>
      stages.flatMap((other) => markOf(other)?.elapsedSeconds ?? []);
    const earliest = Math.max(0, ...placed(drawnStages.slice(0, i)));
    const latest = Math.min(Infinity, ...placed(drawnStages.slice(i + 1)));
    const times = minutes.map((one) => Math.min(latest, Math.max(earliest, one * 60)));
    // It stopped before its grains: they were not come to.
    const middle = middleOf(times);
    if (stopped !== undefined && middle >= stopped) return [];
    return [{ stage, middle, times }];
  });
}

/** The end of the line, s: everything that is expected or was marked fits, and there is room ahead of now. */
export function stripEnd(
  edges: readonly Edge[],
  window: Foreseen['breakMinutes'],
  ghost: Foreseen['breakMinutes'],
  elapsed: number,
  over: boolean,
): number {
  const ahead = over ? [] : [(window?.high ?? 10) * 60 * 1.06, (ghost?.high ?? 0) * 60 * 1.02];
  return Math.max(
    60,
    elapsed * (over ? 1.06 : 1.12),
    ...ahead,
    ...edges.filter(({ mark }) => mark).map(({ middle }) => middle * 1.08),
  );
}

/** The curve of an edge, its chance rising from the foot of the lane to its top; a mark is an upright. Share of width and height. */
export function edgeCurve({ times }: Edge, end: number): { x: number; y: number }[] {
  if (times.length === 1) return [1, 0].map((y) => ({ x: times[0]! / end, y }));
  const inner = times.map((seconds, i) => ({ x: seconds / end, y: 1 - toldAt[i]! }));
  const reach = (a: { x: number }, b: { x: number }) => a.x - 0.4 * (b.x - a.x);
  return [
    { x: Math.max(0, reach(inner[0]!, inner[1]!)), y: 1 },
    ...inner,
    { x: reach(inner.at(-1)!, inner.at(-2)!), y: 0 },
  ];
}

/** A word to write beside a place on the line. */
export interface Label {
  key: string;
  /** Left end, px. */
  x: number;
  /** px it needs. */
  width: number;
  /** The surer of two that will not both fit is written. */
  weight: number;
}

/** px kept between two words. */
const gap = 8;

/**
 * Which words fit side by side in one row, the weightier first.
 * @returns the keys of those that are written
 */
export function fitting(labels: readonly Label[], width: number): Set<string> {
  const kept: Label[] = [];
  for (const label of labels.toSorted((a, b) => b.weight - a.weight)) {
    const clear = kept.every(
      (other) => label.x + label.width + gap <= other.x || other.x + other.width + gap <= label.x,
    );
    if (clear && label.x >= 0 && label.x + label.width <= width) kept.push(label);
  }
  return new Set(kept.map(({ key }) => key));
}

/** Steps a clock is read in, s. */
const steps = [5, 10, 15, 30, 60, 120, 300, 600, 900, 1800, 3600, 7200, 14_400, 28_800, 86_400];

/** Round times along the line, s: as many as stand apart well. */
export function ticks(end: number, most: number): number[] {
  const step = steps.find((one) => end / one <= most) ?? steps.at(-1)!;
  return Array.from({ length: Math.floor(end / step) }, (_, i) => (i + 1) * step);
}
