import { keepsUntil } from '../keeping/keepsUntil';
import { ripenPredict } from '../ripening/ripenPredict';
import { discardAfterHours as heatedAtMost } from '../standing/discardAfter';
import type { StandingMilk } from '../separating/creamRise';
import { cutAt, riseCream } from '../separating/creamRise';
import { underLine } from '../separating/cutBetween';
import type { Act } from './acts';
import type { FarmLot, RankedLot } from './farmNow';
import { judgedActs } from './judgedActs';
import { warmBeyond } from './tooWarm';
import { wholeDays, wholeGrams, wholeHours, wholeMillimetres } from '../quantities/whole';

/** Milk is at 10 °C within four hours of the start of milking, and under 7 °C to stand (handbook §7). */
const coolWithin = 4;
const coolTo = 10;
const standsAt = 7;
/** Unsoured cream and what is drawn from it: two hours over 5 °C at most (handbook §7); a fridge is read with two degrees to spare. */
const creamWarm = 7;
const warmWithin = 2;
/** Longest that milk stands to cream and its skim is still fresh for people (engineering estimate). */
const standLongest = 44;
/** Waiting is worth while it still brings this much of the milk's fat by the next visit (engineering estimate). */
const worthWaiting = 0.008;
/** Cells fine enough for a ladle a little under the line. */
const cellsEnough = 32;
/** Milk that was reckoned already, by what makes it rise as it does. */
export type Rises = Map<string, ReturnType<typeof riseOf>>;

/**
 * What a lot asks for by itself: out, cold, skimmed, chilled when it is ripe, used up; nothing while it may rest.
 * @param nextVisitHours hours until someone is here again
 * @param rises kept from lot to lot, so that jars filled alike are reckoned once
 */
export function lotActs(one: RankedLot, nextVisitHours: number, rises: Rises): Act[] {
  if (one.kind === 'butter') return [];
  if (one.judged) return judgedActs(one, one.judged);
  if (one.frozen) return [];
  const left = keepsUntil(one) - one.ageHours;
  const souring = one.ripening !== undefined;
  if (left < 0 && !souring)
    return [
      {
        act: 'discard',
        lots: [one.id],
        says: `This ${one.kind} is ${wholeDays(one.ageHours)} old: past what is safe. Out with it.`,
        now: true,
        untilHours: left,
        waiting: { kind: 'safety', grams: 0 },
      },
    ];
  if (souring) return ripeningActs(one);
  const beyond = warmBeyond(one);
  if (beyond !== undefined)
    return [
      {
        act: 'discard',
        lots: [one.id],
        says: `This ${one.kind} was out of the cold too long to be safe: out with it, it is not tasted, cooked or churned.`,
        now: true,
        untilHours: -beyond,
        waiting: { kind: 'safety', grams: 0 },
      },
    ];
  if (one.kind !== 'milk' && one.celsius > creamWarm)
    return [
      {
        act: 'cool',
        lots: [one.id],
        says: `Chill this ${one.kind} or churn it: unsoured, it may be over 5 °C for ${warmWithin} h at most.`,
        now: true,
        untilHours: warmWithin,
        waiting: { kind: 'safety', grams: 0 },
      },
    ];
  if (one.kind === 'milk' && one.celsius > standsAt)
    return [
      {
        act: 'cool',
        lots: [one.id],
        says:
          one.ageHours > coolWithin && one.celsius > coolTo
            ? `This milk is ${wholeHours(one.ageHours)} old and still warm: cool it at once, and do not drink it raw.`
            : `Cool this milk now: it has to be at ${coolTo} °C within ${coolWithin} h of the start of milking, then at 4 °C.`,
        now: true,
        untilHours: coolWithin - one.ageHours,
        waiting: { kind: 'safety', grams: 0 },
      },
    ];
  if (one.kind === 'milk' && one.standing) {
    // Jars filled alike at one milking rise alike.
    const alike = [one.mass, one.fat, one.ageHours, one.celsius, one.species, one.standing.diameter].join(
      ' ',
    );
    const risen = rises.get(alike) ?? riseOf(one, nextVisitHours);
    rises.set(alike, risen);
    return [skimming(one, nextVisitHours, risen)];
  }
  if ((one.kind === 'skim' || one.kind === 'buttermilk') && left < Math.max(24, nextVisitHours))
    return [
      {
        act: 'use',
        lots: [one.id],
        says: `Use this ${one.kind} today: drink, bake, curd, or the animals as the law allows.`,
        now: true,
        untilHours: left,
        waiting: { kind: 'freshness', grams: 0 },
      },
    ];
  return [];
}

function ripeningActs({ id: lotId, kind, celsius, raw, ripening }: FarmLot): Act[] {
  const { route, dose, elapsedHours, thickAndTart } = ripening!;
  // Heated, nothing is left in it that sours it by itself: without a culture it only stands warm.
  if (route === 'natural' && !raw) {
    const left = heatedAtMost - elapsedHours;
    return [
      {
        act: left < 0 ? 'discard' : 'cool',
        lots: [lotId],
        says:
          left < 0
            ? `Heated and without a culture it has stood warm for ${wholeHours(elapsedHours)}: discard it, it does not sour by itself.`
            : 'Heated, it does not sour by itself: give it a live culture now, or chill it.',
        now: true,
        untilHours: left,
        waiting: { kind: 'safety', grams: 0 },
      },
    ];
  }
  const { state, readyHours, discardAfterHours } = ripenPredict({
    of: kind === 'butter' ? 'cream' : kind,
    route,
    ...(route === 'natural' || dose === undefined || dose <= 0 ? {} : { dose: Math.min(0.3, dose) }),
    treatment: raw ? 'raw' : 'pasteurised',
    generation: 0,
    temperatures: [{ hours: Math.max(1, elapsedHours), celsius }],
    elapsedHours: Math.min(400, elapsedHours),
    readings: thickAndTart
      ? [{ kind: 'thickAndTart', atHours: Math.min(400, elapsedHours), seen: true }]
      : [],
    readyPh: 5,
  });
  if (!thickAndTart && elapsedHours > discardAfterHours)
    return [
      {
        act: 'discard',
        lots: [lotId],
        says: `Not thick and tart after ${wholeHours(elapsedHours)}: discard it, do not wait on.`,
        now: true,
        untilHours: discardAfterHours - elapsedHours,
        waiting: { kind: 'safety', grams: 0 },
      },
    ];
  const ready = state === 'ready' || thickAndTart;
  return [
    {
      act: 'chill',
      lots: [lotId],
      says: ready
        ? 'It is thick and tart: chill it now for churning.'
        : `Souring: look again in ${wholeHours(Math.max(1, (readyHours?.low ?? elapsedHours + 4) - elapsedHours))}.`,
      now: ready,
      untilHours: ready ? 6 : discardAfterHours - elapsedHours,
      waiting: { kind: ready ? 'freshness' : 'safety', grams: 0 },
    },
  ];
}

/** Share of the fat that a ladle a little under the line would take, now and at the next visit. */
function riseOf(one: FarmLot, nextVisitHours: number): { now: number; later: number; ladleDepth: number } {
  const milk: StandingMilk = {
    vessel: {
      bottomDiameter: one.standing!.diameter,
      topDiameter: one.standing!.diameter,
      height: one.standing!.height,
    },
    mass: one.mass,
    fat: Math.max(0.001, Math.min(0.12, one.fat)),
    temperature: Math.max(0, Math.min(25, one.celsius)),
    species: one.species,
    heated: false,
  };
  const [now, later] = riseCream(milk, [one.ageHours, one.ageHours + nextVisitHours], cellsEnough);
  const depth = (column: typeof now) => (column?.lineDepth === undefined ? 0 : column.lineDepth + underLine);
  return {
    now: cutAt(now!, depth(now)).recovery,
    later: cutAt(later!, depth(later)).recovery,
    ladleDepth: depth(now),
  };
}

/** Skim now or wait: what the cream gains by the next visit, against the age of the milk. */
function skimming(one: FarmLot, nextVisitHours: number, risen: ReturnType<typeof riseOf>): Act {
  const gain = Math.max(0, risen.later - risen.now);
  const grams = gain * one.mass * one.fat;
  const stale = standLongest - one.ageHours;
  const wait = stale > nextVisitHours && (risen.now < 0.3 || gain > worthWaiting);
  return {
    act: 'skim',
    lots: [one.id],
    says: wait
      ? `Let it stand: waiting until the next visit gains ${wholeGrams(grams)} of fat.`
      : `Skim it now, the ladle ${wholeMillimetres(risen.ladleDepth)} deep: waiting gains under ${wholeGrams(Math.max(1, Math.ceil(grams)))}.`,
    now: !wait,
    untilHours: stale,
    waiting: { kind: 'fat', grams },
    ladleDepth: risen.ladleDepth,
  };
}
