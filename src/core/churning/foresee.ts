import { logEstimate } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { priorPace } from './churnPace';
import type { ChurnPace } from './churnPace';
import { homogenisedFactor, usualRoom } from './churnInput';
import type { CoursePoint } from './course';
import { courseOf } from './course';
import { expectedButter } from './expectedButter';
import type { ExpectedButter } from './expectedButter';
import { simulateChurn } from './simulateChurn';
import type { StageTimes } from './stageTimes';
import { foreseenStageTimes } from './stageTimes';
import type { Stage } from './stages';
import type { ToolKey } from './tools';
import { churnOf, tools } from './tools';

/** What is known of a load before it is churned. */
export interface CreamInChurn {
  /** g and mass fraction, each with its standard deviation. */
  mass: number;
  massSd: number;
  fat: number;
  fatSd: number;
  temperature: number;
  ripened: boolean;
  /** Homogenised, UHT or with stabilisers: slower and less certain. */
  homogenised: boolean;
  /** Shift of the solid fat curve, K. */
  hardness: number;
  tool: ToolKey;
  /** Share of the churn that is full, 0 … 1. */
  fill: number;
  roomTemperature?: number;
}

/** The churning at one temperature, in brief. */
export interface Glimpse {
  temperature: number;
  breakMinutes: number | undefined;
  buttermilkFat: number;
  outcome: 'breaks' | 'stuck' | 'oils';
}

export interface Foreseen {
  outcome: 'breaks' | 'stuck' | 'oils';
  /** 90 % window of the break, minutes; undefined when it is not expected to break. */
  breakMinutes: Estimate | undefined;
  /** Middle times of the stages, minutes. */
  stageMinutes: Partial<Record<Stage, number>>;
  /** How sure those are. */
  stageTimes: StageTimes;
  /** How temperature and load are expected to go. */
  course: CoursePoint[];
  cooler: Glimpse;
  warmer: Glimpse;
  /** At the temperature this tool likes with this fat: what to aim for when here is no good. */
  better: Glimpse;
  buttermilkFat: Estimate;
  /** Share of the fat lost to buttermilk, wash and smears, 0 … 1. */
  fatLost: Estimate;
  butter: ExpectedButter;
  pace: ChurnPace;
}

/** Two degrees either way is what a maker can choose between (product: “what two degrees either way would do”). */
export const otherWay = 2;
/** Churning on past this many medians is called stuck. */
const patience = 6;
/** Spread of buttermilk fat around the model, standard deviation of the logarithm (engineering estimate). */
export const buttermilkScatter = Math.log(1.3);

/**
 * What to expect of a churning: when it breaks, what two degrees either way would do, the fat lost, and the butter.
 * The model of {@link simulateChurn}, run at the pace this maker's churn has shown.
 */
export function foresee(cream: CreamInChurn, pace: ChurnPace = priorPace): Foreseen {
  const slower = cream.homogenised ? homogenisedFactor : 1;
  const median = tools[cream.tool].medianBreakMinutes * Math.exp(pace.logMean) * slower;
  const run = (temperature: number) =>
    simulateChurn(
      {
        churn: churnOf(cream.tool, median),
        fat: cream.fat,
        temperature,
        roomTemperature: cream.roomTemperature ?? usualRoom,
        fill: cream.fill,
        ripened: cream.ripened,
        hardness: cream.hardness,
      },
      median * patience * 60,
    );
  const glimpse = (temperature: number): Glimpse => {
    const { breakSeconds, buttermilkFat, outcome } = run(temperature);
    return {
      temperature,
      breakMinutes: breakSeconds === undefined ? undefined : breakSeconds / 60,
      buttermilkFat,
      outcome,
    };
  };
  const here = run(cream.temperature);
  const logSd = Math.hypot(pace.logSd, pace.scatter) * (cream.homogenised ? 2 : 1);
  const buttermilkFat = logEstimate(here.buttermilkFat, buttermilkScatter);
  const stageMinutes = Object.fromEntries(
    Object.entries(here.reached).map(([stage, seconds]) => [stage, seconds / 60]),
  );
  const lost = (fat: number) => 1 - expectedButter(cream, fat).churnEfficiency;
  return {
    outcome: here.outcome,
    breakMinutes: here.breakSeconds === undefined ? undefined : logEstimate(here.breakSeconds / 60, logSd),
    stageMinutes,
    stageTimes: foreseenStageTimes(stageMinutes, logSd),
    course: courseOf(here.moments),
    cooler: glimpse(cream.temperature - otherWay),
    warmer: glimpse(cream.temperature + otherWay),
    better: glimpse(tools[cream.tool].referenceTemperature + cream.hardness),
    buttermilkFat,
    fatLost: { low: lost(buttermilkFat.low), mid: lost(buttermilkFat.mid), high: lost(buttermilkFat.high) },
    butter: expectedButter(cream, here.buttermilkFat),
    pace,
  };
}

/**
 * One batch's pace: its break time over the time foreseen at the tool's median. Undefined when the model says such
 * cream would not break at all, so that the batch cannot teach.
 */
export function paceRatio(cream: CreamInChurn, breakMinutes: number): number | undefined {
  const { breakMinutes: foreseen } = foresee(cream);
  return foreseen === undefined || breakMinutes <= 0 ? undefined : breakMinutes / foreseen.mid;
}
