import { creamDensity } from '@/core/dairy/creamDensity';
import { counted } from '@/core/quantities/counted';
import { percent } from '@/core/quantities/formatQuantity';
import { addDays } from '@/core/keeping/civilDate';
import type { MilkBookView } from '@/server/ledger/views';
import type { useSay } from '../../frame/FarmContext';
import type { TrendWords } from '../trends/trendWords';

type Say = ReturnType<typeof useSay>;

/** Warm from the animal, °C: as it is measured, and as its lot tells it. */
export const warm = 35;
/** mL of milk as it was measured. */
export const millilitres = (grams: number, fat = 0.04, celsius = warm): number =>
  grams / creamDensity(fat, Math.max(0, Math.min(45, celsius)));

export const household = {
  metric: { name: 'litre', ml: 1000, unit: ' L' },
  us: { name: 'quart', ml: 946.353, unit: ' qt' },
  imperial: { name: 'pint', ml: 568.261, unit: ' pt' },
} as const;

const scales = { ...household, imperial: { ml: 1136.523, unit: ' qt' } } as const;

export const milkWords = (say: Say): Record<'milk' | 'fat', TrendWords> => {
  // The scale is in the measure its amounts are said in.
  const { ml, unit } = scales[say.system];
  return {
    milk: {
      name: 'Milk a day',
      inSentence: 'milk a day',
      say: (grams) => say.volume(millilitres(grams)),
      axis: { of: (grams) => millilitres(grams) / ml, unit },
    },
    fat: {
      name: 'Its fat',
      inSentence: 'fat of the milk',
      say: (share) => percent(share),
      axis: { of: (share) => 100 * share, unit: ' %' },
    },
  };
};

/** Days that a sentence is about, and fewest of them that say anything. */
const week = 7;
const leastDays = 3;
/** Nearer than this is the same, a share of it (engineering estimate). */
const same = 0.04;

/** g a day over the full days from `from` (inclusive) to `to` (exclusive), with how many they are. */
function meanOf(days: MilkBookView['days'], from: string, to: string) {
  const within = days.filter(({ day }) => day >= from && day < to);
  const sum = within.reduce((all, { mass }) => all + mass, 0);
  const fat = within.reduce((all, one) => all + one.fat, 0);
  const foreseen = within.flatMap((one) => (one.foreseen === null ? [] : [one.foreseen]));
  return {
    days: within.length,
    mass: within.length > 0 ? sum / within.length : 0,
    fat: within.length > 0 ? fat / within.length : 0,
    foreseen: foreseen.length === within.length && within.length > 0 ? foreseen.reduce((a, b) => a + b) / within.length : undefined,
    alone: within.every(({ alone }) => alone),
  };
} // prettier-ignore

/** The page in one sentence: what is given a day, against the curve or the week before, and what it makes in butter. */
export function milkSays(view: MilkBookView, say: Say): string {
  const { days, today, of, animals, butter } = view;
  const her = animals.find(({ id }) => id === of);
  const now = meanOf(days, addDays(today, -week), today);
  if (now.days < leastDays)
    return days.length === 0
      ? `No milk is written down ${her ? `of ${her.name} ` : ''}yet.`
      : her
        ? `${her.name} gave no milk to speak of this last week.`
        : 'Too little milk is written down this last week to say what a day gives.';
  const makes = `it makes about ${say.mass(roundTo(now.fat * butter.perFat, 5))} of butter`;
  const about = her && !now.alone ? 'about ' : '';
  const gives = `${her ? her.name : animals.length === 1 ? animals[0]!.name : 'The herd'} gives ${about}${say.volume(roundTo(millilitres(now.mass), 50))} a day`;
  if (her && !now.alone) return `${gives}, reckoned from the pail of all: ${makes}.`;
  if (her && now.foreseen !== undefined)
    return `${gives}, ${against(now.mass / now.foreseen, 'than her curve')}; ${makes}.`;
  const before = meanOf(days, addDays(today, -2 * week), addDays(today, -week));
  return before.days < leastDays
    ? `${gives}; ${makes}.`
    : `${gives}, ${against(now.mass / before.mass, 'than the week before')}; ${makes}.`;
}

const roundTo = (value: number, step: number): number => step * Math.round(value / step);

const against = (ratio: number, what: string): string =>
  Math.abs(ratio - 1) < same
    ? `as much ${what.replace('than', 'as')}`
    : `${percent(Math.abs(ratio - 1), 0)} ${ratio > 1 ? 'more' : 'less'} ${what}`;

/** How sure it is what a gram of fat makes here. */
export const butterSays = ({ batches }: MilkBookView['butter']): string =>
  batches > 0
    ? `By your last ${counted(batches, 'batch', 'batches')}, from the milk to the butter.`
    : 'As the book has it: of your own milk too little was churned yet to say it by your batches.';
