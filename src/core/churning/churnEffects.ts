import { decimal, percent } from '../quantities/formatQuantity';
import type { Reason } from '../prediction';
import type { ChurnInput } from './churnInput.calc';
import { conditionsOf, fillOf, longestSeconds } from './churnInput';
import { simulateChurn } from './simulateChurn';
import { tools } from './tools';

/** The cream every effect is measured against: 38 % fat, aged, sweet, of usual hardness, in a churn two fifths full. */
const plainFat = 0.38;
const plainFill = 0.4;

/** Logarithm of the minutes to the break; a churning that never breaks counts as its longest run. */
export function logBreakMinutes(input: ChurnInput, logPace = 0): number {
  const run = simulateChurn(conditionsOf(input, logPace), longestSeconds(input, logPace), 0);
  return Math.log((run.breakSeconds ?? longestSeconds(input, logPace)) / 60);
}

/**
 * What each property of the load does to the break time on its own: the logarithm of how many times longer it takes
 * than with that property as in plain cream. Found by running the model once for each.
 */
export function churnEffects(input: ChurnInput): Reason[] {
  const here = logBreakMinutes(input);
  const tool = tools[input.tool];
  const fill = fillOf(input);
  const reference = tool.referenceTemperature;
  const without = (change: Partial<ChurnInput>) => here - logBreakMinutes({ ...input, ...change });
  const capacityAtPlainFill = ((input.capacity ?? tool.usualVolume) * fill) / plainFill;
  const effects: [applies: boolean, weight: () => number, says: (times: string) => string][] = [
    [
      Math.abs(input.temperature - reference) > 0.4,
      () => without({ temperature: reference, happenings: [] }),
      (times) => `Churned at ${degrees(input.temperature)}, it takes ${times} at ${degrees(reference)}.`,
    ],
    [
      Math.abs(input.creamFat - plainFat) > 0.01,
      () => without({ creamFat: plainFat }),
      (times) => `Cream of ${percent(input.creamFat, 0)} fat takes ${times} that of 38 %.`,
    ],
    [
      tool.closed && fill > 0.45,
      () => without({ capacity: capacityAtPlainFill }),
      (times) => `${percent(fill, 0)} full, it takes ${times} a churn two fifths full.`,
    ],
    [input.ripened, () => without({ ripened: false }), (times) => `Ripened, it takes ${times} sweet cream.`],
    [
      input.hardness !== 0,
      () => without({ hardness: 0 }),
      (times) =>
        `${input.hardness > 0 ? 'Hard winter' : 'Soft summer'} fat takes ${times} fat of usual hardness.`,
    ],
    [
      input.crystallised < 0.95,
      () => without({ crystallised: 1 }),
      (times) => `Not cold long enough for its fat to set, it takes ${times} aged cream.`,
    ],
    [
      input.homogenised,
      () => without({ homogenised: false }),
      (times) => `Homogenised or long-life, it takes ${times} plain cream.`,
    ],
  ];
  const found = effects
    .filter(([applies]) => applies)
    .map(([, weigh, says]) => {
      const weight = weigh();
      return { weight, says: says(timesAsLong(weight)) };
    });
  return [
    {
      // What is usual for the tool is where every prediction starts: it weighs as much as its spread, a factor of 1.6.
      weight: Math.log(1.6),
      says: `${sentenceStart(tool.inSentence)} usually takes about ${tool.medianBreakMinutes} min.`,
    },
    ...found,
  ];
}

const degrees = (celsius: number): string => `${decimal(celsius, 1)} °C`;
const sentenceStart = (words: string): string => words[0]!.toUpperCase() + words.slice(1);

function timesAsLong(logTimes: number): string {
  const times = Math.exp(logTimes);
  if (times > 0.97 && times < 1.03) return 'as long as';
  // “Once as long” is as long.
  if (times > 1 && times < 1.1) return 'a little longer than';
  return times >= 1 ? `${decimal(times, 1)} times as long as` : `${percent(1 - times, 0)} less time than`;
}

/**
 * How unsure the break time is because temperature and fat are only known so well: the standard deviation of the
 * logarithm, by central differences through the model.
 */
export function spreadFromCream(input: ChurnInput, logPace = 0): number {
  const slope = (low: ChurnInput, high: ChurnInput, width: number) =>
    width > 0 ? (logBreakMinutes(high, logPace) - logBreakMinutes(low, logPace)) / width : 0;
  const warmer = Math.min(40, input.temperature + 0.5);
  const colder = Math.max(0, input.temperature - 0.5);
  const byDegree = slope(
    { ...input, temperature: colder, happenings: [] },
    { ...input, temperature: warmer, happenings: [] },
    warmer - colder,
  );
  const richer = Math.min(0.6, input.creamFat + 0.01);
  const leaner = Math.max(0.05, input.creamFat - 0.01);
  const byFat = slope({ ...input, creamFat: leaner }, { ...input, creamFat: richer }, richer - leaner);
  return Math.hypot(byDegree * input.temperatureSd, byFat * input.creamFatSd);
}
