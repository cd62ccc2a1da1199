import * as v from 'valibot';
import { calculation } from '../calculation';
import { churningCautions } from '../keeping/cautions';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { logEstimate } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { churnEffects, spreadFromCream } from './churnEffects';
import { clockAfter, conditionsOf, fillOf, longestSeconds, pausedBefore, refuseOverfull } from './churnInput';
import { churnEntries } from './churnInput.calc';
import { usualScatter } from './churnPace';
import type { Trouble } from './churnTroubles';
import { churnTroubles } from './churnTroubles';
import { buttermilkFatAround } from './churnPace';
import type { ChurnMoment, ChurnRun } from './simulateChurn';
import { simulateChurn } from './simulateChurn';
import type { Stage } from './stages';
import { stages } from './stages';
import { isQuick, priorSpread } from './tools';

const simulateInput = v.strictObject({
  ...churnEntries,
  /** How much longer than the tool's usual this churn takes: 1 is usual. */
  pace: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0.05, 'a pace from 0.05 to 20 is allowed.'),
      v.maxValue(20, 'a pace from 0.05 to 20 is allowed.'),
    ),
    1,
  ),
  /** Go on after the break for this share of the break time; 0.16 is well into grains. */
  pastBreak: v.optional(
    v.pipe(
      v.number(),
      v.minValue(0, 'a share from 0 to 2 is allowed.'),
      v.maxValue(2, 'a share from 0 to 2 is allowed.'),
    ),
    0.16,
  ),
});
export type SimulateInput = v.InferOutput<typeof simulateInput>;

export interface Simulated extends Predicted {
  outcome: ChurnRun['outcome'];
  /** Clock minutes at which each stage is reached: middle and 90 % window. */
  stageMinutes: Partial<Record<Stage, Estimate>>;
  breakMinutes?: Estimate;
  breakTemperature: number;
  /** Of the buttermilk if stopped where the run ends. */
  buttermilkFat: Estimate;
  grainSize: number;
  troubles: Trouble[];
  moments: (Omit<ChurnMoment, 'seconds' | 'free' | 'clumped' | 'grain' | 'torque'> & {
    minutes: number;
    load: number;
  })[];
}

/**
 * A churning from start to grains by the model of {@link simulateChurn}: stages, load, sound, temperature and what the
 * buttermilk would hold if it were stopped at any moment, and what goes wrong. Windows hold 90 %: the pace of a churn
 * nobody has tried varies by a factor of 1.6, and temperature and fat are only known so well.
 */
export function predictChurn(input: SimulateInput): Simulated {
  refuseOverfull(input);
  const run = runOf(input);
  const logPace = Math.log(input.pace);
  const logSd =
    (input.homogenised ? 2 : 1) *
    Math.hypot(Math.log(priorSpread), usualScatter, spreadFromCream(input, logPace));
  const last = run.moments.at(-1)!;
  // The pace stretches the churning, and none of the pauses in it.
  const windowOf = (clockSeconds: number) => {
    const clock = clockSeconds / 60;
    const { low, high } = logEstimate(clock - pausedBefore(input.happenings, clock), logSd);
    return { low: clockAfter(input.happenings, low), mid: clock, high: clockAfter(input.happenings, high) };
  };
  return {
    outcome: run.outcome,
    stageMinutes: Object.fromEntries(
      stages
        .filter((stage) => stage !== 'fluid' && run.reached[stage] !== undefined)
        .map((stage) => [stage, windowOf(run.reached[stage]!)]),
    ),
    ...(run.breakSeconds === undefined ? {} : { breakMinutes: windowOf(run.breakSeconds) }),
    breakTemperature: run.breakTemperature,
    buttermilkFat: buttermilkFatAround(run.buttermilkFat, input.creamFat),
    grainSize: last.grainSize,
    troubles: churnTroubles(run, fillOf(input), input.hardness),
    moments: run.moments.map(({ seconds, stage, temperature, torque, sound, buttermilkFat, grainSize }) => ({
      minutes: seconds / 60,
      stage,
      temperature,
      load: torque,
      sound,
      buttermilkFat,
      grainSize,
    })),
    reasons: ranked(churnEffects(input)),
    cautions: [
      ...churningCautions({ tool: input.tool, treatment: input.treatment }),
      ...(isQuick(input.tool)
        ? [
            {
              key: 'quick',
              level: 'caution' as const,
              says: 'It goes from whipped to butter in seconds: watch it, and stop at grains.',
            },
          ]
        : []),
    ],
  };
}

/** The run of the model alone. */
export function runOf(input: SimulateInput): ChurnRun {
  const logPace = Math.log(input.pace);
  return simulateChurn(conditionsOf(input, logPace), longestSeconds(input, logPace), input.pastBreak);
}

export const predictChurnCalculation = calculation({
  name: 'churn.simulate',
  says: 'A churning from start to grains: stages, load, sound, temperature, buttermilk fat, and what goes wrong.',
  input: simulateInput,
  output: v.object({
    outcome: v.picklist(['breaks', 'stuck', 'oils']),
    stageMinutes: v.record(v.picklist(stages), estimateSchema),
    breakMinutes: v.optional(estimateSchema),
    breakTemperature: v.number(),
    buttermilkFat: estimateSchema,
    grainSize: v.number(),
    troubles: v.array(v.object({ key: v.string(), says: v.string() })),
    moments: v.array(
      v.object({
        minutes: v.number(),
        stage: v.picklist(stages),
        temperature: v.number(),
        load: v.number(),
        sound: v.number(),
        buttermilkFat: v.number(),
        grainSize: v.number(),
      }),
    ),
    ...predictedEntries,
  }),
  run: predictChurn,
});
