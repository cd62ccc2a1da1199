import type { Estimate } from '../quantities/estimate';
import { buttermilkFatAround, priorPace } from './churnPace';
import type { ChurnPace } from './churnPace';
import type { Churned } from './churned';
import type { ChurnInput } from './churnInput.calc';
import { usualRoom } from './churnInput';
import type { BestDegrees } from './bestDegrees';
import { bestAtPace } from './bestDegrees';
import { believe, breakWindow, foreseenPace, runAt } from './belief';
import type { CreamInChurn } from './creamInChurn';
import type { CoursePoint } from './course';
import { courseOf, middleWay } from './course';
import { expectedButter } from './expectedButter';
import type { ExpectedButter } from './expectedButter';
import type { StageTimes } from './stageTimes';
import { believedStageTimes } from './believedStageTimes';
import { middleOf } from './stageTimes';
import type { Stage } from './stages';
import { tools } from './tools';

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
  /** At the temperature this tool likes with this fat, as far as that is good for this load ({@link bestAtPace}): what to aim for when here is no good. */
  better: Glimpse;
  buttermilkFat: Estimate;
  /** Share of the fat lost to buttermilk, wash and smears, 0 … 1. */
  fatLost: Estimate;
  butter: ExpectedButter;
  pace: ChurnPace;
}

/** Two degrees either way is what a maker can choose between (product: “what two degrees either way would do”). */
export const otherWay = 2;

/** A load before it is churned, as the churning calculations take it. */
export const churnInputOf = (cream: CreamInChurn): ChurnInput => ({
  creamMass: cream.load.mass,
  creamFat: cream.load.fat,
  creamFatSd: cream.fatSd,
  temperature: Math.min(40, Math.max(0, cream.temperature)),
  temperatureSd: cream.temperatureSd,
  roomTemperature: cream.roomTemperature ?? usualRoom,
  ripened: cream.ripened,
  homogenised: cream.homogenised,
  treatment: cream.treatment,
  hardness: cream.hardness,
  crystallised: 1,
  tool: cream.tool,
  capacity: cream.load.capacity,
  happenings: [],
});

/** The temperature its tool is usually run at with this fat, or the nearest to it at which this load does hardly worse than at its best. */
function goodFor(
  { tool, hardness }: Pick<CreamInChurn, 'tool' | 'hardness'>,
  good: BestDegrees['good'],
): number {
  const usual = tools[tool].referenceTemperature + hardness;
  return good ? Math.min(good.to, Math.max(good.from, usual)) : usual;
}

/**
 * What to expect of a churning: when it breaks, what two degrees either way would do, the fat lost, and the butter. The
 * break is what the live window says at minute zero: the same belief ({@link believe}), before anything was seen.
 */
export function foresee(cream: CreamInChurn, pace: ChurnPace = priorPace): Foreseen {
  const input = churnInputOf(cream);
  const possibilities = believe(input, pace);
  const { outcome, breakMinutes } = breakWindow(possibilities, cream.hardness);
  const glimpse = (temperature: number): Glimpse => {
    const there = { ...input, temperature: Math.min(40, Math.max(0, temperature)) };
    const run = runAt(there, foreseenPace(there, pace));
    return {
      temperature,
      breakMinutes: run.breakSeconds === undefined ? undefined : run.breakSeconds / 60,
      buttermilkFat: run.buttermilkFat,
      outcome: run.outcome,
    };
  };
  const here = middleWay(possibilities).run;
  // A way that never breaks leaves no buttermilk: what is expected of the butter comes from those that do.
  const breaks = possibilities.filter((one) => one.breakMinutes !== undefined);
  const fatLeft = (breaks.length > 0 ? middleWay(breaks).run : here).buttermilkFat;
  const buttermilkFat = buttermilkFatAround(fatLeft, cream.fat);
  const stageTimes = believedStageTimes(possibilities, (clock) => clock);
  const lost = (fat: number) => Math.min(1, 1 - expectedButter(cream, fat).churnEfficiency);
  return {
    outcome,
    breakMinutes,
    stageMinutes: Object.fromEntries(
      Object.entries(stageTimes).map(([stage, times]) => [stage, middleOf(times)]),
    ),
    stageTimes,
    course: courseOf(here.moments),
    cooler: glimpse(cream.temperature - otherWay),
    warmer: glimpse(cream.temperature + otherWay),
    better: glimpse(goodFor(cream, bestAtPace(input, pace).good)),
    buttermilkFat,
    fatLost: { low: lost(buttermilkFat.low), mid: lost(buttermilkFat.mid), high: lost(buttermilkFat.high) },
    butter: expectedButter(cream, fatLeft),
    pace,
  };
}

/**
 * What is to be expected of the butter once every load broke: by what was marked, and no more by what was foreseen. Before
 * that, what was foreseen.
 */
export function sinceItBroke(
  foreseen: Foreseen,
  cream: CreamInChurn,
  broke: Pick<Churned, 'buttermilkFat' | 'buttermilkLogSd' | 'from'> | undefined,
): Foreseen {
  if (!broke || broke.from === 'forecast') return foreseen;
  const buttermilkFat = buttermilkFatAround(broke.buttermilkFat, cream.fat, broke.buttermilkLogSd);
  const lost = (fat: number) => Math.min(1, 1 - expectedButter(cream, fat).churnEfficiency);
  return {
    ...foreseen,
    buttermilkFat,
    fatLost: { low: lost(buttermilkFat.low), mid: lost(buttermilkFat.mid), high: lost(buttermilkFat.high) },
    butter: expectedButter(cream, buttermilkFat.mid),
  };
}
