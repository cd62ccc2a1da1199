import { logBreakMinutes } from '@/core/churning/churnEffects';
import { learnPace, paceOf } from '@/core/churning/learnPace';
import type { PaceLesson } from '@/core/churning/learnPace';
import { tools } from '@/core/churning/tools';
import type { ToolKey } from '@/core/churning/tools';
import { busyTimes, freeTimes, nextFree } from '@/core/planning/houseHours';
import type { FinishSeen } from '@/core/planning/ownTimes';
import { bookFinish, learnFinish } from '@/core/planning/ownTimes';
import type { ReadyChurn, ReadyInput, ReadyPlan } from '@/core/planning/readyBy';
import { readyPlanner } from '@/core/planning/readyBy';
import { cultureLesson, learnCulture } from '@/core/ripening/ownCulture';
import { ripenForecast } from '@/core/ripening/ripenForecast';
import type { RipenInput } from '@/core/ripening/ripenPredict.calc';
import { plainLoad } from './examples';
import { Noise } from './noise';

const day = 24 * 60;
const usedTools: readonly ToolKey[] = ['paddleHand', 'paddleMotor', 'barrel', 'standMixer', 'jar'];

/** How one promise came out. */
export interface PromiseScore {
  /** Batches and sourings the farm’s own times were learned from. */
  after: number;
  kept: boolean;
}

/** A farm as it is, which nobody knows: logarithms against the book. */
interface TrueFarm {
  finish: number;
  finishScatter: number;
  culture: number;
  vessel: number;
  pace: number;
  perDegree: number;
  perFat: number;
  churnScatter: number;
  hands: number;
  /** Minutes by which somebody comes late, on the middle of it. */
  dawdles: number;
}

/**
 * A week of a farm whose times differ from the book: its finish slower or quicker, its culture livelier or lazier, vessels that pass heat
 * otherwise, a churn whose break runs straight over temperature with a slope of its own, people who come late. What it promised
 * was kept when the butter was packed by the time that was said, and was enough.
 * @returns nothing where no promise could be made
 */
export function scorePromise(seed: string, after: number): PromiseScore | undefined {
  const noise = new Noise(`promise ${seed}`);
  const tool = noise.pick(usedTools);
  const truth: TrueFarm = {
    finish: noise.normal(0, 0.35),
    finishScatter: noise.between(0.12, 0.3),
    culture: noise.normal(0, 0.12),
    vessel: noise.normal(0, 0.2),
    pace: noise.normal(0, Math.log(1.6)),
    perDegree: -Math.abs(noise.normal(0.07, 0.035)),
    perFat: -Math.abs(noise.normal(1.7, 0.6)),
    churnScatter: noise.between(0.08, 0.2),
    hands: noise.normal(0, 0.25),
    dawdles: noise.between(0, 6),
  };
  const { usualVolume, referenceTemperature, medianBreakMinutes } = tools[tool];
  const fat = noise.between(0.28, 0.42);
  const breaksIn = (celsius: number, creamFat: number) =>
    Math.log(medianBreakMinutes) +
    truth.pace +
    truth.perDegree * (celsius - referenceTemperature) +
    truth.perFat * Math.log(creamFat / 0.38) +
    truth.churnScatter * noise.normal(0, 1);
  const lessons = Array.from({ length: after }, (_, i): PaceLesson => {
    const temperature = referenceTemperature + noise.normal(0, 2);
    const creamFat = Math.min(0.45, Math.max(0.25, fat + noise.normal(0, 0.02)));
    const told = { ...plainLoad, creamMass: 0.35 * usualVolume, creamFat, temperature, tool, capacity: usualVolume };
    return { day: 5 * i, tool, ratio: Math.exp(breaksIn(temperature, creamFat) - logBreakMinutes(told)), temperature, creamFat };
  });
  const today = 5 * after;
  const seen = Array.from({ length: after }, (): FinishSeen => {
    const mass = noise.between(300, 1200);
    const book = bookFinish(mass, true);
    const slow = truth.finish + truth.finishScatter * noise.normal(0, 1);
    return { mass, salted: true, minutes: (book.finish + book.rest + book.pack) * Math.exp(slow) };
  });
  const souring: RipenInput = {
    of: 'cream',
    route: 'mesophilic',
    culture: 'bought',
    dose: 0.02,
    treatment: 'raw',
    generation: 0,
    temperatures: [{ hours: 400, celsius: 20 }],
    elapsedHours: 0,
    readings: [],
    readyPh: 5,
  };
  const book = ripenForecast(souring).readyHours!.mid;
  const sours = () => Math.exp(-(truth.culture + 0.08 * noise.normal(0, 1)));
  const looks = Array.from({ length: Math.min(10, after) }, () => {
    const ripe = book * sours();
    const every = noise.between(2, 5);
    const first = noise.between(9, 13);
    const at = first + Math.max(0, Math.ceil((ripe - first) / every)) * every;
    return cultureLesson({
      ...souring,
      elapsedHours: at,
      readings: [
        ...(at - every > first ? [{ kind: 'thickAndTart' as const, atHours: at - every, seen: false }] : []),
        { kind: 'thickAndTart' as const, atHours: at, seen: true },
      ],
    })!;
  });
  const own = after > 0 ? learnCulture(looks) : undefined;
  const pace = after > 0 ? paceOf(learnPace(lessons, today), { tool, day: today, churn: undefined }) : undefined;
  const soured = noise.between(0, 1) < 0.6;
  const churn: ReadyChurn = { id: 'churn', name: 'churn', tool, capacity: usualVolume, taken: [], ...(pace ? { pace } : {}) };
  const now = noise.between(6.5 * 60, 20 * 60);
  const days = Array.from({ length: 17 }, (_, i) => ({ starts: (i - 1) * day - now, weekday: i % 7 }));
  const hours = { from: noise.pick([5.5, 6, 7]) * 60, to: noise.pick([20, 21.5, 22.5]) * 60, away: noise.between(0, 1) < 0.5 ? [] : [{ who: '', weekdays: [1, 2, 3, 4, 5], from: 8 * 60, to: noise.pick([13, 16]) * 60, what: 'at work' }] };
  const input: ReadyInput = {
    creams: [{ id: 'tub', name: 'tub', mass: 0.42 * usualVolume, fat, celsius: 4, ageHours: 30, soured: false, treatment: 'raw', homogenised: false, diameter: 150, vesselFactors: Array.from({ length: Math.min(6, after) }, () => Math.exp(truth.vessel + noise.normal(0, 0.15))) }],
    milk: [],
    busy: busyTimes(hours, [], days, []),
    churns: [churn],
    farm: {
      hardness: 0,
      usualCelsius: 14,
      places: { room: 20, cool: 12, fridge: 4 },
      culture: { route: 'mesophilic', culture: 'bought', dose: 0.02, generation: 0, ...(own ? { own: { logMean: own.logMean, logSd: own.logSd } } : {}) },
      finish: learnFinish(seen),
    },
  };
  const mass = Math.round(noise.between(0.4, 0.85) * 0.42 * usualVolume * fat);
  const readyAt = Math.round((noise.pick([2, 3, 4]) * day + noise.between(9, 20) * 60 - now) / 15) * 15;
  const plan = readyPlanner(input).plan({ mass, soured, salt: 0.016, readyAt }, churn);
  if (plan.conflicts.length > 0 || plan.by === undefined) return undefined;
  const butter = plan.cream!.butter * (1 + 0.016) * (1 + 0.035 * noise.normal(0, 1));
  const finished = lived(plan, input, truth, noise, { sours, breaksIn, fat });
  return { after, kept: finished <= plan.by && butter >= mass };
} // prettier-ignore

/** The week as it went: everything begun as planned, or once what comes before it is done and somebody is there, give or take. */
function lived(
  plan: ReadyPlan,
  input: ReadyInput,
  truth: TrueFarm,
  noise: Noise,
  its: { sours: () => number; breaksIn: (celsius: number, fat: number) => number; fat: number },
): number {
  const free = freeTimes(input.busy, 0, plan.wish.readyAt + 3 * day);
  const slow = truth.finish + truth.finishScatter * noise.normal(0, 1);
  const late = () => -truth.dawdles * Math.log(1 - noise.between(0, 0.999));
  const book = bookFinish(plan.wish.mass / (1 + plan.wish.salt), true);
  // By the book, as the plan itself has it, but for what this farm has of its own.
  const planned = (key: string) => {
    const step = plan.steps.find((one) => one.key === key)!;
    return Math.max(1, step.end - step.start);
  };
  const heat = Math.exp(-(truth.vessel - learnedVessel(input)) + 0.08 * noise.normal(0, 1));
  let at = -Infinity;
  let celsius = input.farm.places.fridge;
  for (const [i, step] of plan.steps.entries()) {
    const follows = step.key === 'rest' || step.key === 'pack' || step.key === 'finish' || (step.key === 'sour' && i > 0);
    let start = follows ? at : Math.max(step.start, at);
    if (!follows && step.hands && start > step.start + 1) start = nextFree(free, start, Math.min(45, planned(step.key)));
    if (step.hands && !follows) start += late();
    const next = plan.steps[i + 1];
    switch (step.key) {
      case 'set':
        at = start + 20 * Math.exp(truth.hands + 0.2 * noise.normal(0, 1));
        break;
      case 'sour':
        at = start + bookSours(plan, input) * its.sours();
        break;
      case 'chill': {
        const whole = planned('chill') * heat;
        at = start + (next?.by === 'larder' ? Math.min(whole, Math.max(whole / 2, next.start - start)) : whole);
        break;
      }
      case 'warm':
        at = start + planned('warm') * (step.by === 'larder' ? 1 : heat);
        celsius = step.celsius! + 0.6 * noise.normal(0, 1);
        break;
      case 'churn': {
        const each = Math.exp(its.breaksIn(celsius, its.fat));
        at = start + plan.loads * (12 * Math.exp(truth.hands) + each);
        break;
      }
      case 'finish':
        at = start + book.finish * Math.exp(slow);
        break;
      case 'rest':
        at = start + book.rest * Math.exp(slow);
        break;
      case 'pack':
        at = start + book.pack * Math.exp(slow);
        break;
      default:
        at = start + planned(step.key);
    }
  }
  return at;
} // prettier-ignore

const learnedVessel = ({ creams }: ReadyInput): number => {
  const { vesselFactors } = creams[0]!;
  const logs = vesselFactors.map((one) => Math.log(one));
  const precision = 1 / 0.25 ** 2 + logs.length / 0.2 ** 2;
  return logs.reduce((sum, one) => sum + one, 0) / 0.2 ** 2 / precision;
};

/** Minutes it would sour by the book’s own culture, in this room, from the fridge. */
function bookSours(plan: ReadyPlan, { farm }: ReadyInput): number {
  const step = plan.steps.find(({ key }) => key === 'sour')!;
  const learned = farm.culture.own?.logMean ?? 0;
  return Math.max(1, step.end - step.start) * Math.exp(learned);
}
