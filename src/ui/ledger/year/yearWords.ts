import { percent } from '@/core/quantities/formatQuantity';
import { addDays } from '@/core/keeping/civilDate';
import type { YearAhead } from '@/core/planning/yearAhead';
import { weekOn, weeksAhead } from '@/core/planning/yearAhead';
import { counted } from '@/core/quantities/counted';
import type { sayIn } from '../../frame/sayIn';

type Say = ReturnType<typeof sayIn>;

/** Nine years in ten are meant where a year is said to close. */
const closes = 0.9;

/** The year in one sentence. */
export function yearSays(
  { chance, runsOut, enough }: Pick<YearAhead, 'chance' | 'runsOut' | 'enough'>,
  { animals, frozen, fresh }: { animals: number; frozen: number; fresh: number },
  today: string,
  say: Say,
): string {
  if (animals === 0 && frozen + fresh === 0)
    return 'No animal and no butter yet: try what a cow would bring.';
  if (chance >= closes || runsOut === undefined) return 'Your own butter lasts the whole year.';
  // What is not there yet does not last.
  if (enough && enough.from > 1)
    return `Butter of your own from ${say.day(weekOn(today, enough.from), today)}${enough.to < weeksAhead - 1 ? ` to ${say.day(weekOn(today, enough.to), today)}` : ' on'}.`;
  if (enough === undefined) return 'The herd makes less butter than you eat, all year.';
  return `Your own butter lasts until ${say.day(weekOn(today, runsOut), today)}.`;
}

/** What to put by, and how sure it is, in a sentence. */
export function putBySays(
  { chance, most, herd, noRoom, sustainable, without }: YearAhead,
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
  const room = noRoom > 0 ? ` There is no room for ${say.about(noRoom)} of it.` : '';
  const less =
    chance < closes && sustainable > 0.05 * demand
      ? ` All year there would be enough for ${say.about(sustainable)} a week.`
      : '';
  return `${put}${sureSaid(chance)}${chance < closes && without > 0 ? ` ${counted(without, 'week')} of the middle one ${without === 1 ? 'has' : 'have'} too little.` : ''}${room}${less}`;
}

/** mL of heavy cream for so much butter, g: 36 % fat, of which the churn brings 97 %, at 0.99 g/mL (handbook §6.3, §6.8). */
const creamFor = (butter: number): number => (butter * 0.82) / 0.36 / 0.97 / 0.99;

/** How likely, as a person says it. */
function sureSaid(chance: number): string {
  if (chance >= 0.985) return 'It does so in as good as every year that was tried.';
  if (chance <= 0.015) return 'It does not last all year in any year that was tried.';
  return `You are at ${percent(chance, 0)}: so many of the years that were tried have butter in every week.`;
}
