import { addDays } from '@/core/keeping/civilDate';
import type { Wish } from '@/core/planning/readyBy';
import { furthestWish } from '@/core/planning/readyBy';
import type { ReadyView, WishShown } from '@/server/ready/views';
import { noonOf } from '../../frame/farmTime';

/** What is wanted as it stands on this device. */
export interface ReadyDraft {
  /** As it was typed; empty for what is usual. */
  massTyped: string;
  mass: number;
  soured: boolean;
  salt: number;
  readyAtSeconds: number;
  occasion: string;
  churnId: string;
  buys: boolean;
}

/** g for a first guess (engineering estimate): a week’s butter where the books tell it, but no more than a small churning’s. */
const aPound = 500;
const smallChurning = 600;
const rounded = 50;
const saturday = 6;
/** Nobody begins today for tomorrow: the first guess is so far away, s. */
const leastAhead = 44 * 3600;

/** The next Saturday noon that can be made, where nobody wanted anything yet. */
export function nextSaturday(nowSeconds: number, today: string, timeZone: string): number {
  for (let i = 1; i <= 9; i += 1) {
    const day = addDays(today, i);
    const noon = noonOf(day, timeZone);
    if (new Date(`${day}T12:00:00Z`).getUTCDay() === saturday && noon - nowSeconds >= leastAhead) return noon;
  }
  return nowSeconds + leastAhead;
}

export function freshReady(view: ReadyView, wish: WishShown | undefined, today: string): ReadyDraft {
  if (wish)
    return {
      massTyped: '',
      mass: wish.mass,
      soured: wish.soured,
      salt: wish.salt,
      readyAtSeconds: wish.readyAtSeconds,
      occasion: wish.occasion ?? '',
      churnId: wish.vesselId ?? view.input.churns[0]!.id,
      buys: wish.buys,
    };
  const eaten = view.eaten ?? aPound;
  return {
    massTyped: '',
    mass: Math.min(smallChurning, Math.max(100, Math.round(eaten / rounded) * rounded)),
    soured: view.usual.soured,
    salt: view.usual.salt,
    readyAtSeconds: nextSaturday(view.nowSeconds, today, view.farm.timeZone),
    occasion: '',
    churnId: view.input.churns[0]!.id,
    buys: !view.hasMilk && view.input.creams.length === 0,
  };
}

/** What of it was changed on this device. */
export type Changed = { [K in keyof ReadyDraft]?: ReadyDraft[K] | undefined };

/** What is kept on a device may be of last week: an hour that is past, or a churn that is gone, is taken as at first. */
export function stillMeant(kept: Changed, fresh: ReadyDraft, view: ReadyView): ReadyDraft {
  const said = Object.fromEntries(Object.entries(kept).filter(([, value]) => value !== undefined));
  const draft: ReadyDraft = { ...fresh, ...said };
  const ahead = draft.readyAtSeconds - view.nowSeconds;
  return {
    ...draft,
    readyAtSeconds: ahead > 0 && ahead < furthestWish * 60 ? draft.readyAtSeconds : fresh.readyAtSeconds,
    churnId: view.input.churns.some(({ id }) => id === draft.churnId) ? draft.churnId : fresh.churnId,
  };
}

export const wishOfDraft = (
  { mass, soured, salt, readyAtSeconds, buys }: ReadyDraft,
  atSeconds: number,
): Wish => ({
  mass,
  soured,
  salt,
  readyAt: Math.round((readyAtSeconds - atSeconds) / 60),
  buys,
});
