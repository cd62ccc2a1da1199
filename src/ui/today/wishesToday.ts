import { list } from '@/core/quantities/list';
import type { Act } from '@/core/planning/acts';
import type { ReadyStepKey } from '@/core/planning/readyPieces';
import type { WishPlanned } from '@/server/ready/views';
import type { sayIn } from '../frame/sayIn';
import type { Peg } from '../board/pegs';
import { hourWanted, momentOf, nextStep, readySays, shortActs } from '../ledger/ready/readyWords';
import type { ActSaid } from './todaySays';

type Say = ReturnType<typeof sayIn>;
/** Steps that somebody comes for; what follows the churn at once hangs with it. */
const hung: ReadonlySet<ReadyStepKey> = new Set(['buy', 'skim', 'set', 'chill', 'warm', 'churn']);
/** A step is due so long before its time, and for so long after the latest, min (engineering estimates). */
const due = { before: 15, after: 360 };

const pageOfWish = (id: string): string => `/ledger/ready?wish=${id}`;

/** What is coming of butter that is wanted: every step somebody has to come for, and the hour itself. */
export function wishPegs(wishes: readonly WishPlanned[], nowSeconds: number, say: Say): Peg[] {
  return wishes.flatMap(({ wish, plan, atSeconds }): Peg[] => {
    if (!plan) return [];
    const wanted = hourWanted(wish.readyAtSeconds, nowSeconds, say);
    const href = pageOfWish(wish.id);
    return [
      ...plan.steps.flatMap((step): Peg[] =>
        hung.has(step.key) && step.hands && !step.underWay
          ? [{ key: `wish ${wish.id} ${step.key}`, atSeconds: momentOf(step.start, atSeconds), says: shortActs[step.key], small: `for ${wanted}`, href }]
          : [],
      ),
      { key: `wish ${wish.id} ready`, atSeconds: wish.readyAtSeconds, says: `${say.mass(wish.mass)} ready`, small: wish.occasion ?? wanted, href },
    ];
  });
} // prettier-ignore

/** The lots that butter is to be made of at its hour: they are not for another churning before it. */
export const keptForWishes = (wishes: readonly WishPlanned[]): ReadonlySet<string> =>
  new Set(
    wishes.flatMap(({ plan }) =>
      plan && plan.conflicts.length === 0 ? (plan.cream?.used.map(({ id }) => id) ?? []) : [],
    ),
  );

/** Which of the cream that stands is kept for what, as the Shelf says it. */
export function keptSaid(
  wishes: readonly WishPlanned[],
  nowSeconds: number,
  say: Say,
): { key: string; says: string; href: string }[] {
  return wishes.flatMap(({ wish, plan }) => {
    const names = plan?.cream?.used.flatMap(({ kind, name }) => (kind === 'cream' ? [name] : [])) ?? [];
    if (!plan || plan.conflicts.length > 0 || names.length === 0) return [];
    return [
      {
        key: wish.id,
        says: `${list(names)} ${names.length === 1 ? 'is' : 'are'} kept for ${hourWanted(wish.readyAtSeconds, nowSeconds, say)}.`,
        href: pageOfWish(wish.id),
      },
    ];
  });
}

/** What a wish asks for now: its next step, when its time has come, as an act of Today. */
export function wishDue(
  wishes: readonly WishPlanned[],
  nowSeconds: number,
  say: Say,
): { act: Act; said: ActSaid } | undefined {
  for (const { wish, plan, atSeconds } of wishes) {
    if (!plan || plan.conflicts.length > 0 || wish.batch) continue;
    const now = (nowSeconds - atSeconds) / 60;
    const step = nextStep(plan.steps, now);
    if (!step || step.start - due.before > now || step.latest + due.after < now) continue;
    const { says, why } = readySays(plan, { atSeconds, nowSeconds }, say, false);
    const lots = plan.cream?.used.flatMap(({ id, kind }) => (kind === 'cream' || kind === 'milk' ? [id] : [])) ?? [];
    return {
      act: { act: 'ready', lots, says, now: true, waiting: { kind: 'freshness', grams: 0 } },
      said: { says, why, short: `${shortActs[step.key]} for ${hourWanted(wish.readyAtSeconds, nowSeconds, say)}`, href: pageOfWish(wish.id), label: 'To the plan' },
    };
  }
  return undefined;
} // prettier-ignore

/** What stands in the way of a wish, for Today: the first that is in trouble. */
export function wishTrouble(
  wishes: readonly WishPlanned[],
  nowSeconds: number,
  say: Say,
): { says: string; href: string } | undefined {
  const one = wishes.find(({ plan }) => plan && plan.conflicts.length > 0);
  if (!one) return undefined;
  const { says, why } = readySays(one.plan!, { atSeconds: one.atSeconds, nowSeconds }, say, false);
  return { says: `${says} ${why}`.trim(), href: pageOfWish(one.wish.id) };
}
