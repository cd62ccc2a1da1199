import { standsAtMost, standsFrom, takeOut } from '../standing/judgeLot';
import type { Act } from './acts';
import type { FarmLot, JudgedNow } from './farmNow';

/** Soured milk or cream that is thick and tart is chilled within so many hours (engineering estimate). */
const chillWithin = 6;

/** What cream waits for when it waits for the churn. */
const forTheChurn = new Set(['to churn', 'churn today', 'churn at once', 'ripe, to churn']);
/** Cream that may go into the churn, as it was judged. */
export const waitsForTheChurn = ({ waiting, blocked, discards }: JudgedNow): boolean =>
  !blocked && !discards && forTheChurn.has(waiting.word);

/**
 * What a lot asks for that was judged by its story: the same words that hang above it on every screen, as an act with its
 * time. What is kept from people asks for nothing here, and cream for the churn is asked for with the rest of the cream.
 */
export function judgedActs({ id, kind, ageHours }: FarmLot, judged: JudgedNow): Act[] {
  const { waiting, discards, blocked, untilHours, readyHours } = judged;
  const act = (which: Act['act'], says: string, rest: Partial<Act> = {}): Act[] => [
    { act: which, lots: [id], says, now: true, waiting: { kind: 'freshness', grams: 0 }, ...rest },
  ];
  const safety: Act['waiting'] = { kind: 'safety', grams: 0 };
  if (blocked || waiting.word === 'frozen' || waiting.word === 'thawing') return [];
  if (discards)
    return act('discard', `This ${kind} is past what is safe: out with it.`, {
      ...(untilHours === undefined ? {} : { untilHours: Math.min(0, untilHours) }),
      waiting: safety,
    });
  switch (waiting.word) {
    case 'not cold in time':
      return act('cool', 'This milk will not be cold in time where it stands: put it in ice water now.', {
        untilHours: Math.max(0.1, coolWithin - ageHours),
        waiting: safety,
      });
    case 'still warm':
      return act('cool', 'This milk was not cold in time: cool it at once, and do not drink it raw.', {
        untilHours: Math.min(0, coolWithin - ageHours),
        waiting: safety,
      });
    case 'cooling':
      return act('cool', 'This milk cools.', {
        now: waiting.tone === 'now',
        untilHours: Math.max(0.1, coolWithin - ageHours),
        ...(readyHours === undefined ? {} : { inHours: readyHours }),
        waiting: safety,
      });
    case 'chill or churn':
      return act('cool', `Chill this ${kind} or churn it: unsoured, it may be over 5 °C for 2 h at most.`, {
        untilHours: Math.max(0, untilHours ?? 0),
        waiting: safety,
      });
    case 'chill it':
      return act(
        'chill',
        kind === 'cream'
          ? 'It is thick and tart: chill it now for churning.'
          : 'It is thick and tart: chill it now.',
        { untilHours: chillWithin },
      );
    case 'ripe? look':
      return act('look', 'It should be ripe: look at it.', {
        untilHours: Math.min(chillWithin, untilHours ?? chillWithin),
      });
    case 'set? look':
      return act('look', 'It should be set: look at it.', {
        untilHours: Math.min(chillWithin, untilHours ?? chillWithin),
      });
    case 'setting':
      return act('look', 'Yoghurt sets: look again when it should be.', {
        now: false,
        ...(untilHours === undefined ? {} : { untilHours }),
        ...(readyHours === undefined ? {} : { inHours: readyHours }),
        waiting: safety,
      });
    case 'tart? taste':
      return act('look', 'It should have turned a little: taste it.', {
        untilHours: Math.min(chillWithin, untilHours ?? chillWithin),
        waiting: safety,
      });
    case 'churn or chill':
      return act('cool', 'A little tart: churn it now, or chill it. That keeps nothing.', {
        untilHours: Math.min(chillWithin, untilHours ?? chillWithin),
        waiting: safety,
      });
    case 'souring a little':
      return act('look', 'It turns a little: taste it when it should have.', {
        now: false,
        ...(untilHours === undefined ? {} : { untilHours }),
        ...(readyHours === undefined ? {} : { inHours: readyHours }),
        waiting: safety,
      });
    case 'souring':
      return act('look', 'Souring: look again when it should be ripe.', {
        now: false,
        ...(untilHours === undefined ? {} : { untilHours }),
        ...(readyHours === undefined ? {} : { inHours: readyHours }),
        waiting: safety,
      });
    case 'warming':
    case 'chilling':
      if (kind !== 'cream' && kind !== 'milk') return [];
      return act('ready', `It is ${waiting.word}.`, {
        now: readyHours !== undefined && readyHours <= 0,
        ...(readyHours === undefined ? {} : { inHours: Math.max(0, readyHours) }),
      });
    case takeOut:
      return act('ready', 'It is as you wanted it: take it out, or it goes on.', { untilHours: 0.25 });
    case 'ready to churn':
      return act('ready', 'It is as you wanted it.', { untilHours: 1 });
    case 'probe it':
      return act('ready', 'It should be as you wanted it: probe it.', { untilHours: 0.5 });
    case 'cream rising':
      return act('skim', 'Its cream rises.', {
        now: false,
        inHours: Math.max(0, standsFrom - ageHours),
        untilHours: standsAtMost - ageHours,
      });
    case 'ready to skim':
    case 'skim at once': {
      const { rises } = judged;
      const waits = waiting.word !== 'skim at once' && rises?.pays === true;
      return act('skim', waits ? 'Let it stand: waiting still pays.' : 'Skim it now.', {
        now: !waits,
        untilHours: standsAtMost - ageHours,
        ...(waits ? { inHours: 0 } : {}),
        waiting: { kind: 'fat', grams: rises?.gains ?? 0 },
        ...(rises?.ladleDepth === undefined ? {} : { ladleDepth: rises.ladleDepth }),
      });
    }
    case 'use today':
    case 'not to drink':
    case 'eat today':
    case 'past its day':
      return act('use', `Use this ${kind} today.`, untilHours === undefined ? {} : { untilHours });
    default:
      return waiting.tone === 'now' && kind === 'cream' && !waitsForTheChurn(judged)
        ? act('use', `Use this ${kind} today.`, untilHours === undefined ? {} : { untilHours })
        : [];
  }
}

/** Milk is at 10 °C within four hours of the start of milking (handbook §7). */
const coolWithin = 4;
