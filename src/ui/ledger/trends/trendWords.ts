import type { Trend, TrendKey, TrendPoint, Unusual } from '@/core/comparing/trends';
import { decimal, percent } from '@/core/quantities/formatQuantity';
import { counted } from '@/core/quantities/counted';
import type { useSay } from '../../frame/FarmContext';

/** A trend's figure in words: what it is called, how it is said, and where it stands on the chart’s axis. */
export interface TrendWords {
  /** On its chip. */
  name: string;
  /** In a sentence: “efficiency”. */
  inSentence: string;
  /** One value, read out. */
  say: (value: number) => string;
  /** The value as the axis counts it, and its unit. */
  axis: { of: (value: number) => number; unit: string };
}

type Say = ReturnType<typeof useSay>;
const ounce = 28.349523125;
const litresOf = { metric: 1, us: 0.946353, imperial: 1.136523 } as const;

/** Nobody times a churning closer than this share of it. */
const asForeseen = 0.025;

const share = { of: (value: number) => 100 * value, unit: ' %' };

export const trendWords = (say: Say): Record<TrendKey | 'skim', TrendWords> => {
  const litres = litresOf[say.system];
  return {
    efficiency: {
      name: 'Efficiency',
      inSentence: 'efficiency',
      say: (value) => percent(value),
      axis: share,
    },
    breakTime: {
      name: 'Break time',
      inSentence: 'break time against what was foreseen',
      say: (value) =>
        Math.abs(value - 1) < asForeseen
          ? 'as foreseen'
          : `${percent(Math.abs(value - 1), 0)} ${value > 1 ? 'longer' : 'sooner'} than foreseen`,
      axis: { of: (value) => 100 * (value - 1), unit: ' %' },
    },
    butterFat: {
      name: 'Fat of the butter',
      inSentence: 'fat of the butter',
      say: (value) => percent(value),
      axis: share,
    },
    salt: { name: 'Salt', inSentence: 'salt', say: (value) => percent(value, 2), axis: share },
    perLitre: {
      name: say.system === 'metric' ? 'Butter per litre' : 'Butter per quart',
      inSentence: `butter from a ${say.system === 'metric' ? 'litre' : 'quart'} of cream`,
      say: (value) => say.mass(value * litres),
      axis:
        say.system === 'metric'
          ? { of: (value) => value, unit: ' g' }
          : { of: (value) => (value * litres) / ounce, unit: ' oz' },
    },
    colour: {
      name: 'Colour',
      inSentence: 'colour',
      say: (value) => `${decimal(value, 1)} of 6`,
      axis: { of: (value) => value, unit: '' },
    },
    skim: {
      name: 'Left in the skim',
      inSentence: 'share of the fat left in the skim',
      say: (value) => percent(value),
      axis: share,
    },
  };
};

/** The sentence over a trend: what is usual, and how often it was left. */
export function trendSays({ points, limits, unusual }: Trend, words: TrendWords): string {
  const what = words.name === 'Break time' ? 'Your batches break' : `${capital(words.inSentence)}:`;
  if (!limits.enough)
    return `${counted(points.length, 'point')} of ${words.inSentence} so far: from 8 on it is told what is usual.`;
  const times = unusual.length;
  const usual =
    words.name === 'Break time'
      ? `${what} ${words.say(limits.centre)}`
      : `${what} ${words.say(limits.centre)} is your usual`;
  return times === 0
    ? `${usual}, and nothing of the last ${points.length} left its range.`
    : `${usual}; it left its range ${times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`} in ${points.length}.`;
}

const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** What left the usual range, in words: what it was, and what was otherwise then, or that nothing written down explains it. */
export function unusualSays(
  one: Unusual,
  limits: Trend['limits'],
  words: TrendWords,
  name: (point: TrendPoint) => string,
): string {
  const [first] = one.points;
  const last = one.points.at(-1)!;
  if (one.why === 'run')
    return `${counted(one.points.length, 'time')} in a row ${one.side} your usual, from ${name(first!)} to ${name(last)}: something changed for good, or for the season.`;
  const what =
    one.why === 'beyond'
      ? `${words.say(first!.value)}, ${one.side} the range of ${words.say(one.side === 'above' ? limits.high : limits.low)}`
      : `${words.say(first!.value)}, a jump from the one before`;
  const why =
    first!.batch === undefined
      ? ''
      : one.otherwise.length > 0
        ? `: ${one.otherwise.join('; ')}`
        : ': nothing that was written down was unlike the others';
  return `${capital(name(first!))}: ${what}${why}.`;
}
