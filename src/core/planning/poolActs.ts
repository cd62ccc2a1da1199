import { fillLimit } from '../churning/tools';
import { keepsUntil } from '../keeping/keepsUntil';
import type { Act } from './acts';
import type { FarmNow } from './farmNow';
import { butterKeeps, warmBeyond } from './tooWarm';

/** Cream to have together before a churning is worth its washing up, as a share of the churn (engineering estimate). */
const worthChurning = 0.2;
const daysAhead = 2;

/** Cream that rests: churn it before its oldest part is too old, or when there is a load of it. */
export function creamActs({ lots, churnCapacity, nextVisitHours }: FarmNow): Act[] {
  const cream = lots.filter(
    (one) =>
      one.kind === 'cream' &&
      !one.frozen &&
      !one.ripening &&
      keepsUntil(one) >= one.ageHours &&
      warmBeyond(one) === undefined,
  );
  if (cream.length === 0) return [];
  const total = cream.reduce((sum, one) => sum + one.mass, 0);
  const fat = cream.reduce((sum, one) => sum + one.mass * one.fat, 0);
  const untilHours = Math.min(...cream.map((one) => keepsUntil(one) - one.ageHours));
  const due = untilHours <= nextVisitHours + 1;
  const load = total >= fillLimit * churnCapacity;
  const now = due || load;
  return [
    {
      act: 'churn',
      lots: cream.map((one) => one.id),
      says: due
        ? `Churn today: the oldest of this cream has ${Math.max(0, Math.round(untilHours))} h left.`
        : load
          ? `Churn: ${Math.round(total)} g of cream is a load.`
          : total < worthChurning * churnCapacity
            ? `Gather more cream: ${Math.round(total)} g is little for a churning.`
            : `Churn when it suits, within ${Math.round(untilHours)} h.`,
      now,
      untilHours,
      waiting: { kind: due ? 'freshness' : 'fat', grams: due ? -fat : 0 },
    },
  ];
}

/** Butter: what is eaten first, what goes into the freezer and what comes out, against what is eaten a week. */
export function butterActs({ lots, demand, bankWanted, nextVisitHours }: FarmNow): Act[] {
  const butter = lots.filter((one) => one.kind === 'butter');
  const fresh = butter.filter((one) => !one.frozen).sort((a, b) => butterKeeps(a) - butterKeeps(b));
  const frozen = butter.filter((one) => one.frozen).sort((a, b) => b.ageHours - a.ageHours);
  const have = fresh.reduce((sum, one) => sum + one.mass, 0);
  const banked = frozen.reduce((sum, one) => sum + one.mass, 0);
  const daily = demand / 7;
  const acts: Act[] = [];
  const oldest = fresh.find((one) => butterKeeps(one) >= 0);
  for (const one of fresh.filter((each) => butterKeeps(each) < 0))
    acts.push({
      act: 'discard',
      lots: [one.id],
      says:
        one.keepsHours === undefined
          ? `Nobody wrote down how long this butter keeps, and at ${Math.round(one.celsius)} °C none keeps ${Math.round(one.ageHours / 24)} days: let it go.`
          : 'This butter is past its date: let it go.',
      now: true,
      untilHours: butterKeeps(one),
      waiting: { kind: 'safety', grams: 0 },
    });
  if (oldest && butterKeeps(oldest) < 48)
    acts.push({
      act: 'eatFirst',
      lots: [oldest.id],
      says: 'Eat this one first, or freeze it now.',
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
      says: `Freeze ${Math.round(Math.min(spare, short))} g: the dry weeks will want it.`,
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
      says: `Take ${Math.round(Math.min(banked, daily * 7))} g from the freezer, the oldest first: ${Math.round(have)} g is left fresh.`,
      now: true,
      untilHours: daily > 0 ? (24 * have) / daily : 24,
      waiting: { kind: 'freshness', grams: 0 },
      mass: Math.min(banked, daily * 7),
    });
  return acts;
}
