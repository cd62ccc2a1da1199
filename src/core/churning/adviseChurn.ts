import { percent } from '../quantities/formatQuantity';
import * as v from 'valibot';
import { calculation, fraction, positiveMass, temperature } from '../calculation';
import { churningCautions } from '../keeping/cautions';
import type { Caution } from '../keeping/cautions';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted, Reason } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import { hardlyKnown } from '../quantities/estimate';
import type { Possibility } from './belief';
import { believe, breakQuantiles, chanceOfBreaking, churnedMinutes, runAt } from './belief';
import { liveEntries, paceFor } from './breakTime';
import { paceAt } from './ownSlopes';
import type { ChurnHappening } from './churnInput.calc';
import type { ChurnPace } from './churnPace';
import { inChurn, pausedBefore } from './churnInput';
import { greasyButtermilk, tooThickFrom } from './churnTroubles';
import { usualButterFat } from './expectedButter';
import { trapped } from '../working/butterMoisture';
import type { Cause, LoadNow, Remedy } from './remedies';
import { remedies } from './remedies';
import type { ChurnRun } from './simulateChurn';
import { tools } from './tools';
import { wholeCelsius, wholeMillimetres } from '../quantities/whole';

const adviseInput = v.strictObject({
  ...liveEntries,
  /** Richer cream that could be stirred in. */
  richCream: v.optional(v.strictObject({ mass: positiveMass, fat: fraction, temperature })),
});
export type AdviseInput = v.InferOutput<typeof adviseInput>;

export interface AdvisedCause {
  cause: Cause;
  says: string;
  /** Share of all the help that there is, 0 … 1: how likely this is what holds it up. */
  weight: number;
  remedy: string;
  /** What the remedy does to the cream, for recording it or trying it in the model. */
  happenings: ChurnHappening[];
  /** Minutes of churning until the break if it is done, standing left out; absent when it would still not break. */
  breakMinutes?: Estimate;
  chance: number;
  buttermilkFat: number;
}

export interface Advice extends Predicted {
  /** Nothing is wrong: say nothing. */
  well: boolean;
  says: string;
  /** Likeliest first, each with its remedy. */
  causes: AdvisedCause[];
  /** As things stand. */
  breakMinutes?: Estimate;
  chance: number;
  buttermilkFat: number;
}

/** A churning is slow when it takes this many times its usual; machines are let run longer (engineering estimates). */
const slowAfter = { hand: 2.2, motor: 2.5, blades: 4 } as const;
/** Chance of breaking under which something is wrong. */
const surely = 0.85;
/** A remedy has to be this much better to be worth saying. */
const worthSaying = 0.15;
/** Under this chance of breaking it is said that nobody knows; and after a remedy, that it may not be enough. */
const evenOdds = 0.5;
const sureEnough = 0.8;
/** Until this share of the shortest time it may take, nothing was seen that could call it slow. */
const earlyShare = 0.5;
/** Paces tried for each remedy. */
const paces = 9;
/** Grains this big are the time to stop; bigger ones have gathered in one mass, mm (docs/models.md, churning). */
const grains = 2.5;
const oneMass = 12;

/**
 * What to do about a churning, from its facts, marks and readings so far: nothing when all is well, or the likeliest
 * causes with a remedy each in numbers and the break to expect from it. Every remedy is tried in the model at every
 * pace the churn may have by now, and judged by the time, the fat and the chance it leaves.
 */
export function adviseChurn(input: AdviseInput, pace: ChurnPace = paceFor(input)): Advice {
  const { marks, elapsedMinutes } = input;
  const { tool } = inChurn(input);
  const elapsed = marks.reduce((latest, { atMinutes }) => Math.max(latest, atMinutes), elapsedMinutes);
  const possibilities = believe(input, pace, marks, elapsed, paces);
  const broke = marks.find(({ stage }) => stage === 'break' || stage === 'grains' || stage === 'mass');
  const asItStands = judge(input, possibilities);
  const cautions = churningCautions({ tool, treatment: input.treatment });
  if (broke) return afterBreak(input, possibilities, elapsed, asItStands, cautions);

  const usual = tools[tool].medianBreakMinutes * Math.exp(paceAt(pace, input).logMean);
  const troubled =
    asItStands.chance < surely ||
    asItStands.buttermilkFat > 0.9 * greasyButtermilk ||
    asItStands.stiffest > tooThickFrom ||
    (asItStands.breakMinutes?.mid ?? Infinity) > slowAfter[tools[tool].driven] * usual;
  const said = {
    ...(asItStands.breakMinutes ? { breakMinutes: asItStands.breakMinutes } : {}),
    chance: asItStands.chance,
    buttermilkFat: asItStands.buttermilkFat,
    cautions,
  };
  if (!troubled) return { well: true, says: 'All is well: go on.', causes: [], reasons: [], ...said };

  const now = loadNow(input, possibilities, elapsed);
  const best = new Map<Cause, { remedy: Remedy; judged: Judged; gain: number }>();
  for (const remedy of remedies(input, now, input.richCream)) {
    const tried = { ...input, happenings: [...input.happenings, ...remedy.happenings] };
    const judged = judge(tried, rerun(tried, possibilities));
    const gain = asItStands.cost - judged.cost - 0.01 * Math.log1p(remedy.minutes);
    if (gain > (best.get(remedy.cause)?.gain ?? worthSaying))
      best.set(remedy.cause, { remedy, judged, gain });
  }
  const found = [...best.values()].sort((a, b) => b.gain - a.gain);
  const total = found.reduce((sum, { gain }) => sum + gain, 0);
  const causes = found.map(({ remedy, judged, gain }): AdvisedCause => ({
    cause: remedy.cause,
    says: causeWords(remedy.cause, now),
    weight: gain / total,
    remedy: `${remedy.says}${doubtOf(judged)}`,
    happenings: remedy.happenings,
    ...(judged.breakMinutes ? { breakMinutes: judged.breakMinutes } : {}),
    chance: judged.chance,
    buttermilkFat: judged.buttermilkFat,
  }));
  return {
    well: false,
    says: causes[0]
      ? `${causes[0].says} ${causes[0].remedy}`
      : asItStands.chance < evenOdds
        ? 'Whether this breaks is not known from here, and no remedy is known to be better: go on, and look at it again.'
        : elapsed < earlyShare * (asItStands.breakMinutes?.low ?? usual)
          ? 'It takes its time as it is: go on.'
          : 'Slow, and nothing would make it quicker: go on.',
    causes,
    reasons: causes.map((one): Reason => ({ says: one.says, weight: one.weight })),
    ...said,
    cautions: [...cautions, ...coldChain(causes)],
  };
}

/** What is not known of what a remedy does is said with it. */
function doubtOf({ chance, breakMinutes }: Judged): string {
  if (chance < sureEnough)
    return ' Whether that is enough is not known: look again once it has been churned for a while.';
  return breakMinutes && hardlyKnown(breakMinutes) ? ' How long it takes then is hardly known.' : '';
}

interface Judged {
  /** Logarithm of the time still to come, plus what lost fat and an uncertain end are worth in time. */
  cost: number;
  chance: number;
  breakMinutes?: Estimate;
  buttermilkFat: number;
  stiffest: number;
}

function judge(input: AdviseInput, possibilities: readonly Possibility[]): Judged {
  const chance = chanceOfBreaking(possibilities);
  const usual = tools[inChurn(input).tool].medianBreakMinutes;
  const mean = (of: (run: ChurnRun) => number) =>
    possibilities.reduce((sum, { run, weight }) => sum + weight * of(run), 0);
  const buttermilkFat = mean((run) => run.buttermilkFat);
  const stiffest = mean((run) => run.stiffest);
  const cost = possibilities.reduce((sum, { run, weight, breakMinutes }) => {
    // An hour's standing costs a maker a quarter of what churning does, a night's little more than that hour; never
    // breaking costs as much as sixteen usual times.
    const standing = pausedBefore(input.happenings, Infinity);
    const waiting = 0.25 * Math.min(60, standing) + 0.02 * Math.max(0, standing - 60);
    const time = breakMinutes === undefined ? 16 * usual : breakMinutes + waiting;
    const fat = 110 * Math.max(0, run.buttermilkFat - 0.009);
    // Of two that never break, the one that gets further is better.
    const short = breakMinutes === undefined ? 1 - run.moments.at(-1)!.clumped : 0;
    return sum + weight * (Math.log(time / usual + 0.3) + Math.min(3, fat) + short);
  }, 0);
  const quantiles = chance >= 0.5 ? breakQuantiles(possibilities, [0.05, 0.5, 0.95]) : undefined;
  return {
    cost: cost + (stiffest > tooThickFrom ? 0.3 * Math.log(stiffest) : 0),
    chance,
    ...(quantiles ? { breakMinutes: { low: quantiles[0]!, mid: quantiles[1]!, high: quantiles[2]! } } : {}),
    buttermilkFat,
    stiffest,
  };
}

/** The same ways, equally likely as before, with something more done to the cream. */
function rerun(input: AdviseInput, possibilities: readonly Possibility[]): Possibility[] {
  return possibilities
    .filter(({ weight }) => weight > 0.01)
    .map((one) => {
      const run = runAt(input, one.logPace, one.warmer, one.faster);
      return { ...one, run, breakMinutes: churnedMinutes(input, run.breakSeconds) };
    });
}

function loadNow(input: AdviseInput, possibilities: readonly Possibility[], atMinutes: number): LoadNow {
  const { mass, fat, fill, tool } = inChurn(input, atMinutes);
  const celsius = possibilities.reduce(
    (sum, { run, weight }) => sum + weight * temperatureAt(run, atMinutes),
    0,
  );
  return {
    atMinutes,
    temperature: celsius,
    mass,
    fat,
    fill,
    closed: tools[tool].closed,
  };
}

function temperatureAt({ moments }: ChurnRun, minutes: number): number {
  const after = moments.find(({ seconds }) => seconds >= minutes * 60);
  return (after ?? moments.at(-1)!).temperature;
}

/** After the break: go on to grains, stop, or chill what has gathered too far. */
function afterBreak(
  { creamMass, creamFat }: AdviseInput,
  possibilities: readonly Possibility[],
  elapsed: number,
  asItStands: Judged,
  cautions: Caution[],
): Advice {
  const size = possibilities.reduce((sum, { run, weight }) => {
    const moment = run.moments.find(({ seconds }) => seconds >= elapsed * 60) ?? run.moments.at(-1)!;
    return sum + weight * moment.grainSize;
  }, 0);
  // Butter of this load and what one mass of it would shut in, to the nearest five grams.
  const shutIn = Math.max(5, Math.round((trapped.mass * creamMass * creamFat) / usualButterFat / 5) * 5);
  return {
    well: true,
    says:
      size < grains
        ? 'It has broken: a few more turns, to wheat-grain size, then stop.'
        : size < oneMass
          ? `Stop now, with grains of about ${wholeMillimetres(size)}. In one mass they would shut in about ${shutIn} g of buttermilk.`
          : `Stop: it is one mass by now, with about ${shutIn} g of buttermilk shut in. Cut it up, wash it once more and work it longer.`,
    causes: [],
    chance: 1,
    buttermilkFat: asItStands.buttermilkFat,
    reasons: [],
    cautions,
  };
}

function causeWords(cause: Cause, { temperature: celsius, fat, fill }: LoadNow): string {
  const share = (of: number) => percent(of, 0);
  return {
    tooCold: `Too cold: at ${wholeCelsius(celsius)} too little of the fat is soft enough to join.`,
    tooWarm: `Too warm: at ${wholeCelsius(celsius)} the fat smears and runs off with the buttermilk.`,
    tooThick: `Too thick: cream of ${share(fat)} stiffens until it hardly moves.`,
    tooThin: `Too thin: in cream of ${share(fat)} the globules seldom meet.`,
    overfull: `Too full: at ${share(fill)} whipped cream has no room to fall.`,
  }[cause];
}

/** Unsoured cream is not left warm (handbook §7). */
const coldChain = (causes: readonly AdvisedCause[]): Caution[] =>
  causes.some(({ cause }) => cause === 'tooCold')
    ? [
        {
          key: 'warming',
          level: 'caution',
          says: 'Sweet cream stays over 5 °C for two hours at most before it is churned or chilled again.',
        },
      ]
    : [];

export const adviseChurnCalculation = calculation({
  name: 'churn.advise',
  says: 'What to do about a churning: nothing when all is well, or likely causes with a remedy each in numbers.',
  input: adviseInput,
  output: v.object({
    well: v.boolean(),
    says: v.string(),
    causes: v.array(
      v.object({
        cause: v.picklist(['tooCold', 'tooWarm', 'tooThick', 'tooThin', 'overfull']),
        says: v.string(),
        weight: v.number(),
        remedy: v.string(),
        happenings: v.array(v.any()),
        breakMinutes: v.optional(estimateSchema),
        chance: v.number(),
        buttermilkFat: v.number(),
      }),
    ),
    breakMinutes: v.optional(estimateSchema),
    chance: v.number(),
    buttermilkFat: v.number(),
    ...predictedEntries,
  }),
  run: (input: AdviseInput) => adviseChurn(input),
});
