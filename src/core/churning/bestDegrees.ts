import { foreseenPace, runAt } from './belief';
import type { BestInput } from './bestTemperature.calc';
import type { ChurnInput } from './churnInput.calc';
import type { ChurnPace } from './churnPace';
import { usualPerDegree } from './churnPace';
import { expectedButter } from './expectedButter';
import { greasyFrom } from './churnTroubles';
import { tools } from './tools';

export interface AtDegree {
  celsius: number;
  /** Minutes until it breaks; absent where it does not. */
  minutes?: number;
  /** Share of the fat that the butter does not get, 0 … 1. */
  fatLost: number;
  /** What it costs against the best, g of butter: fat lost, and minutes at what they are worth. */
  costs: number;
}

/** The best temperature in figures; `bestTemperature` says them. */
export interface BestDegrees {
  celsius?: number;
  /** From and to which it costs hardly more. */
  good?: { from: number; to: number };
  degrees: AtDegree[];
}

const coldest = 6;
const warmest = 22;
/** g of butter that a minute at the churn is worth to the maker, when they did not say (engineering estimate): by hand more. */
const minuteWorth = { hand: 1.5, motor: 0.3 };
/** Hardly more: so much of the butter. */
const hardly = 0.005;
/** Texture: how warm it may be at the break, °C at usual hardness: waxy to work from 11 to 16 (docs/models.md, Workability), greasy beyond. */
const softest = { soft: greasyFrom, usual: 16.5, firm: 14.5 } as const;

/** What a minute at the churn is worth, g of butter: as was said, or as is usual. */
export const minuteWorthOf = ({ tool, minutesWorth }: Pick<BestInput, 'tool' | 'minutesWorth'>): number =>
  minutesWorth ?? minuteWorth[tools[tool].driven === 'hand' ? 'hand' : 'motor'];

/** The model run degree by degree: what each costs, the best of them, and the stretch that costs hardly more. */
export function bestDegrees(
  { texture, minutesWorth, pace, ...input }: BestInput,
  logPaceAt: (celsius: number) => number = () => Math.log(pace),
): BestDegrees {
  const worth = minuteWorthOf({ tool: input.tool, minutesWorth });
  const most = softest[texture] + input.hardness;
  const tried = Array.from({ length: warmest - coldest + 1 }, (_, i) => {
    const celsius = coldest + i;
    const run = runAt({ ...input, temperature: celsius }, logPaceAt(celsius));
    const minutes = run.breakSeconds === undefined ? undefined : run.breakSeconds / 60;
    const got = minutes === undefined ? 0 : butterOf(input, run.buttermilkFat);
    return { celsius, minutes, got, breaksAt: run.breakTemperature };
  });
  const whole = butterOf(input, 0);
  const value = ({ minutes, got }: (typeof tried)[number]) => got - worth * (minutes ?? 0);
  const breaking = tried.filter(({ minutes }) => minutes !== undefined);
  // What heats its cream past that wherever it begins is begun cold: then the coldest it breaks at is as firm as it gets.
  const coldestBreak = Math.min(...breaking.map(({ breaksAt }) => breaksAt));
  const fitting = breaking.filter(({ breaksAt }) => breaksAt <= Math.max(most, coldestBreak + 1));
  const best = fitting.toSorted((a, b) => value(b) - value(a))[0];
  const degrees = tried.map((one): AtDegree => ({
    celsius: one.celsius,
    ...(one.minutes === undefined ? {} : { minutes: one.minutes }),
    fatLost: Math.max(0, 1 - one.got / whole),
    costs: best ? Math.max(0, value(best) - value(one)) : 0,
  }));
  const good = best && fitting.filter((one) => value(best) - value(one) <= hardly * whole);
  return {
    ...(best && good
      ? { celsius: best.celsius, good: { from: good[0]!.celsius, to: good.at(-1)!.celsius } }
      : {}),
    degrees,
  };
}

/**
 * {@link bestDegrees} for butter of the usual texture, at the pace that is believed of this churn: what plan, chart and season all go by.
 * What of the pace was learned to be the season's is told to the model as harder or softer fat: it wants another temperature, not only more time.
 */
export function bestAtPace(input: ChurnInput, pace: ChurnPace): BestDegrees {
  const harder = pace.harder?.mean ?? 0;
  const seasoned = { ...input, hardness: input.hardness + harder };
  return bestDegrees(
    { ...seasoned, texture: 'usual', pace: 1 },
    (celsius) => foreseenPace({ ...input, temperature: celsius }, pace) - usualPerDegree * harder,
  );
}

const butterOf = (
  { creamMass, creamFat, creamFatSd }: Pick<BestInput, 'creamMass' | 'creamFat' | 'creamFatSd'>,
  buttermilkFat: number,
): number =>
  expectedButter({ mass: creamMass, massSd: 0, fat: creamFat, fatSd: creamFatSd }, buttermilkFat).mass;
