import { fillLimit } from '../churning/tools';
import { leadDays } from '../keeping/eatingRate';
import { keepsUntil } from '../keeping/keepsUntil';
import type { Act } from './acts';
import type { RankedFarm, RankedLot } from './farmNow';
import { waitsForTheChurn } from './judgedActs';
import { butterKeeps, warmBeyond } from './tooWarm';
import { wholeCelsius, wholeDays, wholeGrams, wholeHours } from '../quantities/whole';

/** Cream to have together before a churning is worth its washing up, as a share of the churn (engineering estimate). */
const worthChurning = 0.2;
const daysAhead = 2;
/** Butter that lasts longer than this beyond its time to churn again is not spoken of yet, h (engineering estimate). */
const soon = 72;

/** Cream that may be churned: as it was judged, or by its plain figures. */
const mayChurn = (one: RankedLot): boolean =>
  one.kind === 'cream' &&
  (one.judged
    ? waitsForTheChurn(one.judged)
    : !one.frozen && !one.ripening && keepsUntil(one) >= one.ageHours && warmBeyond(one) === undefined);

/** Hours until cream is past its best; nothing when it is sour and cold. */
const bestFor = (one: RankedLot): number =>
  one.judged ? (one.judged.untilHours ?? Infinity) : keepsUntil(one) - one.ageHours;

/** Cream that rests: churn it before its oldest part is too old, when there is a load of it or it is ripe, or on the house’s own day. */
export function creamActs({ lots, churnCapacity, nextVisitHours, churningDayIn }: RankedFarm): Act[] {
  const cream = lots.filter(mayChurn);
  if (cream.length === 0) return [];
  const total = cream.reduce((sum, one) => sum + one.mass, 0);
  const fat = cream.reduce((sum, one) => sum + one.mass * one.fat, 0);
  const left = Math.min(...cream.map(bestFor));
  const untilHours = Number.isFinite(left) ? left : undefined;
  const due = left <= nextVisitHours + 1;
  const load = total >= fillLimit * churnCapacity;
  const enough = total >= worthChurning * churnCapacity;
  const ripe = cream.some(({ judged }) => judged?.waiting.word === 'ripe, to churn');
  const itsDay = churningDayIn === 0 && enough;
  const now = due || load || ripe || itsDay;
  const dayHours = churningDayIn === undefined ? Infinity : 24 * churningDayIn;
  const inHours = Math.max(0, Math.min(dayHours, left - 24));
  return [
    {
      act: 'churn',
      lots: cream.map((one) => one.id),
      says: due
        ? left <= 0
          ? 'Churn at once: this cream is past its best.'
          : `Churn today: the oldest of this cream has ${wholeHours(left)} left.`
        : ripe
          ? 'Churn: this cream is ripe.'
          : load
            ? `Churn: ${wholeGrams(total)} of cream is a load.`
            : itsDay
              ? 'Churn: today is the day for it.'
              : !enough
                ? `Gather more cream: ${wholeGrams(total)} is little for a churning.`
                : untilHours === undefined
                  ? 'Churn when it suits.'
                  : `Churn when it suits, within ${wholeHours(left)}.`,
      now,
      ...(now ? { because: due ? 'due' : ripe ? 'ripe' : load ? 'load' : 'day' } : {}),
      ...(untilHours === undefined ? {} : { untilHours }),
      ...(now || !Number.isFinite(inHours) ? {} : { inHours }),
      waiting: { kind: due ? 'freshness' : 'fat', grams: due ? -fat : 0 },
    },
  ];
}

/** Butter: what is eaten first, what goes into the freezer and what comes out, against what is eaten a week. */
export function butterActs({ lots, demand, bankWanted, nextVisitHours }: RankedFarm): Act[] {
  /** What only fades past its day is used up first; what can poison, or of which nothing is known, goes. */
  const goes = (one: RankedLot): boolean =>
    butterKeeps(one) < 0 && (one.judged === undefined || one.judged.discards);
  const butter = lots.filter((one) => one.kind === 'butter');
  const fresh = butter.filter((one) => !one.frozen).sort((a, b) => butterKeeps(a) - butterKeeps(b));
  const frozen = butter.filter((one) => one.frozen).sort((a, b) => b.ageHours - a.ageHours);
  const have = fresh.reduce((sum, one) => sum + one.mass, 0);
  const banked = frozen.reduce((sum, one) => sum + one.mass, 0);
  const daily = demand / 7;
  const acts: Act[] = [];
  const oldest = fresh.find((one) => !goes(one));
  for (const one of fresh.filter(goes))
    acts.push({
      act: 'discard',
      lots: [one.id],
      says:
        one.keepsHours === undefined
          ? `Nobody wrote down how long this butter keeps, and at ${wholeCelsius(one.celsius)} none keeps ${wholeDays(one.ageHours)}: let it go.`
          : 'This butter is past its date: let it go.',
      now: true,
      untilHours: butterKeeps(one),
      waiting: { kind: 'safety', grams: 0 },
    });
  if (oldest && butterKeeps(oldest) < 48)
    acts.push({
      act: 'eatFirst',
      lots: [oldest.id],
      says:
        butterKeeps(oldest) < 0
          ? 'This one is past its day: use it up.'
          : 'Eat this one first, or freeze it now.',
      now: true,
      untilHours: butterKeeps(oldest),
      waiting: { kind: 'freshness', grams: -oldest.mass * oldest.fat },
    });
  const spare = have - daily * 7;
  const short = bankWanted - banked;
  if (demand > 0 && spare > 50 && short > 50)
    acts.push({
      act: 'freeze',
      lots: fresh.toReversed().map((one) => one.id),
      says: `Freeze ${wholeGrams(Math.min(spare, short))}: the dry weeks will want it.`,
      now: true,
      untilHours: 48,
      waiting: { kind: 'freshness', grams: 0 },
      mass: Math.min(spare, short),
    });
  const missing = daily * Math.max(daysAhead, nextVisitHours / 24) - have;
  if (demand > 0 && missing > 0 && banked > 0)
    acts.push({
      act: 'takeOut',
      lots: frozen.map((one) => one.id),
      says: `Take ${wholeGrams(Math.min(banked, daily * 7))} from the freezer, the oldest first: ${wholeGrams(have)} is left fresh.`,
      now: true,
      untilHours: daily > 0 ? (24 * have) / daily : 24,
      waiting: { kind: 'freshness', grams: 0 },
      mass: Math.min(banked, daily * 7),
    });
  const good = banked + fresh.reduce((sum, one) => sum + (butterKeeps(one) < 0 ? 0 : one.mass), 0);
  const days = daily > 0 ? good / daily : Infinity;
  const churnIn = 24 * (days - leadDays);
  if (good > 0 && churnIn < soon)
    acts.push({
      act: 'runOut',
      lots: [],
      says: `The butter in the house lasts ${daysMore(days)}: churn again before it is gone.`,
      now: churnIn <= 0,
      untilHours: 24 * days,
      ...(churnIn > 0 ? { inHours: churnIn } : {}),
      waiting: { kind: 'freshness', grams: 0 },
    });
  return acts;
}

function daysMore(days: number): string {
  const whole = Math.floor(days);
  return whole === 0 ? 'less than a day more' : whole === 1 ? 'a day more' : `${whole} days more`;
}
