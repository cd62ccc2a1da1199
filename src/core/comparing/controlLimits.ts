import { mean } from 'simple-statistics';
import * as v from 'valibot';
import { calculation } from '../calculation';
import { ranked } from '../prediction';
import { predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';

/** d2 and D4 for moving ranges of two (Montgomery, Introduction to Statistical Quality Control, 2012, app. VI). */
const d2 = 1.128;
const d4 = 3.267;
/** Fewer batches than this say nothing about limits (engineering estimate). */
const enough = 8;
/** This many in a row on one side of the middle is a shift (Western Electric rule 4). */
export const runLength = 8;

export interface ControlLimits extends Predicted {
  enough: boolean;
  centre: number;
  /** Where values of a steady maker stay: the middle ± 3 σ, σ from the moving range. */
  low: number;
  high: number;
  movingRange: { centre: number; high: number };
  /** Places in the list that are not chance: beyond a limit, a jump, or part of a run on one side. */
  signals: { at: number; why: 'beyond' | 'jump' | 'run' }[];
}

/**
 * Individuals and moving-range chart of any figure of the batches, oldest first: what is chance, and what is not
 * (Montgomery, Introduction to Statistical Quality Control, 2012, §6.4).
 */
export function controlLimits({ values }: { values: readonly number[] }): ControlLimits {
  const ranges = values.slice(1).map((value, i) => Math.abs(value - values[i]!));
  const centre = mean([...values]);
  const range = ranges.length > 0 ? mean(ranges) : 0;
  const three = (3 * range) / d2;
  const [low, high] = [centre - three, centre + three];
  const steady = values.length >= enough;
  const signals: ControlLimits['signals'] = [];
  if (steady) {
    values.forEach((value, at) => {
      if (value < low || value > high) signals.push({ at, why: 'beyond' });
      else if (at > 0 && ranges[at - 1]! > d4 * range) signals.push({ at, why: 'jump' });
      else if (at + 1 >= runLength) {
        const run = values.slice(at + 1 - runLength, at + 1);
        if (run.every((one) => one > centre) || run.every((one) => one < centre))
          signals.push({ at, why: 'run' });
      }
    });
  }
  const beyond = signals.filter(({ why }) => why === 'beyond').length;
  return {
    enough: steady,
    centre,
    low,
    high,
    movingRange: { centre: range, high: d4 * range },
    signals,
    reasons: ranked(
      !steady
        ? [{ says: `Not enough batches to say: ${values.length} of at least ${enough}.`, weight: 1 }]
        : signals.length === 0
          ? [{ says: 'Everything so far is the ordinary scatter of this maker.', weight: 1 }]
          : [
              { says: `${beyond} beyond the limits.`, weight: beyond },
              {
                says: `${signals.length - beyond} jumps or runs on one side.`,
                weight: signals.length - beyond,
              },
            ],
    ),
    cautions: [],
  };
}

export const controlLimitsCalculation = calculation({
  name: 'control.limits',
  says: 'What is chance and what is not in a row of batches: individuals and moving range.',
  input: v.strictObject({
    values: v.pipe(
      v.array(v.pipe(v.number(), v.finite('numbers are needed.'))),
      v.minLength(1, 'at least one value is needed.'),
      v.maxLength(5000, 'at most 5000 values.'),
    ),
  }),
  output: v.object({
    enough: v.boolean(),
    centre: v.number(),
    low: v.number(),
    high: v.number(),
    movingRange: v.object({ centre: v.number(), high: v.number() }),
    signals: v.array(v.object({ at: v.number(), why: v.picklist(['beyond', 'jump', 'run']) })),
    ...predictedEntries,
  }),
  run: controlLimits,
});
