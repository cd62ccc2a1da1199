import type { Breed } from '@/core/dairy/breeds';
import { breedFat } from '@/core/dairy/breeds';
import { feastWeeks } from '@/core/planning/yearFeasts';
import type { Prices } from '@/core/planning/yearMoney';
import type { WayToLast } from '@/core/planning/whatItTakes';
import { list } from '@/core/quantities/list';
import { percent } from '@/core/quantities/formatQuantity';
import { addDays } from '@/core/keeping/civilDate';
import type { YearAhead } from '@/core/planning/yearAhead';
import { boughtWeeks, weekOn, weeksAhead } from '@/core/planning/yearAhead';
import { counted } from '@/core/quantities/counted';
import { sayMoney } from '../money/moneyWords';
import type { sayIn } from '../../frame/sayIn';

type Say = ReturnType<typeof sayIn>;

/** Nine years in ten are meant where a year is said to close. */
export const nineInTen = 0.9;

/** The year in one sentence. */
export function yearSays(
  { chance, runsOut, enough }: Pick<YearAhead, 'chance' | 'runsOut' | 'enough'>,
  { animals, frozen, fresh }: { animals: number; frozen: number; fresh: number },
  today: string,
  say: Say,
): string {
  if (animals === 0 && frozen + fresh === 0)
    return 'No animal and no butter yet: try what a cow would bring.';
  if (chance >= nineInTen || runsOut === undefined) return 'Your own butter lasts the whole year.';
  // What is not there yet does not last.
  if (enough && enough.from > 1)
    return `Butter of your own from ${say.day(weekOn(today, enough.from), today)}${enough.to < weeksAhead - 1 ? ` to ${say.day(weekOn(today, enough.to), today)}` : ' on'}.`;
  if (enough === undefined) return 'The herd makes less butter than you eat, all year.';
  return `Your own butter lasts until ${say.day(weekOn(today, runsOut), today)}.`;
}

/** What to put by, and how sure it is, in a sentence. */
export function putBySays(
  { chance, most, herd, noRoom, sustainable, without, unchurned, tooMuch }: YearAhead,
  { frozen, demand }: { frozen: number; demand: number },
  today: string,
  say: Say,
): string {
  if (herd.length === 0 && frozen === 0)
    return `Bought, it takes about ${say.volume(creamFor(demand))} of heavy cream a week.`;
  const dries = herd
    .flatMap(({ dries: one, animal }) => (one ? [{ ...one, name: animal.name }] : []))
    .toSorted((a, b) => a.inDays - b.inDays)
    .find(({ inDays }) => inDays < 7 * most.week + 28);
  const more = most.bank - frozen;
  const put =
    most.week > 0 && more > 0.5 * demand
      ? `Put ${say.about(more)} more into the freezer by ${say.day(weekOn(today, most.week), today)}${dries ? `, before ${dries.name} dries off on ${say.day(addDays(today, dries.inDays), today)}` : ''}. `
      : '';
  const over =
    unchurned > 0.5 * demand && tooMuch
      ? ` The churn does not get through ${say.about(unchurned)} of it, between ${say.day(weekOn(today, tooMuch.from), today)} and ${say.day(weekOn(today, tooMuch.to + 1), today)}.`
      : '';
  const room = noRoom > 0 ? ` There is no room for ${say.about(noRoom)} of it.` : '';
  const less =
    chance < nineInTen && sustainable > 0.05 * demand
      ? ` All year there would be enough for ${say.about(sustainable)} a week.`
      : '';
  return `${put}${sureSaid(chance)}${chance < nineInTen && without > 0 ? ` ${counted(without, 'week')} of the middle one ${without === 1 ? 'has' : 'have'} too little.` : ''}${over}${room}${less}`;
}

/** mL of heavy cream for so much butter, g: 36 % fat, of which the churn brings 97 %, at 0.99 g/mL (handbook §6.3, §6.8). */
const creamFor = (butter: number): number => (butter * 0.82) / 0.36 / 0.97 / 0.99;

/** How likely, as a person says it. */
function sureSaid(chance: number): string {
  if (chance >= 0.985) return 'It does so in as good as every year that was tried.';
  if (chance <= 0.015) return 'It does not last all year in any year that was tried.';
  return `You are at ${percent(chance, 0)}: so many of the years that were tried have butter in every week.`;
}

/** The next first of a month after a day, as ISO dates; months from 0. */
export function nextFirst(today: string, month: number): string {
  const [year, now] = today.split('-').map(Number) as [number, number];
  return `${month + 1 > now ? year : year + 1}-${String(month + 1).padStart(2, '0')}-01`;
}

const monthOf = (iso: string): string =>
  new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' }).format(new Date(`${iso}T12:00:00Z`));
const calving: Partial<Record<(typeof breedFat)[Breed]['species'], string>> = {
  goat: 'kidding',
  sheep: 'lambing',
};

/** “another Jersey, calving in May”. */
export function anotherSays({ breed, on }: { breed: Breed; on: string }, today: string): string {
  const { name, species } = breedFat[breed];
  const called = species === 'cow' && breed !== 'mixed' ? name : name.toLowerCase();
  return `another ${called}, ${calving[species] ?? 'calving'} ${on <= today ? 'now' : `in ${monthOf(on)}`}`;
}

/** What is tried, as its chip and its slider say it. */
export const changeSays = {
  calfOff: (on: string, today: string, say: Say) =>
    on <= today ? 'the calf off now' : `the calf off on ${say.day(on, today)}`,
  deeper: (millimetres: number, say: Say) => `ladle ${say.length(millimetres)} deeper`,
  separator: 'a separator',
  less: 'eat a fifth less',
  buyCream: (weeks: number) =>
    weeks === boughtWeeks
      ? 'buy cream in the two leanest months'
      : `buy cream in the ${weeks === 1 ? 'leanest week' : `${weeks} leanest weeks`}`,
  loads: (loads: number) => `churn ${counted(loads, 'load')} a week at most`,
};

/** What it costs to keep the animals that are tried, a year, where that was said. */
export function keepCost(animals: readonly Breed[], prices: Prices): number | undefined {
  const each = animals.map((breed) =>
    breedFat[breed].species === 'cow' || breedFat[breed].species === 'buffalo'
      ? prices.cowYear
      : prices.goatYear,
  );
  if (each.length === 0 || each.includes(undefined)) return undefined;
  return each.reduce<number>((sum, one) => sum + one!, 0);
}

/** What a way to last is, and what it asks of the household. */
export function waySays({ changes, less, asks }: WayToLast, today: string, say: Say, prices: Prices = {}): { says: string; asks: string } {
  const parts = [
    ...changes.map((one) =>
      one.kind === 'another'
        ? anotherSays({ breed: one.breed, on: addDays(today, one.calvesInDays) }, today)
        : one.kind === 'calfOff'
          ? changeSays.calfOff(addDays(today, one.inDays), today, say)
          : one.kind === 'deeper'
            ? changeSays.deeper(one.millimetres, say)
            : one.kind === 'separator'
              ? changeSays.separator
              : one.kind === 'loads'
                ? changeSays.loads(one.loads)
                : changeSays.buyCream(one.weeks),
    ),
    ...(less > 0 ? [`eat ${less === 0.1 ? 'a tenth' : less === 0.2 ? 'a fifth' : percent(less, 0)} less`] : []),
  ];
  const costSaid = (breeds: readonly Breed[]) => {
    const each = keepCost(breeds, prices);
    return each === undefined ? '' : `, some ${sayMoney(each, prices)} a year`;
  };
  const cost = [
    ...asks.animals.map((breed) => `${breedFat[breed].species === 'cow' ? 'a cow' : `a ${breedFat[breed].species}`} more to keep, to milk and to get with young${costSaid([breed])}`),
    ...(asks.bought > 0 ? [`${say.volume(creamFor(asks.bought))} of bought cream${prices.creamLitre === undefined ? '' : `, some ${sayMoney((prices.creamLitre * creamFor(asks.bought)) / 1000, prices)}`}`] : []),
    ...(asks.notEaten > 0 ? [`${say.about(asks.notEaten / weeksAhead)} less on the table each week`] : []),
    ...(asks.calfOff ? ['a calf reared on other milk'] : []),
    ...(asks.deeper ? ['a little more skim in the cream'] : []),
    ...(asks.separator ? ['a separator to buy, to turn while the milk is warm and to wash each time'] : []),
  ];
  const said = list(parts);
  return { says: `${said[0]!.toUpperCase()}${said.slice(1)}`, asks: `It asks ${list(cost)}.` };
} // prettier-ignore

/** More feasts than these are not named one by one. */
const fewFeasts = 3;

/** What is on the table beside the usual, and when. */
export function feastsSaid(feasts: readonly number[], today: string, say: Say): string {
  const told = feastWeeks(feasts, today);
  if (told.length === 0) return '';
  if (told.length > fewFeasts)
    return `, and ${say.about(told.reduce((sum, { mass }) => sum + mass, 0))} more in the year with guests`;
  return `, and with guests ${list(told.map(({ on, mass }) => `${say.about(mass)} more in the week of ${say.day(on, today)}`))}`;
}
