import type { BatchFacts } from '../churning/batchEvents';
import { creamInChurn } from '../churning/creamInChurn';
import { expectedButter } from '../churning/expectedButter';
import { foresee } from '../churning/foresee';
import type { PaceKnowledge } from '../churning/learnPace';
import { learnPace, paceOf } from '../churning/learnPace';
import type { PaceLesson } from '../churning/learnPace';
import type { ChurnPace } from '../churning/churnPace';
import { priorPace } from '../churning/churnPace';
import type { ToolKey } from '../churning/tools';
import { tools } from '../churning/tools';
import type { Estimate } from '../quantities/estimate';
import { logEstimate } from '../quantities/estimate';
import type { OwnCulture } from '../ripening/ownCulture';
import { hoursToThick } from '../ripening/ownCulture';
import { separatorExpect } from '../separating/separatorExpect';
import { vesselFactor, vesselFactorSd } from '../standing/lotHeat';

/** Something of the dairy that is learned: what the textbook says of it, what its own record says, and from how much. */
export interface Learned {
  textbook: Estimate;
  own: Estimate;
  /** How many batches, runs or readings it was learned from. */
  from: number;
  /** How wide its interval is against the textbook's, on the logarithm: 1 nothing learned, 0 all. */
  width: number;
}

export interface LearnedChurn extends Learned {
  tool: ToolKey;
  /** Which churn of that kind, where it is one of the house's own. */
  churn: string | undefined;
}

/** Minutes to the break of plain cream at the tool's own degree, for each churn that taught; the one used last first. */
export function learnedChurns(lessons: readonly PaceLesson[], today: number): LearnedChurn[] {
  const knowledge: PaceKnowledge = learnPace(lessons, today);
  const churns = new Map<string, { tool: ToolKey; churn: string | undefined; from: number }>();
  for (const { tool, churn } of lessons) {
    const key = `${tool} ${churn ?? ''}`;
    const known = churns.get(key) ?? { tool, churn, from: 0 };
    known.from += 1;
    churns.set(key, known);
  }
  return [...churns.values()].map(({ tool, churn, from }) => {
    const pace = paceOf(knowledge, { tool, ...(churn === undefined ? {} : { churn }), day: today });
    return { tool, churn, from, ...minutesAt(tool, pace) };
  });
}

const minutesAt = (tool: ToolKey, { logMean, logSd }: ChurnPace): Omit<Learned, 'from'> => {
  const { medianBreakMinutes } = tools[tool];
  return {
    textbook: logEstimate(medianBreakMinutes, priorPace.logSd),
    own: logEstimate(medianBreakMinutes * Math.exp(logMean), logSd),
    width: logSd / priorPace.logSd,
  };
};

/** How fast a vessel passes heat against the table for its kind: a factor. */
export function learnedVessel(shown: readonly number[]): Learned {
  const [before, sd] = [vesselFactorSd(0), vesselFactorSd(shown.length)];
  return {
    textbook: logEstimate(1, before),
    own: logEstimate(vesselFactor(shown), sd),
    from: shown.length,
    width: sd / before,
  };
}

/** Hours until cream is thick and tart with a culture, by the book and by one's own; undefined where it never gets there. */
export function learnedCulture(
  route: Parameters<typeof hoursToThick>[0],
  own: OwnCulture,
): Learned | undefined {
  const [textbook, ours] = [hoursToThick(route), hoursToThick(route, own)];
  if (!textbook || !ours) return undefined;
  return {
    textbook,
    own: ours,
    from: own.from,
    width: Math.log(ours.high / ours.low) / Math.log(textbook.high / textbook.low),
  };
}

type Runs = Parameters<typeof separatorExpect>[0]['runs'];
/** Plain milk as a separator likes it. */
const plainMilk = { milkMass: 10_000, milkFat: 0.042, temperature: 36, flow: 1, screw: 0 } as const;

/** Fat of the cream and of the skim that a separator gives of plain warm milk with its screw in the middle: mass fractions. */
export function learnedSeparator(
  drive: 'hand' | 'motor',
  runs: Runs,
): { cream: Learned; skim: Learned & { tested: number } } {
  const without = separatorExpect({ ...plainMilk, drive, runs: [] });
  const own = separatorExpect({ ...plainMilk, drive, runs });
  const tested = runs.filter(({ skimFat }) => skimFat !== undefined).length;
  const learned = (textbook: Estimate, now: Estimate, from: number): Learned => ({
    textbook,
    own: now,
    from,
    width: Math.log(now.high / now.low) / Math.log(textbook.high / textbook.low),
  });
  return {
    cream: learned(without.creamFat, own.creamFat, runs.length),
    skim: { ...learned(without.skimFat, own.skimFat, tested), tested },
  };
}

/** What another temperature would do for cream such as the last. */
export interface NextBatch {
  /** °C it was churned at, and °C to churn the next at: the same where there is nothing to gain. */
  was: number;
  celsius: number;
  /** g of butter it would bring, and minutes it would take and took; gains under a few grams are none. */
  butter: number;
  minutes: { there: number; here: number | undefined };
  /** How it would go at the old temperature. */
  here: 'breaks' | 'stuck' | 'oils';
  /** There is nothing to gain by another temperature. */
  asItIs: boolean;
}

/** Less is not worth bringing cream to another temperature: g, minutes, K (engineering estimates). */
const worth = { butter: 5, minutes: 8, kelvins: 1 } as const;
/** Fat of usual butter, mass fraction. */
const butterFat = 0.82;

/**
 * At what temperature to churn next, by cream such as the last and the churn's own pace: the model's own {@link foresee},
 * as the plan has it. Undefined where no temperature is foreseen to break it.
 */
export function nextBatch(facts: BatchFacts, pace: ChurnPace | undefined): NextBatch | undefined {
  const cream = creamInChurn(facts);
  const foreseen = foresee(cream, pace ?? priorPace);
  const { better } = foreseen;
  if (better.outcome !== 'breaks' || better.breakMinutes === undefined) return undefined;
  const lostThere = 1 - expectedButter(cream, better.buttermilkFat).churnEfficiency;
  const butter = ((foreseen.fatLost.mid - lostThere) * cream.mass * cream.fat) / butterFat;
  const here = foreseen.breakMinutes?.mid;
  const celsius = Math.round(better.temperature * 2) / 2;
  const near = Math.abs(celsius - facts.temperature) < worth.kelvins && foreseen.outcome === 'breaks';
  const quicker = here === undefined ? Infinity : here - better.breakMinutes;
  const asItIs = near || (butter < worth.butter && quicker < worth.minutes);
  return {
    was: facts.temperature,
    celsius: asItIs ? facts.temperature : celsius,
    butter,
    minutes: { there: better.breakMinutes, here },
    here: foreseen.outcome,
    asItIs,
  };
}
