import type { Season, SeasonInput, SeasonMonth } from '@/core/comparing/season';
import type { SeasonCause } from '@/core/comparing/seasonCauses';
import { counted } from '@/core/quantities/counted';
import { decimal, percent, spokenDegrees, text } from '@/core/quantities/formatQuantity';
import type { sayIn } from '../../frame/sayIn';
import { measures } from '../money/moneyWords';

type Say = ReturnType<typeof sayIn>;

/** The name of a month, 1 to 12. */
export const monthName = (
  month: number,
  system: Say['system'],
  length: 'long' | 'short' | 'narrow' = 'long',
) =>
  new Intl.DateTimeFormat(system === 'us' ? 'en-US' : 'en-GB', { month: length, timeZone: 'UTC' }).format(
    new Date(Date.UTC(2026, month - 1, 15)),
  );

/** Closer nobody sets a bath, K: the best is said to half a degree. */
const halfDegrees = (celsius: number) => Math.round(celsius * 2) / 2;
const best = (celsius: number, say: Say) => say.temperature(halfDegrees(celsius));
/** Less is no season, K. */
const hardlyASeason = 0.75;

/** What the page opens on: this month’s best, and how far it swings over the year. */
export function seasonSays({ months }: Season, thisMonth: number, say: Say): string {
  const here = months[thisMonth - 1]!;
  const own = months.filter((one) => one.own);
  const name = monthName(thisMonth, say.system);
  if (!here.own && !here.book) return `No temperature is foreseen to break this cream well in ${name}.`;
  const begin = `In ${name} your cream churns best at about ${best((here.own ?? here.book)!.celsius, say)}`;
  if (!here.own) return `${begin}, by the book: your own batches do not tell of it yet.`;
  const [cold, warm] = [own.toSorted((a, b) => a.own!.celsius - b.own!.celsius)[0]!, own.toSorted((a, b) => b.own!.celsius - a.own!.celsius)[0]!];
  const apart = warm.own!.celsius - cold.own!.celsius;
  if (own.length < 6) return `${begin}.`;
  if (apart < hardlyASeason) return `${begin}, and hardly otherwise in any other month.`;
  const other = warm.month === thisMonth ? cold : cold.month === thisMonth ? warm : Math.abs(warm.own!.celsius - here.own.celsius) > Math.abs(cold.own!.celsius - here.own.celsius) ? warm : cold;
  return `${begin}, in ${monthName(other.month, say.system)} at ${best(other.own!.celsius, say)}.`;
} // prettier-ignore

/** A month as a sentence or three: temperature, what a litre gave, colour, each beside the book. */
export function monthSays(of: SeasonMonth, yieldOf: SeasonInput['yieldOf'], say: Say): string[] {
  const { liquid, litres } = measures[say.system];
  const { own, book, churnedAt, given, bookGiven, colour, bookColour, feed, feedAssumed } = of;
  const grams = (perLitre: number) => say.about(perLitre * litres);
  const degrees = [
    ...(own ? [`best at ${best(own.celsius, say)}, good at ${say.temperatures(own.from, own.to)}`] : []),
    ...(book ? [`by the book ${best(book.celsius, say)}`] : []),
    ...(churnedAt === undefined ? [] : [`you churned at ${say.temperature(churnedAt)}`]),
  ];
  const range = bookColour[0] === bookColour[1] ? 'white' : `${bookColour[0]} to ${bookColour[1]}`;
  const ate = `${feedAssumed ? 'taken to be ' : ''}${feed === 'grass' ? 'on grass' : feed === 'hay' ? 'on hay' : 'on grass and hay'}`;
  return [
    `${capital(degrees.join('; '))}.`,
    `A ${liquid} of ${yieldOf} ${given ? `gave ${grams(given.mid)}; the book has ${grams(bookGiven)}` : `gives ${grams(bookGiven)} by the book`}.`,
    `${colour === undefined ? `Colour by the book ${range}` : `Colour ${decimal(colour, 1)} of 6; by the book ${range}`}, ${ate}.`,
  ];
}

const named = { colour: 'colour', hardness: 'the best temperature', given: 'what a litre gives' } as const;
const because = { grass: 'Grass instead of hay', calving: 'Every hundred days since calving' } as const;

/** What one reason does, in a sentence; said plainly where it cannot be told. */
export function causeSays(
  cause: SeasonCause,
  yieldOf: SeasonInput['yieldOf'],
  system: Say['system'],
): string {
  const { outcome, reason, mid, low, high, clear, unsaid, points } = cause;
  const what = outcome === 'given' ? `what a ${measures[system].liquid} of ${yieldOf} gives` : named[outcome];
  if (unsaid !== undefined) {
    if (unsaid === 'fewPoints')
      return `${capital(what)}: ${points === 0 ? 'nothing tells of it yet' : `${counted(points, outcome === 'given' ? 'month' : 'batch', outcome === 'given' ? 'months' : 'batches')} ${points === 1 ? 'says' : 'say'} too little`}.`;
    if (reason === 'grass')
      return unsaid === 'unsaid'
        ? `${capital(what)}: say what they ate when you taste, and what grass does to it can be told.`
        : `${capital(what)}: they always ate the same, so nothing tells what grass does to it.`;
    return unsaid === 'unsaid'
      ? `${capital(what)}: say when they calved, and what that does to it can be told.`
      : `${capital(what)}: they were always about as long in milk, so nothing tells what calving does to it.`;
  }
  const amount = (value: number) => sizeOf(outcome, Math.abs(value), system);
  if (!clear) return `${because[reason]}: no clear change of ${what}.`;
  const less = mid < 0;
  const between = [low, high].map(Math.abs).toSorted((a, b) => a - b);
  const range = `${amount(between[0]!).replace(/ .*$/, '')} to ${amount(between[1]!)}`;
  const says = {
    colour: `${amount(mid)} ${less ? 'paler' : 'yellower'}`,
    hardness: `${less ? 'softer' : 'harder'} fat, churned ${amount(mid)} ${less ? 'colder' : 'warmer'}`,
    given: `${amount(mid)} ${less ? 'less' : 'more'} butter of a ${measures[system].liquid} of ${yieldOf}`,
  }[outcome];
  return `${because[reason]}: ${says} (${range}).`;
}

function sizeOf(outcome: SeasonCause['outcome'], value: number, system: Say['system']): string {
  if (outcome === 'given') return percent(Math.exp(value) - 1, 0);
  if (outcome === 'hardness') return text(spokenDegrees(value, system));
  return `${decimal(value, 1)} steps`;
}

const capital = (words: string): string => `${words[0]!.toUpperCase()}${words.slice(1)}`;
