import { tools } from '@/core/churning/tools';
import { daysBetween } from '@/core/keeping/civilDate';
import type { Storage } from '@/core/keeping/keepingDate';
import { pastItsDay } from '@/core/keeping/pastItsDay';
import { churningDayIn } from '@/core/planning/churningDay';
import type { JudgedNow, RankedFarm, RankedLot } from '@/core/planning/farmNow';
import type { Answered } from '@/core/planning/habits';
import type { ActKind } from '@/core/planning/acts';
import { waitingPays } from '@/core/separating/waitingPays';
import { souringNow } from '@/core/standing/souringNow';
import type { ButterShown, TodayView } from '@/server/today/views';
import { longPast } from '../standing/alarm';
import type { Risen } from '../standing/useRises';
import type { LotNow } from '../standing/lotNow';

const hour = 3600;
const day = 24 * hour;
/** Butter is dated by the day; its last good one ends with the evening, h. */
const lastEvening = 20;
/** °C of the places butter is kept in, as the ranking needs them (engineering estimates). */
const storedAt: Record<Storage, number> = { counter: 20, crock: 18, fridge: 4, freezer: -18 };

/** The farm as `today.rank` sees it: every lot with the judgement that stands on every screen, butter, and what the house asks. */
export function rankedFarm(
  view: TodayView,
  lots: readonly LotNow[],
  rises: ReadonlyMap<string, Risen>,
  at: { now: number; today: string; hourOfDay: (seconds: number) => number; nextVisitHours: number },
): RankedFarm {
  const { now, today, hourOfDay } = at;
  const past = longPast(lots);
  const aside = new Set(past);
  const standing = new Set(view.lots.flatMap(({ vessel }) => (vessel ? [vessel.id] : [])));
  const kept = lots.filter(({ lot }) => lot.kind === 'culture' && lot.blockedReason === null);
  const waterDays = view.crockWaterOn === undefined ? undefined : daysBetween(view.crockWaterOn, today);
  const churnDay = churningDayIn(view.churned, today);
  return {
    lots: [
      ...lots.flatMap((one) =>
        one.lot.kind === 'culture' || aside.has(one) ? [] : [rankedLot(one, rises.get(one.lot.id), now)],
      ),
      ...view.butter.flatMap((pat) => rankedButter(pat, today, hourOfDay(now))),
    ],
    demand: view.rate?.perWeek ?? 0,
    bankWanted: 0,
    churnCapacity: churnHolds(view),
    nextVisitHours: at.nextVisitHours,
    ...(churnDay === undefined ? {} : { churningDayIn: churnDay }),
    inHand: view.inProgress.map(({ id }) => id),
    cultures: kept.map(({ lot, ageHours }) => ({ id: lot.id, ageHours })),
    ...(waterDays === undefined ? {} : { crockWaterDays: Math.max(0, waterDays) }),
    unclean: view.cleaningKept ? view.dirty.filter((id) => !standing.has(id)).length : 0,
    questions: view.parked.length + (past.length > 0 ? 1 : 0),
    answered: view.answered.flatMap((one): Answered[] => {
      if (one.answer === 'agreed') return [];
      const apart = Math.abs(hourOfDay(one.atSeconds) - hourOfDay(now));
      return [
        {
          act: one.act as ActKind,
          answer: one.answer,
          instead: (one.instead ?? undefined) as ActKind | undefined,
          daysAgo: Math.max(0, (now - one.atSeconds) / day),
          hourApart: Math.min(apart, 24 - apart),
        },
      ];
    }),
  };
}

/** What is churned in here, mL: the churn of the last batch, or a usual one of its kind. */
const churnHolds = ({ last, vessels }: TodayView): number =>
  vessels.find(({ id }) => id === last?.vesselId)?.capacity ?? tools[last?.tool ?? 'jar'].usualVolume;

function rankedLot(one: LotNow, risen: Risen | undefined, now: number): RankedLot {
  const { lot, judged, story } = one;
  const gains = risen?.rise.waitingGains;
  const line = risen?.rise.lineDepth?.mid;
  const readySeconds =
    lot.kind === 'milk' && one.coldAtSeconds !== undefined
      ? one.coldAtSeconds
      : story?.tempering?.readyAtSeconds;
  const souring = story?.souring && !story.soured ? souringNow(lot, story) : undefined;
  const readyHours =
    souring?.readyHours === undefined
      ? readySeconds === undefined
        ? undefined
        : (readySeconds - now) / hour
      : Math.max(0, souring.readyHours.low - story!.souring!.elapsedHours);
  const judgedNow: JudgedNow = {
    waiting: one.waiting,
    urgent: judged.urgent,
    discards: judged.discard !== undefined,
    blocked: lot.blockedReason !== null,
    untilHours: judged.untilSeconds === undefined ? undefined : (judged.untilSeconds - now) / hour,
    readyHours,
    rises: gains === undefined ? undefined : { gains, pays: waitingPays(gains, lot.fat), ladleDepth: line },
  };
  return {
    id: lot.id,
    kind: lot.kind as RankedLot['kind'],
    mass: lot.mass,
    fat: one.fatShare,
    ageHours: one.ageHours,
    celsius: one.celsius,
    raw: lot.treatment === 'raw',
    frozen: story?.frozen === 'frozen',
    species: lot.details.species ?? 'cow',
    judged: judgedNow,
  };
}

/** A piece by its date; what is not for people is no food, and asks for nothing here. */
function rankedButter(pat: ButterShown, today: string, hourOfDay: number): RankedLot[] {
  if (pat.blockedReason !== null || pat.despite !== undefined) return [];
  const past = daysBetween(today, pat.keepUntil) < 0;
  return [
    {
      id: pat.lotId,
      kind: 'butter',
      mass: pat.mass,
      fat: 0.82,
      ageHours: Math.max(0, 24 * daysBetween(pat.madeOn, today)),
      celsius: storedAt[pat.storage as Storage],
      raw: pat.raw,
      frozen: pat.storage === 'freezer',
      species: 'cow',
      keepsHours: 24 * daysBetween(today, pat.keepUntil) + lastEvening - hourOfDay,
      judged: {
        waiting: { word: '', tone: 'calm' },
        urgent: false,
        discards: past && pastItsDay(pat).discard,
        blocked: false,
      },
    },
  ];
}
