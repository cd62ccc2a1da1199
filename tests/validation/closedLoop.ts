import { adviseChurn, type AdviseInput } from '@/core/churning/adviseChurn';
import type { ChurnHappening, ChurnInput } from '@/core/churning/churnInput.calc';
import { conditionsOf, longestSeconds, pausedBefore } from '@/core/churning/churnInput';
import { greasyButtermilk } from '@/core/churning/churnTroubles';
import type { SeenStage } from '@/core/churning/belief';
import type { OwnConstants } from '@/core/churning/churnModel';
import { simulateChurn } from '@/core/churning/simulateChurn';
import type { ToolKey } from '@/core/churning/tools';
import { tools } from '@/core/churning/tools';
import { Noise } from './noise';

export const loopTroubles = ['tooWarm', 'tooCold', 'tooThick', 'tooThin', 'overfull'] as const;
export type LoopTrouble = (typeof loopTroubles)[number];

/** A churning that is going wrong: what it truly is, what the maker believes, and how fast this churn really is. */
export interface TroubledChurning {
  trouble: LoopTrouble;
  truth: ChurnInput;
  told: AdviseInput;
  logPace: number;
  /** Where the truth is not the model. */
  own?: OwnConstants;
}

/** What became of it. */
export interface LoopResult {
  trouble: LoopTrouble;
  rescued: boolean;
  breakMinutes: number | undefined;
  buttermilkFat: number;
  advised: string[];
}

const hand: ToolKey[] = ['jar', 'dasher', 'paddleHand', 'paddleMotor', 'barrel', 'plunger'];

/** Draws a troubled churning: one thing badly wrong, everything else near the usual, all of it measured with errors. */
export function troubled(seed: string, trouble: LoopTrouble): TroubledChurning {
  const noise = new Noise(seed);
  const tool = noise.pick(hand);
  const { referenceTemperature, usualVolume } = tools[tool];
  const cold = trouble === 'tooCold';
  const fat =
    trouble === 'tooThick'
      ? noise.between(0.55, 0.59)
      : trouble === 'tooThin'
        ? noise.between(0.135, 0.155)
        : noise.between(0.34, 0.4);
  const temperature = {
    tooWarm: () => noise.between(21.5, 25),
    tooCold: () => noise.between(3.5, 5.5),
    tooThick: () => noise.between(6, 9),
    tooThin: () => noise.between(referenceTemperature - 3, referenceTemperature),
    overfull: () => noise.between(referenceTemperature - 1.5, referenceTemperature + 1.5),
  }[trouble]();
  const fill = trouble === 'overfull' ? noise.between(0.74, 0.83) : noise.between(0.3, 0.45);
  const truth: ChurnInput = {
    creamMass: fill * usualVolume,
    creamFat: fat,
    creamFatSd: 0.01,
    temperature,
    temperatureSd: 0.5,
    roomTemperature: cold ? noise.between(5, 9) : noise.between(12, 20),
    ripened: noise.between(0, 1) < 0.2,
    homogenised: false,
    treatment: 'pasteurised',
    hardness: noise.normal(0, 0.8),
    crystallised: 1,
    tool,
    capacity: usualVolume,
    happenings: [],
  };
  const told: AdviseInput = {
    ...truth,
    creamMass: truth.creamMass * (1 + noise.normal(0, 0.02)),
    creamFat: truth.creamFat + noise.normal(0, 0.01),
    temperature: Math.max(0, truth.temperature + noise.normal(0, 0.5)),
    roomTemperature: truth.roomTemperature + noise.normal(0, 1),
    hardness: 0,
    day: 0,
    batches: [],
    marks: [],
    elapsedMinutes: 0,
    // Half the makers of thin cream have some that is richer.
    ...(trouble === 'tooThin' && noise.between(0, 1) < 0.5
      ? { richCream: { mass: truth.creamMass, fat: 0.45, temperature: 8 } }
      : {}),
  };
  return { trouble, truth, told, logPace: noise.normal(0, Math.log(1.6)) };
}

/** Every constant of the truth may be so much off. */
const off = 0.4;
/** Fat that sets fast does so this many times as fast. */
const fastSetting = 4;

/** A troubled churning whose truth is not the model: every constant up to 40 % off, and in half of them fat that sets fast. */
export function troubledOtherwise(seed: string, trouble: LoopTrouble): TroubledChurning {
  const noise = new Noise(`${seed} otherwise`);
  const factor = () => 1 + noise.between(-off, off);
  const own = {
    rate: factor(),
    power: factor(),
    exchange: factor(),
    airMost: factor(),
    readiness: factor(),
    shearLoss: factor(),
    setting: noise.between(0, 1) < 0.5 ? fastSetting : factor(),
  };
  return { ...troubled(seed, trouble), own };
}

/** Asked at the start and then every half of the tool's usual time. */
const askEvery = 0.5;
/** A maker gives up after this many usual times of churning. */
const giveUpAfter = 3;

/**
 * Lives through a troubled churning, asking for advice and following the first remedy (`follows`) or not. Rescued: it
 * broke within three usual times of churning, with no more fat in the buttermilk than greasy butter leaves.
 */
export function liveThroughTrouble(given: TroubledChurning, seed: string, follows: boolean): LoopResult {
  const { trouble, truth, told, logPace, own } = given;
  const noise = new Noise(`${seed}:maker`);
  const usual = tools[truth.tool].medianBreakMinutes;
  const done: ChurnHappening[] = [];
  const seen: ChurnHappening[] = [];
  const advised: string[] = [];
  const run = () => {
    const input = { ...truth, happenings: done };
    return simulateChurn({ ...conditionsOf(input, logPace), own }, longestSeconds(input, logPace));
  };
  let clock = 0;
  let truly = run();
  const churnedAt = (minutes: number) => minutes - pausedBefore(done, minutes);
  while (churnedAt(clock) <= giveUpAfter * usual) {
    if (truly.breakSeconds !== undefined && truly.breakSeconds / 60 <= clock) break;
    if (follows) {
      if (clock > 0) {
        const moment = truly.moments.findLast(({ seconds }) => seconds <= clock * 60)!;
        seen.push({
          kind: 'reading',
          atMinutes: clock,
          temperature: moment.temperature + noise.normal(0, 0.4),
        });
      }
      const marks = (['thickening', 'whipped', 'grainy'] as const).flatMap((stage): SeenStage[] => {
        const at = truly.reached[stage];
        return at !== undefined && at / 60 <= clock ? [{ stage, atMinutes: at / 60 }] : [];
      });
      const { causes } = adviseChurn({ ...told, happenings: seen, marks, elapsedMinutes: clock });
      const [first] = causes;
      if (first) {
        advised.push(first.cause);
        for (const one of first.happenings) {
          const carriedOut = roughly(one, noise);
          done.push(carriedOut);
          seen.push(one);
        }
        truly = run();
        clock = Math.max(
          clock + 1,
          ...first.happenings.map((one) => one.atMinutes + (one.kind === 'pause' ? one.minutes : 0)),
        );
      }
    }
    clock += askEvery * usual;
  }
  const broke = truly.breakSeconds === undefined ? undefined : churnedAt(truly.breakSeconds / 60);
  return {
    trouble,
    rescued: broke !== undefined && broke <= giveUpAfter * usual && truly.buttermilkFat <= greasyButtermilk,
    breakMinutes: broke,
    buttermilkFat: truly.buttermilkFat,
    advised,
  };
}

/** Nobody follows advice to the gram or the minute. */
function roughly(one: ChurnHappening, noise: Noise): ChurnHappening {
  const by = 1 + noise.normal(0, 0.08);
  switch (one.kind) {
    case 'pause':
      return { ...one, minutes: one.minutes * by, temperature: one.temperature + noise.normal(0, 0.5) };
    case 'water':
    case 'cream':
    case 'pourOff':
      return { ...one, mass: one.mass * by };
    case 'takeOut':
      return { ...one, share: Math.min(0.9, one.share * by) };
    default:
      return one;
  }
}
