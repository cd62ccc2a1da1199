import type { ReadyConflict, ReadyPlan, ReadyStep, WayOut } from '@/core/planning/readyBy';
import type { ReadyStepKey } from '@/core/planning/readyPieces';
import { counted } from '@/core/quantities/counted';
import { list } from '@/core/quantities/list';
import { spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { sayIn } from '../../frame/sayIn';

type Say = ReturnType<typeof sayIn>;

/** A moment of the plan, s since 1970. */
export const momentOf = (minutes: number, atSeconds: number): number => atSeconds + 60 * minutes;

/** A moment as it is wanted: “noon”, “midnight”, or the time of day. */
const clockSaid = (atSeconds: number, say: Say): string => {
  const hour = Number(
    new Intl.DateTimeFormat('en-GB', { hour: '2-digit', hourCycle: 'h23', timeZone: say.timeZone }).format(new Date(atSeconds * 1000)),
  ); // prettier-ignore
  const minute = Number(
    new Intl.DateTimeFormat('en-GB', { minute: 'numeric', timeZone: say.timeZone }).format(
      new Date(atSeconds * 1000),
    ),
  );
  return minute === 0 && hour === 12
    ? 'noon'
    : minute === 0 && hour === 0
      ? 'midnight'
      : say.clock(atSeconds);
};
const longDay = (atSeconds: number, say: Say): string =>
  new Intl.DateTimeFormat('en-GB', { weekday: 'long', timeZone: say.timeZone }).format(new Date(atSeconds * 1000)); // prettier-ignore

/** “Saturday noon”, “noon today”, “18:00 tomorrow”; further than a week away with its date. */
export function hourWanted(atSeconds: number, nowSeconds: number, say: Say): string {
  const clock = clockSaid(atSeconds, say);
  const near = nearDay(atSeconds, nowSeconds, say);
  if (near) return `${clock} ${near}`;
  if (atSeconds - nowSeconds > 6 * 86_400) return `${clock} on ${say.day(say.dateOf(atSeconds))}`;
  return `${longDay(atSeconds, say)} ${clock}`;
}

/** “at 12:40 on Thursday”, “at 9:00 tomorrow”, “at 18:00 today”. */
export function atHour(atSeconds: number, nowSeconds: number, say: Say): string {
  const clock = clockSaid(atSeconds, say);
  const near = nearDay(atSeconds, nowSeconds, say);
  const day = near ?? (atSeconds - nowSeconds > 6 * 86_400 ? `on ${say.day(say.dateOf(atSeconds))}` : `on ${longDay(atSeconds, say)}`); // prettier-ignore
  return `at ${clock} ${day}`;
}

function nearDay(atSeconds: number, nowSeconds: number, say: Say): string | undefined {
  const day = say.dateOf(atSeconds);
  if (day === say.dateOf(nowSeconds)) return 'today';
  // Noon to noon, so that a day of 23 hours is a day.
  return day === say.dateOf(nowSeconds + 86_400) ? 'tomorrow' : undefined;
}

/** What each step is called beside its bar. */
export function stepName({ key, celsius, by }: Pick<ReadyStep, 'key' | 'celsius' | 'by'>, salted: boolean, say: Say, loads = 1): string {
  switch (key) {
    case 'buy':
      return 'Buy the cream';
    case 'skim':
      return 'Skim';
    case 'set':
      return 'Set to sour';
    case 'sour':
      return celsius === undefined ? 'Souring' : `Souring, ${say.temperature(celsius)}`;
    case 'chill':
      return 'Chill';
    case 'warm':
      return by === 'larder' ? 'In the cool larder' : `Warm to ${say.temperature(celsius ?? 14)}`;
    case 'churn':
      return loads > 1 ? `Churn, ${counted(loads, 'load')}` : 'Churn';
    case 'finish':
      return salted ? 'Wash, work, salt' : 'Wash, work';
    case 'rest':
      return 'Rest, work again';
    case 'pack':
      return 'Pack';
  }
} // prettier-ignore

/** The act that begins a step, as it ends “For Saturday noon, …”. */
const acts: Record<ReadyStepKey, string> = {
  buy: 'buy the cream',
  skim: 'skim',
  set: 'set the cream to sour',
  sour: 'let the cream sour',
  chill: 'put the cream in the fridge',
  warm: 'take the cream out',
  churn: 'begin to churn',
  finish: 'wash and work it',
  rest: 'let it rest',
  pack: 'pack it',
};
/** The same in few words, on the thread. */
export const shortActs: Record<ReadyStepKey, string> = {
  buy: 'buy cream',
  skim: 'skim',
  set: 'set to sour',
  sour: 'sours',
  chill: 'chill the cream',
  warm: 'warm the cream',
  churn: 'churn',
  finish: 'wash and work',
  rest: 'rests',
  pack: 'pack',
};

/** The next step that somebody has to come for. */
export const nextStep = (steps: readonly ReadyStep[], nowMinutes: number): ReadyStep | undefined =>
  steps.find(
    ({ hands, underWay, latest, start }) => hands && !underWay && Math.max(latest, start) > nowMinutes - 30,
  );

/** Where a step is done, and what the way there is called; buying is done elsewhere. */
export function whereDone({ key }: Pick<ReadyStep, 'key'>, plan: ReadyPlan): { href: string; label: string } | undefined {
  const lot = plan.cream?.used.find(({ kind }) => kind === (key === 'skim' ? 'milk' : 'cream'));
  if (key === 'buy') return undefined;
  if (key === 'skim') return { href: lot ? `/pail/${lot.id}` : '/pail', label: lot ? `To ${lot.name}` : 'To the pail' };
  if (key === 'churn') return { href: '/shelf', label: 'To the shelf' };
  return { href: lot ? `/shelf/${lot.id}` : '/shelf', label: lot ? `To ${lot.name}` : 'To the shelf' };
} // prettier-ignore

/** So near to its time a step is due, min. */
const due = 10;

export interface ReadySays {
  says: string;
  why: string;
}

/** The sentence of a plan, and what stands under it. */
export function readySays(
  plan: ReadyPlan,
  at: { atSeconds: number; nowSeconds: number },
  say: Say,
  first = true,
): ReadySays {
  const { wish, conflicts, by } = plan;
  const moment = (minutes: number) => momentOf(minutes, at.atSeconds);
  const wanted = hourWanted(moment(wish.readyAt), at.nowSeconds, say);
  const capital = `${wanted[0]!.toUpperCase()}${wanted.slice(1)}`;
  const what = `${say.mass(wish.mass)} of ${wish.salt > 0 ? 'salted' : 'unsalted'}, ${wish.soured ? 'cultured' : 'sweet'} butter`;
  const worst = conflicts[0];
  if (worst) return { says: conflictSays(worst, capital, plan, say), why: conflicts.slice(1).map((one) => conflictSays(one, capital, plan, say)).join(' ') || [whyNot(worst, plan, at, say), pastSays(plan)].filter(Boolean).join(' ') }; // prettier-ignore
  const next = nextStep(plan.steps, (at.nowSeconds - at.atSeconds) / 60);
  const begin = next && moment(next.start);
  const isDue = next !== undefined && begin! <= at.nowSeconds + due * 60;
  const says = next
    ? `For ${wanted}, ${actSaid(next, plan, say)} ${isDue ? 'now' : atHour(begin!, at.nowSeconds, say)}.`
    : `For ${wanted} nothing is left to be done but to wait.`;
  const ready = by === undefined ? '' : `Nine in ten: ${what} is packed by ${sameDay(moment(by), moment(wish.readyAt), say)}.`;
  return { says, why: [ready, creamSays(plan, say), pastSays(plan), first ? 'Drag the flag to another hour.' : ''].filter(Boolean).join(' ') };
} // prettier-ignore

const actSaid = (step: ReadyStep, plan: ReadyPlan, say: Say): string => {
  const bought = plan.cream?.used.find(({ kind }) => kind === 'bought');
  if (step.key === 'buy' && bought) return `buy ${say.volume(bought.mass)} of cream`;
  if (step.key === 'warm' && step.by === 'bath') return `warm the cream to ${say.temperature(step.celsius ?? 14)} in a bath`; // prettier-ignore
  return acts[step.key];
};

const sameDay = (atSeconds: number, beside: number, say: Say): string =>
  say.dateOf(atSeconds) === say.dateOf(beside) ? clockSaid(atSeconds, say) : `${longDay(atSeconds, say)} ${clockSaid(atSeconds, say)}`; // prettier-ignore

const small = ['', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'];

/** “It takes 1.4 L of White tub, and milk of two more milkings.” */
export function creamSays({ cream }: ReadyPlan, say: Say): string {
  if (!cream) return '';
  const parts = cream.used.filter(({ kind }) => kind === 'cream' || kind === 'milk');
  const toCome = cream.used.filter(({ kind }) => kind === 'toCome').length;
  const bought = cream.used.find(({ kind }) => kind === 'bought');
  const from = parts
    .filter(({ name }) => name !== '')
    .map(({ name, mass, whole, kind }) => (kind === 'milk' ? `the cream on ${name}` : `${whole ? 'all' : say.volume(mass)} of ${name}`));
  const said = [
    ...from,
    ...(toCome === 0 ? [] : [toCome === 1 ? 'the cream of one more milking' : `the cream of ${toCome < small.length ? small[toCome] : toCome} more milkings`]),
    ...(bought ? [`${say.volume(bought.mass)} of bought cream`] : []),
  ];
  return said.length > 0 ? `It takes ${list(said)}.` : '';
} // prettier-ignore

const pastSays = ({ past }: ReadyPlan): string =>
  past.length === 0
    ? ''
    : `${list(past)} would be past ${past.length === 1 ? 'its' : 'their'} best by then: not for this, churn ${past.length === 1 ? 'it' : 'them'} before.`;

/** What stands in the way, as a sentence. */
function conflictSays({ kind, step }: ReadyConflict, wanted: string, plan: ReadyPlan, say: Say): string {
  const name = step === undefined ? 'it' : acts[step];
  switch (kind) {
    case 'tooSoon':
      return `${wanted} is too soon.`;
    case 'notEnough':
      return `There is cream for about ${say.about(plan.butter)} by then.`;
    case 'noCream':
      return 'There is no cream for it by then.';
    case 'nobodyThere':
      return `Nobody is there in time to ${name}.`;
    case 'churnTaken':
      return 'The churn is taken then.';
    case 'fridgeFull':
      return 'The fridge has no room for so much cream.';
    case 'waits':
      return 'Tempered cream would wait too long for somebody to churn it.';
  }
}

function whyNot(worst: ReadyConflict, plan: ReadyPlan, at: { atSeconds: number; nowSeconds: number }, say: Say): string {
  if (worst.kind === 'tooSoon' && worst.step !== undefined)
    return `${stepName({ key: worst.step, celsius: undefined, by: undefined }, plan.wish.salt > 0, say)} would have had to begin ${text(spokenMinutes(worst.by ?? 0))} ago to be ready nine times in ten.`; // prettier-ignore
  if (worst.kind === 'tooSoon')
    return `As it goes, it is ready by ${sameDay(momentOf(plan.wish.readyAt + (worst.by ?? 0), at.atSeconds), momentOf(plan.wish.readyAt, at.atSeconds), say)}, nine times in ten.`; // prettier-ignore
  if (worst.kind === 'notEnough') return `${creamSays(plan, say)} ${say.about(worst.by ?? 0)} are lacking to be sure of it.`; // prettier-ignore
  if (worst.kind === 'fridgeFull') return `${say.volume(worst.by ?? 0)} would have no place.`;
  return '';
} // prettier-ignore

/** What another way is called on its button, and what it comes to. */
export function waySays(way: WayOut, atSeconds: number, nowSeconds: number, say: Say): string {
  const wanted = hourWanted(momentOf(way.wish.readyAt, atSeconds), nowSeconds, say);
  switch (way.kind) {
    case 'sweet':
      return 'Sweet instead, less time';
    case 'sooner':
      return `Sooner, by ${wanted}`;
    case 'later':
      return `By ${wanted}`;
    case 'eveningBefore':
      return `The evening before, ${sameDay(momentOf(way.wish.readyAt, atSeconds), momentOf(way.wish.readyAt, atSeconds), say)}`;
    case 'less':
      return `${say.mass(way.wish.mass)} instead`;
    case 'buy': {
      const bought = way.plan.cream?.used.find(({ kind }) => kind === 'bought');
      return `Buy ${say.volume(bought?.mass ?? 0)} of cream`;
    }
    case 'otherChurn':
      return `In ${way.churn!.name}`;
  }
} // prettier-ignore

/** By how much a plan has slipped against what was foreseen, min; nothing where it has not. */
export const slipped = (
  plan: ReadyPlan,
  atSeconds: number,
  foreseenBy: number | undefined,
): number | undefined => {
  if (plan.by === undefined || foreseenBy === undefined) return undefined;
  const late = (momentOf(plan.by, atSeconds) - foreseenBy) / 60;
  return late > 15 && plan.by > plan.wish.readyAt + 1 ? late : undefined;
};
