import { decimal } from '../quantities/formatQuantity';
import * as v from 'valibot';
import { calculation, positive } from '../calculation';
import { CalculationError } from '../calculationError';
import { churningCautions } from '../keeping/cautions';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import type { Possibility } from './belief';
import { believe, breakWindow, chanceOfBreaking, clockOf } from './belief';
import { churnEffects } from './churnEffects';
import { pausedBefore } from './churnInput';
import { churnEntries } from './churnInput.calc';
import type { ChurnPace } from './churnPace';
import { priorPace } from './churnPace';
import { learnPace, paceOf } from './learnPace';
import { paceAt } from './ownSlopes';
import { stages } from './stages';
import { toolKeys, tools } from './tools';
import { wholeMinutes } from '../quantities/whole';

const day = v.pipe(v.number(), v.finite('a day, counted from any one day.'));
const clockMinutes = v.pipe(
  v.number(),
  v.minValue(0, 'minutes since the start, zero or more.'),
  v.maxValue(10_080, 'at most a week, in minutes.'),
);

/** What was learned before and what was seen since: what the live calculations take beside the load. */
export const liveEntries = {
  ...churnEntries,
  /** Which churn of its kind. */
  churn: v.optional(v.pipe(v.string(), v.maxLength(60, 'at most 60 letters.'))),
  day: v.optional(day, 0),
  batches: v.optional(
    v.pipe(
      v.array(
        v.strictObject({
          day,
          tool: v.picklist(toolKeys),
          churn: v.optional(v.pipe(v.string(), v.maxLength(60, 'at most 60 letters.'))),
          /** Break time marked over the one the model gives at the tool's usual pace. */
          ratio: v.pipe(positive, v.maxValue(1000, 'at most a thousand times.')),
          perDegreeHarder: v.optional(
            v.pipe(
              v.number(),
              v.minValue(-2, 'a slope between −2 and 2.'),
              v.maxValue(2, 'a slope between −2 and 2.'),
            ),
          ),
          /** Its cream, °C and mass fraction of fat: what the maker's own slopes are learned from. */
          temperature: v.optional(churnEntries.temperature),
          creamFat: v.optional(churnEntries.creamFat),
        }),
      ),
      v.maxLength(5000, 'at most 5000 batches.'),
    ),
    [],
  ),
  marks: v.optional(
    v.pipe(
      v.array(v.strictObject({ stage: v.picklist(stages), atMinutes: clockMinutes })),
      v.maxLength(100, 'at most 100 marks.'),
    ),
    [],
  ),
  /** Minutes on the clock, when it is under way. */
  elapsedMinutes: v.optional(clockMinutes, 0),
};
export const liveInput = v.strictObject(liveEntries);
export type LiveInput = v.InferOutput<typeof liveInput>;

export interface BreakTime extends Predicted {
  outcome: 'breaks' | 'stuck' | 'oils';
  /** Minutes of churning until the break, standing left out: middle and 90 % window. Absent when it is not expected to break. */
  breakMinutes?: Estimate;
  /** The same on the clock since the start, standing counted. */
  clockMinutes?: Estimate;
  /** Chance, 0 … 1, that it breaks at all if nothing is changed. */
  chance: number;
  learnedFrom: number;
}

/** The pace to expect of this churning from the maker's own batches. */
export function paceFor({ batches, day: today, tool, churn }: LiveInput) {
  return batches.length === 0
    ? priorPace
    : paceOf(learnPace(batches, today), { day: today, tool, ...(churn === undefined ? {} : { churn }) });
}

/** The last mark and the time gone by, minutes on the clock. */
function clockNow({ marks, elapsedMinutes }: LiveInput) {
  const last = marks.reduce((latest, { atMinutes }) => Math.max(latest, atMinutes), 0);
  if (elapsedMinutes > 0 && last > elapsedMinutes + 1e-6)
    throw new CalculationError(
      `marks: one at ${last} min was given; elapsedMinutes is only ${elapsedMinutes}.`,
      'marks',
    );
  return { last, elapsed: Math.max(elapsedMinutes, last) };
}

/**
 * All the ways this churning may be going by now ({@link believe}).
 * @throws {CalculationError} when a mark lies ahead of the time elapsed
 */
export const possibleNow = (input: LiveInput, pace: ChurnPace): Possibility[] =>
  believe(input, pace, input.marks, clockNow(input).elapsed);

/**
 * When it will break: the tool's usual, learned from the maker's own batches ({@link learnPace}), updated by the marks
 * and readings so far ({@link believe}).
 * @param pace what is known of it before this churning, when that was learned already
 * @param possibilities the ways it may be going, when they were worked out already
 * @throws {CalculationError} when a mark lies ahead of the time elapsed
 */
export function breakTime(
  input: LiveInput,
  pace: ChurnPace = paceFor(input),
  possibilities: readonly Possibility[] = possibleNow(input, pace),
): BreakTime {
  const { marks, happenings, tool, temperature, hardness } = input;
  const { last, elapsed } = clockNow(input);
  const chance = chanceOfBreaking(possibilities);
  const { outcome, breakMinutes: window } = breakWindow(possibilities, hardness);
  const clock = (minutes: number) => clockOf(happenings, minutes);
  // What they say of cream like this: warmth and fat go differently with each maker.
  const own = paceAt(pace, input).logMean;
  return {
    outcome,
    ...(window
      ? {
          breakMinutes: window,
          clockMinutes: { low: clock(window.low), mid: clock(window.mid), high: clock(window.high) },
        }
      : {}),
    chance,
    learnedFrom: pace.batches,
    reasons: ranked([
      ...churnEffects(input),
      ...(pace.batches > 0
        ? [
            {
              weight: Math.abs(own) + 0.1,
              says: `Your own ${pace.batches} with ${tools[tool].inSentence} broke ${spoken(own)} its usual time, for cream like this.`,
            },
          ]
        : []),
      ...(marks.length > 0
        ? [
            {
              weight: 0.4 * Math.min(3, marks.length),
              says: `You marked ${marks.map(({ stage }) => stage).join(', ')}, the last at ${wholeMinutes(last - pausedBefore(happenings, last))} of churning.`,
            },
          ]
        : elapsed > 0
          ? [{ weight: 0.2, says: `Not broken after ${wholeMinutes(elapsed)}.` }]
          : []),
    ]),
    cautions: [
      ...churningCautions({ tool, treatment: input.treatment }),
      ...(temperature > 20
        ? [
            {
              key: 'warm',
              level: 'caution' as const,
              says: 'Over 20 °C the fat smears and runs off with the buttermilk: chill it first.',
            },
          ]
        : []),
    ],
  };
}

const spoken = (logPace: number): string => {
  const times = Math.exp(logPace);
  return times > 0.97 && times < 1.03 ? 'in about' : `in ${decimal(times, 2)} times`;
};

export const breakTimeCalculation = calculation({
  name: 'churn.breakTime',
  says: 'When it will break: the tool’s usual, your own batches, and what was seen so far.',
  input: liveInput,
  output: v.object({
    outcome: v.picklist(['breaks', 'stuck', 'oils']),
    breakMinutes: v.optional(estimateSchema),
    clockMinutes: v.optional(estimateSchema),
    chance: v.number(),
    learnedFrom: v.number(),
    ...predictedEntries,
  }),
  run: (input: LiveInput) => breakTime(input),
});
