import type { Act, ActKind } from '@/core/planning/acts';
import type { RankedFarm } from '@/core/planning/farmNow';
import { neverWaits, rounds } from '@/core/planning/habits';
import { rankFarm } from '@/core/planning/rankFarm';
import type { TodayView } from '@/server/today/views';
import { milkPegs } from '../board/pegs';
import { hourOfDay } from '../frame/farmTime';
import type { useSay } from '../frame/FarmContext';
import type { PailSays } from '../pail/pailSentence';
import { pailSentence } from '../pail/pailSentence';
import { alarmsOf, alarmWords } from '../standing/alarm';
import type { Risen } from '../standing/useRises';
import type { LotNow } from '../standing/lotNow';
import { rankedFarm } from './rankedFarm';
import { keptForWishes, wishDue } from './wishesToday';
import type { ActSaid, Told } from './todaySays';
import { sayAct } from './todaySays';

/** Somebody is here again by then, when no milking says so, h (engineering estimate). */
const nextVisit = 12;

/** What is under way and is worth the sentence when nothing presses: souring, a timer, milk better left, cream for the churn. */
const underWay = (act: Act): boolean =>
  ['look', 'ready', 'cool', 'churn'].includes(act.act) || (act.act === 'skim' && act.inHours === 0);

export interface TodayNow {
  farm: RankedFarm;
  nextVisitHours: number;
  /** What comes first, if anything does. */
  first: Act | undefined;
  /** How it is said: for milk, as the Pail says it. */
  said: ActSaid | undefined;
  /** What comes after it, in order. */
  others: { act: Act; said: ActSaid }[];
  dairy: PailSays;
  told: Told;
}

/** What comes first at a moment, and what after it, as `today.rank` orders it, without what was left alone. */
export function todayNow(
  view: TodayView,
  lots: readonly LotNow[],
  rises: ReadonlyMap<string, Risen>,
  now: number,
  say: ReturnType<typeof useSay>,
  leftAlone: (act: ActKind, lots: readonly string[]) => boolean,
): TodayNow {
  const today = say.dateOf(now);
  const nextVisitHours = Math.max(
    1,
    Math.min(
      nextVisit,
      ...milkPegs(view.milkings, now, say).map(({ atSeconds }) => (atSeconds - now) / 3600),
    ),
  );
  const farm = rankedFarm(view, lots, rises, {
    now,
    today,
    nextVisitHours,
    hourOfDay: (seconds) => hourOfDay(seconds, view.farm.timeZone),
  });
  // Cream that is kept for a wish is no load for another churning, unless it would be past its best.
  const kept = keptForWishes(view.wishes);
  const acts = rounds(
    rankFarm(farm).filter(
      ({ act, lots: of, now: due, because }) =>
        (!due || !leftAlone(act, of)) &&
        !(act === 'churn' && because !== 'due' && of.length > 0 && of.every((id) => kept.has(id))),
    ),
  );
  const told = { view, lots: new Map(lots.map((one) => [one.lot.id, one])), now, today, say };
  const pressing = acts.filter((act) => act.now);
  // Old butter does not wait worse for it: what is in the churn does.
  const inHand = pressing.find(({ act }) => act === 'goOn');
  const oldButter = pressing[0]?.act === 'discard' && !told.lots.has(pressing[0].lots[0] ?? '');
  const wish = wishDue(view.wishes, now, say);
  const ranked = (oldButter ? inHand : undefined) ?? pressing[0] ?? acts.find(underWay);
  // What safety asks, and a churning under way, come before any hour that was promised.
  const wished =
    wish &&
    !leftAlone(wish.act.act, wish.act.lots) &&
    !(ranked?.now && (neverWaits(ranked.act) || ranked.waiting.kind === 'safety'))
      ? wish
      : undefined;
  const first = wished?.act ?? ranked;
  const dairy = pailSentence(
    lots.filter(({ lot }) => lot.kind === 'milk' || lot.kind === 'skim'),
    rises,
    { about: say.about, alarm: (one) => alarmWords(one, now, say) },
    (lotId) => leftAlone('skim', [lotId]),
  );
  const said = wished?.said ?? (first && sayAct(first, told));
  const alarm = alarmsOf(lots)[0];
  return {
    farm,
    nextVisitHours,
    first,
    said:
      said &&
      first &&
      (alarm && first.lots.includes(alarm.lot.id)
        ? { ...said, says: alarmWords(alarm, now, say) }
        : first.act === 'skim' && dairy.skim.length > 0
          ? { ...said, says: dairy.says, why: undefined }
          : said),
    others: acts.filter((act) => act !== first).map((act) => ({ act, said: sayAct(act, told) })),
    dairy,
    told,
  };
}
