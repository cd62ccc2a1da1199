import type { LiveInput } from '@/core/churning/breakTime';
import { breakTime } from '@/core/churning/breakTime';
import { logBreakMinutes } from '@/core/churning/churnEffects';
import type { ChurnInput } from '@/core/churning/churnInput.calc';
import { conditionsOf, longestSeconds } from '@/core/churning/churnInput';
import type { PaceLesson } from '@/core/churning/learnPace';
import { simulateChurn } from '@/core/churning/simulateChurn';
import type { ToolKey } from '@/core/churning/tools';
import { tools } from '@/core/churning/tools';
import { ownKinds } from './ownKinds';
import { Noise } from './noise';

/** A maker nobody knows: how fast the arm, the kind of tool and this very churn are, and how the year's fat swings. */
interface Maker {
  noise: Noise;
  tool: ToolKey;
  logPace: number;
  scatter: number;
  hardnessOn: (day: number) => number;
}

/** One batch: what it truly was, what was told of it, and what came of it. */
interface LivedBatch {
  day: number;
  told: ChurnInput;
  breakMinutes: number;
  whippedMinutes: number | undefined;
  lesson: PaceLesson;
}

/** How one prediction did. */
export interface Scored {
  covered: boolean;
  /** |ln(predicted/actual)| */
  error: number;
  /** ln(high/low) */
  width: number;
}

export interface MakerScore {
  before: Scored;
  afterTen: Scored;
  /** After ten batches, and the whipped mark of this one seen. */
  live: Scored | undefined;
}

function drawMaker(seed: string): Maker {
  const noise = new Noise(seed);
  const tool = noise.pick(ownKinds);
  const swing = Math.abs(noise.normal(0, 1.5));
  const coldest = noise.between(0, 365);
  const drift = noise.normal(0, 0.8);
  const start = noise.between(0, 300);
  return {
    noise,
    tool,
    logPace: noise.normal(0, Math.log(1.6)),
    scatter: noise.between(0.1, 0.25),
    hardnessOn: (day) =>
      swing * Math.cos((2 * Math.PI * (day - coldest)) / 365.25) + drift * Math.tanh((day - start) / 60),
  };
}

function live(maker: Maker, day: number): LivedBatch | undefined {
  const { noise, tool, hardnessOn, scatter } = maker;
  const { referenceTemperature, usualVolume } = tools[tool];
  const base: ChurnInput = {
    creamMass: noise.between(0.3, 0.42) * usualVolume,
    creamFat: noise.normal(0.375, 0.015),
    creamFatSd: 0.01,
    temperature: referenceTemperature + noise.normal(0, 1.5),
    temperatureSd: 0.5,
    roomTemperature: 18,
    ripened: noise.between(0, 1) < 0.3,
    homogenised: false,
    treatment: 'pasteurised',
    hardness: 0,
    crystallised: 1,
    tool,
    capacity: usualVolume,
    happenings: [],
  };
  const truth = { ...base, hardness: hardnessOn(day) };
  const told = {
    ...base,
    creamFat: base.creamFat + noise.normal(0, 0.01),
    temperature: base.temperature + noise.normal(0, 0.5),
  };
  const logPace = maker.logPace + noise.normal(0, scatter);
  const run = simulateChurn(conditionsOf(truth, logPace), longestSeconds(truth, logPace));
  if (run.breakSeconds === undefined) return undefined;
  const breakMinutes = (run.breakSeconds / 60) * Math.exp(noise.normal(0, 0.03));
  const foreseen = Math.exp(logBreakMinutes(told));
  const harder = logBreakMinutes({ ...told, hardness: 0.5 }) - logBreakMinutes({ ...told, hardness: -0.5 });
  const whipped = run.reached.whipped;
  return {
    day,
    told,
    breakMinutes,
    whippedMinutes: whipped === undefined ? undefined : (whipped / 60) * Math.exp(noise.normal(0, 0.2)),
    lesson: {
      day,
      tool,
      ratio: breakMinutes / foreseen,
      perDegreeHarder: harder,
      temperature: told.temperature,
      creamFat: told.creamFat,
    },
  };
}

function score(told: ChurnInput, actual: number, known: Partial<LiveInput>): Scored {
  const predicted = breakTime({
    ...told,
    day: 0,
    batches: [],
    marks: [],
    elapsedMinutes: 0,
    ...known,
  }).breakMinutes;
  if (!predicted) return { covered: false, error: Infinity, width: Infinity };
  return {
    covered: actual >= predicted.low && actual <= predicted.high,
    error: Math.abs(Math.log(predicted.mid / actual)),
    width: Math.log(predicted.high / predicted.low),
  };
}

/** A maker's first eleven batches, about a week apart; undefined when one of them would never have broken. */
export function scoreMaker(seed: string): MakerScore | undefined {
  const maker = drawMaker(seed);
  const lived: LivedBatch[] = [];
  const first = maker.noise.between(0, 365);
  for (let i = 0; i < 11; i += 1) {
    const batch = live(maker, first + 7 * i + maker.noise.between(-2, 2));
    if (!batch) return undefined;
    lived.push(batch);
  }
  const last = lived[10]!;
  const known = { day: last.day, batches: lived.slice(0, 10).map(({ lesson }) => lesson) };
  const { whippedMinutes } = last;
  return {
    before: score(lived[0]!.told, lived[0]!.breakMinutes, {}),
    afterTen: score(last.told, last.breakMinutes, known),
    live:
      whippedMinutes !== undefined && whippedMinutes < last.breakMinutes
        ? score(last.told, last.breakMinutes, {
            ...known,
            marks: [{ stage: 'whipped', atMinutes: whippedMinutes }],
            elapsedMinutes: whippedMinutes,
          })
        : undefined,
  };
}
