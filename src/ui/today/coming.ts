import { addDays } from '@/core/keeping/civilDate';
import { waterFrom } from '@/core/keeping/crockWater';
import type { TodayView } from '@/server/today/views';
import type { Peg } from '../board/pegs';
import { ahead, butterPegs, milkPegs, pegsOf } from '../board/pegs';
import { noonOf } from '../frame/farmTime';
import type { sayIn } from '../frame/sayIn';
import { toEat } from '../larder/toEat';
import { wishPegs } from './wishesToday';
import type { LotNow } from '../standing/lotNow';

/** Butter so near its day hangs on the thread, pieces. */
const mostPieces = 3;

/** Everything that is coming in this house within a week: milk, cream, crock and butter, the soonest first. */
export function comingUp(
  view: TodayView,
  lots: readonly LotNow[],
  now: number,
  say: ReturnType<typeof sayIn>,
): Peg[] {
  const { timeZone } = view.farm;
  const today = say.dateOf(now);
  return ahead(
    [
      ...pegsOf(lots, now, say),
      ...milkPegs(view.milkings, now, say),
      ...wishPegs(view.wishes, now, say),
      ...(view.crockWaterOn === undefined
        ? []
        : [
            {
              key: 'crock',
              atSeconds: noonOf(addDays(view.crockWaterOn, waterFrom), timeZone),
              says: 'crock',
              small: 'fresh water',
              href: '/larder',
            },
          ]),
      ...butterPegs(toEat(view.butter, today).slice(0, mostPieces), (day) => noonOf(day, timeZone)),
    ],
    now,
  );
}
