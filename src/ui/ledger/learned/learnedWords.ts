import type { Effect } from '@/core/comparing/batchEffects';
import type { NextBatch } from '@/core/comparing/whatLearned';
import type { Estimate } from '@/core/quantities/estimate';
import { percent, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { counted } from '@/core/quantities/counted';
import type { useSay } from '../../frame/FarmContext';

type Say = ReturnType<typeof useSay>;

/** What one step of a cause is called; a degree is one of the farm’s own. */
export const stepNames: Record<Effect['cause'], string> = {
  temperature: 'Each degree warmer',
  fat: 'Each point more fat',
  fill: 'Each tenth fuller',
  age: 'Each day older',
  ripened: 'Ripened instead of sweet',
  season: 'Midwinter instead of the yearly middle',
};

const fahrenheitPerKelvin = 1.8;
/** An effect of a degree, where a degree is one of Fahrenheit: break times multiply, butter adds. */
export function perOwnDegree({ cause, outcome, effect }: Effect, us: boolean): Estimate {
  if (!us || cause !== 'temperature') return effect;
  const own = (value: number) =>
    outcome === 'breakMinutes' ? value ** (1 / fahrenheitPerKelvin) : value / fahrenheitPerKelvin;
  return { low: own(effect.low), mid: own(effect.mid), high: own(effect.high) };
}

/** One end of an effect in words: a share longer or shorter, or butter more or less per kilogram (pound) of fat. */
export function effectSays(outcome: Effect['outcome'], value: number, say: Say): string {
  if (outcome === 'breakMinutes') {
    const share = value - 1;
    return Math.abs(share) < 0.005
      ? 'no change'
      : `${percent(Math.abs(share), 0)} ${share > 0 ? 'longer' : 'shorter'}`;
  }
  const grams = value * fatUnit(say);
  return Math.abs(grams) < 0.5 ? 'no change' : `${say.mass(Math.abs(grams))} ${grams > 0 ? 'more' : 'less'}`;
}

/** Butter is told by a kilogram, or a pound, of fat. */
const fatUnit = (say: Say): number => (say.system === 'metric' ? 1000 : 453.59237);

/** Why an effect is not told. */
export const unsaidWords = {
  'not enough batches': 'too few batches yet',
  'it hardly varied': 'you hardly varied it',
  'not recorded': 'it is not written down often enough',
} as const;

/** The sentence on the next batch: at what temperature, and what that brings. */
export function nextSays(next: NextBatch, say: Say): string {
  if (next.asItIs)
    return `Next batch: churn at ${say.temperature(next.was)} as the last. Another temperature would bring nothing worth the trouble.`;
  const [there, here] = [next.minutes.there, next.minutes.here];
  const gains = [
    ...(next.butter >= 5 ? [`about ${say.about(next.butter)} more butter`] : []),
    ...(next.here !== 'breaks' || here === undefined
      ? ['it breaks, which it hardly does there']
      : here - there >= 8
        ? [`${text(spokenMinutes(there))} instead of ${text(spokenMinutes(here))}`]
        : []),
  ];
  const price =
    here !== undefined && there - here >= 8
      ? ` It takes ${text(spokenMinutes(there))} instead of ${text(spokenMinutes(here))}.`
      : '';
  return `Next batch: churn at ${say.temperature(next.celsius)} instead of ${say.temperature(next.was)}: ${gains.join(', and ')}.${price}`;
}

/** How an interval shrank, in words. */
export const widthSays = (width: number, from: number, of: string): string =>
  `${counted(from, of, of === 'batch' ? 'batches' : `${of}s`)}; ${width > 0.95 ? 'hardly surer than the book' : `${percent(1 - width, 0)} surer than the book`}`;
