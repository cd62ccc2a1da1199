import type { BatchFacts } from './batchEvents';
import type { BatchStory } from './batchStory';
import type { Possibility } from './belief';
import { believe, churnedMinutes, runAt, takenOn } from './belief';
import { priorPace, usualScatter } from './churnPace';
import { buttermilkScatter } from './churnPace';
import type { ChurnInput } from './churnInput.calc';
import { liveLoad } from './liveLoad';

/** What came of the churning itself, by what was marked and done: the only account of it that books, salt and butter take. */
export interface Churned {
  /** Fat of the buttermilk before any water, mass fraction, and the standard deviation of its logarithm. */
  buttermilkFat: number;
  buttermilkLogSd: number;
  /** °C when it broke. */
  breakCelsius: number;
  /** From the marks of every load; from what was foreseen where a load's break was not marked; or usual figures, where the model cannot follow what was marked. */
  from: 'marks' | 'forecast' | 'usual';
}

/** Buttermilk fat of sweet, cool churnings and how far it varies, where nothing better is known (handbook §6.4–6.7: 0.5–0.8 %). */
const usual = { fat: 0.008, ripenedFat: 0.005, logSd: Math.log(1.6) };
/** Butter grains do not form from fat that feels colder than this, °C at usual hardness (Walstra et al., Dairy Science and Technology, 2006, ch. 18). */
const coldestBreak = 8;
/** A way that this little speaks for is no way, as a share of all. */
const hardlyAny = 1e-9;
/** At most this share of the cream's fat stays in the buttermilk of what was packed as butter (engineering estimate). */
const mostLeft = 0.6;
const paces = 9;

const told = new WeakMap<readonly unknown[], { facts: BatchFacts; churned: Churned }>();

/**
 * What the churning of a batch was: the model run through the batch's own events, weighed by the stages marked. Once a load
 * is marked broken only ways in which it breaks count, so that no forecast of a churning that should not have broken
 * speaks against one that did. Remembered by the story's events.
 */
export function churned(facts: BatchFacts, story: BatchStory): Churned {
  const known = told.get(story.events);
  if (known?.facts === facts) return known.churned;
  const answer = churnedOf(facts, story);
  told.set(story.events, { facts, churned: answer });
  return answer;
}

function churnedOf(facts: BatchFacts, story: BatchStory): Churned {
  const coldest = coldestBreak + facts.hardness;
  const loads = story.loads.flatMap(({ begunAt, share, broke }, i) => {
    if (begunAt === undefined || share <= 0) return [];
    const seen = loadUntilItBroke(facts, story, i + 1);
    if (!seen) return [];
    const ways = believe(seen, priorPace, seen.marks, seen.elapsedMinutes, paces).filter(
      ({ breakMinutes }) => breakMinutes !== undefined,
    );
    return [{ share, broke, ...meanOf(ways) }];
  });
  const all = loads.reduce((sum, { share }) => sum + share, 0);
  const followed = loads.filter(({ weight }) => weight > hardlyAny);
  const known = followed.reduce((sum, { share }) => sum + share, 0);
  const usualFat = facts.ripened ? usual.ripenedFat : usual.fat;
  if (known === 0)
    return {
      buttermilkFat: usualFat,
      buttermilkLogSd: usual.logSd,
      breakCelsius: Math.max(coldest, facts.temperature),
      from: 'usual',
    };
  const mean = (of: (load: (typeof followed)[number]) => number) =>
    followed.reduce((sum, load) => sum + load.share * of(load), 0) / known;
  const most = (mostLeft * facts.creamFat) / Math.max(0.3, 1 - facts.creamFat);
  return {
    buttermilkFat: Math.min(most, (known * mean(({ fat }) => fat) + (all - known) * usualFat) / all),
    buttermilkLogSd: Math.hypot(
      buttermilkScatter,
      mean(({ logSd }) => logSd),
    ),
    breakCelsius: Math.max(
      coldest,
      mean(({ celsius }) => celsius),
    ),
    from: loads.every(({ broke }) => broke) ? 'marks' : 'forecast',
  };
}

function meanOf(ways: readonly Possibility[]): {
  weight: number;
  fat: number;
  logSd: number;
  celsius: number;
} {
  const weight = ways.reduce((sum, one) => sum + one.weight, 0);
  if (weight <= hardlyAny) return { weight, fat: 0, logSd: 0, celsius: 0 };
  const mean = (of: (way: Possibility) => number) =>
    ways.reduce((sum, one) => sum + one.weight * of(one), 0) / weight;
  const log = mean(({ run }) => Math.log(run.buttermilkFat));
  return {
    weight,
    fat: Math.exp(log),
    logSd: Math.sqrt(
      Math.max(
        0,
        mean(({ run }) => (Math.log(run.buttermilkFat) - log) ** 2),
      ),
    ),
    celsius: mean(({ run }) => run.breakTemperature),
  };
}

/** A load as the live calculations take it, told until the moment it broke, or until the last that was said of it. */
function loadUntilItBroke(facts: BatchFacts, story: BatchStory, load: number) {
  const broke = story.marks.find((one) => one.load === load && one.stage === 'break' && !one.echo);
  const last = story.events.findLast(({ id }) => story.loadOf[id] === load);
  const at = broke?.atSeconds ?? last?.atSeconds;
  return at === undefined ? undefined : liveLoad(facts, { ...story, load }, at);
}

/** How far the logarithm of a pace is looked for either way, and how near is near enough. */
const widestPace = Math.log(12);
const nearEnough = 1e-4;
/** Temperatures tried where nobody took one, in standard deviations; nothing is nearer than what was said. */
const offsets = [0, -1.5, -0.75, 0.75, 1.5];

/**
 * The pace this batch showed: its break against the model run through its own events (baths, pauses, water, other tools,
 * parts taken out), at the tool's usual pace. A churn exactly at its usual pace shows 1.00 whatever was done to it. Where the
 * temperature was only assumed, the break speaks of it too: the likeliest of pace and temperature together is taken.
 * @returns the mean over the loads that broke, or undefined when the model cannot break where they did
 */
export function paceShown(facts: BatchFacts, story: BatchStory): number | undefined {
  const logs = story.loads.flatMap(({ broke }, i) => {
    const seen = broke ? loadUntilItBroke(facts, story, i + 1) : undefined;
    const mark = seen?.marks.find(({ stage }) => stage === 'break');
    const log = seen && mark && logPaceOf(seen, churnedMinutes(seen, 60 * mark.atMinutes));
    return log === undefined ? [] : [log];
  });
  if (logs.length === 0) return undefined;
  return Math.exp(logs.reduce((sum, log) => sum + log, 0) / logs.length);
}

function logPaceOf(input: ChurnInput, minutes: number): number | undefined {
  if (!(minutes > 0)) return undefined;
  const tried = input.temperatureSd >= 1 ? offsets : [0];
  const spread = Math.hypot(priorPace.logSd, usualScatter);
  let best: { log: number; off: number } | undefined;
  for (const z of tried) {
    const log = paceBreakingAt(input, minutes, z * input.temperatureSd);
    if (log === undefined) continue;
    const off = z ** 2 + (log / spread) ** 2;
    if (!best || off < best.off) best = { log, off };
  }
  return best && best.log * takenOn(input, best.log);
}

/** The pace at which the model breaks after so many minutes of churning, by halving: slower churns break later. */
function paceBreakingAt(input: ChurnInput, minutes: number, warmer: number): number | undefined {
  const breaks = (log: number) =>
    churnedMinutes(input, runAt(input, log, warmer).breakSeconds) ?? Number.POSITIVE_INFINITY;
  let [low, high] = [-widestPace, widestPace];
  // The break time of the usual pace is a good guess: most of it goes with the pace.
  const usualMinutes = breaks(0);
  if (Math.abs(Math.log(minutes / usualMinutes)) < nearEnough) return 0;
  if (usualMinutes < minutes) low = 0;
  else high = 0;
  if (breaks(low) > minutes || breaks(high) < minutes) return undefined;
  while (high - low > nearEnough) {
    const middle = (low + high) / 2;
    if (breaks(middle) < minutes) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
