import * as v from 'valibot';
import {
  calculation,
  fraction,
  mass,
  positive,
  positiveMass,
  positiveVolume,
  temperature,
} from '../calculation';
import { fillLimit } from '../churning/tools';
import type { Caution } from '../keeping/cautions';
import { keepsUntil } from '../keeping/keepsUntil';
import { predictedEntries, ranked } from '../prediction';
import type { Predicted } from '../prediction';
import { ripenPredict } from '../ripening/ripenPredict';
import type { StandingMilk } from '../separating/creamRise';
import { cutAt, riseCream } from '../separating/creamRise';

const id = v.pipe(v.string(), v.minLength(1, 'a name is needed.'), v.maxLength(64, 'at most 64 letters.'));
const hours = v.pipe(
  v.number(),
  v.minValue(0, 'hours, zero or more.'),
  v.maxValue(20_000, 'at most 20 000 hours.'),
);

const lot = v.strictObject({
  id,
  kind: v.picklist(['milk', 'cream', 'skim', 'buttermilk', 'butter']),
  mass: positiveMass,
  fat: fraction,
  /** Of its oldest part. */
  ageHours: hours,
  celsius: temperature,
  raw: v.optional(v.boolean(), true),
  frozen: v.optional(v.boolean(), false),
  species: v.optional(v.picklist(['cow', 'buffalo', 'sheep', 'goat']), 'cow'),
  /** Milk that stands to cream: its vessel, mm. */
  standing: v.optional(v.strictObject({ diameter: positive, height: positive })),
  /** Cream that sours. */
  ripening: v.optional(
    v.strictObject({
      route: v.picklist(['mesophilic', 'yoghurt', 'both', 'natural']),
      dose: v.optional(fraction),
      elapsedHours: hours,
      thickAndTart: v.optional(v.boolean(), false),
    }),
  ),
  /** Butter: hours until its date. */
  keepsHours: v.optional(v.pipe(v.number(), v.minValue(-20_000, 'hours.'), v.maxValue(20_000, 'hours.'))),
});
export type FarmLot = v.InferOutput<typeof lot>;

const rankInput = v.strictObject({
  lots: v.pipe(v.array(lot), v.maxLength(500, 'at most 500 lots.')),
  /** g of butter eaten a week. */
  demand: v.optional(mass, 0),
  /** g that should be in the freezer by now, from the bank plan. */
  bankWanted: v.optional(mass, 0),
  /** mL the churn holds. */
  churnCapacity: v.optional(positiveVolume, 4000),
  /** Hours until someone is here again. */
  nextVisitHours: v.optional(v.pipe(positive, v.maxValue(168, 'at most a week, in hours.')), 12),
});
export type RankInput = v.InferOutput<typeof rankInput>;

export const actKinds = [
  'discard',
  'cool',
  'chill',
  'skim',
  'churn',
  'eatFirst',
  'freeze',
  'takeOut',
  'use',
] as const;
export type ActKind = (typeof actKinds)[number];

export interface Act {
  act: ActKind;
  lots: string[];
  /** What to do now and why, in one sentence. */
  says: string;
  /** Now, or better at a later visit. */
  now: boolean;
  /** Hours from now by which it has to be done; below zero it is late. */
  untilHours?: number;
  /** What waiting until the next visit is worth, g of fat: above zero it gains, below it costs. */
  waiting: { kind: 'fat' | 'safety' | 'freshness'; grams: number };
  /** g to freeze or take out. */
  mass?: number;
  /** mm below the surface to set the ladle. */
  ladleDepth?: number;
}

export interface TodayRank extends Predicted {
  acts: Act[];
}

/** Milk is at 10 °C within four hours of the start of milking, and under 7 °C to stand (handbook §7). */
export const coolWithin = 4;
const coolTo = 10;
const standsAt = 7;
/** Unsoured cream and what is drawn from it: two hours over 5 °C at most (handbook §7); a fridge is read with two degrees to spare. */
const creamWarm = 7;
const warmWithin = 2;
/** Longest that milk stands to cream and its skim is still fresh for people (engineering estimate). */
const standLongest = 44;
/** Waiting is worth while it still brings this much of the milk's fat by the next visit (engineering estimate). */
const worthWaiting = 0.008;
/** A ladle set a little under the line gets the thin cream too, mm; cells fine enough for that. */
const underLine = 4;
const cellsEnough = 32;
/** Cream to have together before a churning is worth its washing up, as a share of the churn (engineering estimate). */
const worthChurning = 0.2;
const daysAhead = 2;

/**
 * What waits to be done on the farm, in order: what safety asks first, then what has a date, then what fat gains; each with why,
 * until when, and what waiting until the next visit gains or costs. Pure: a year can be lived through it.
 */
export function todayRank(input: RankInput): TodayRank {
  const rises = new Map<string, ReturnType<typeof riseOf>>();
  const acts = [
    ...input.lots.flatMap((one) => forLot(one, input, rises)),
    ...churnings(input),
    ...butterActs(input),
  ].sort((a, b) => order(a) - order(b));
  return {
    acts,
    reasons: ranked(acts.slice(0, 5).map((act, i) => ({ says: act.says, weight: 1 / (i + 1) }))),
    cautions: acts.some(({ act }) => act === 'discard') ? [discarding] : [],
  };
}

const discarding: Caution = {
  key: 'discard',
  level: 'danger',
  says: 'What is past its safe time is not tasted and not cooked: it goes out. Before it goes to animals, ask what the law allows.',
};

/** Safety before dates before gains; within each the soonest, then the largest. */
function order({ act, now, untilHours, waiting }: Act): number {
  const group = !now ? 3 : act === 'discard' ? 0 : waiting.kind === 'safety' ? 1 : 2;
  return (
    group * 1e6 + Math.min(5e5, (untilHours ?? 1e4) * 10 + 1000) - Math.min(900, Math.abs(waiting.grams))
  );
}

function forLot(
  one: FarmLot,
  { nextVisitHours }: RankInput,
  rises: Map<string, ReturnType<typeof riseOf>>,
): Act[] {
  if (one.frozen || one.kind === 'butter') return [];
  const left = keepsUntil(one) - one.ageHours;
  const souring = one.ripening !== undefined;
  if (left < 0 && !souring)
    return [
      {
        act: 'discard',
        lots: [one.id],
        says: `This ${one.kind} is ${Math.round(one.ageHours / 24)} days old: past what is safe. Out with it.`,
        now: true,
        untilHours: left,
        waiting: { kind: 'safety', grams: 0 },
      },
    ];
  if (souring) return ripeningActs(one);
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
            ? `This milk is ${Math.round(one.ageHours)} h old and still warm: cool it at once, and do not drink it raw.`
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
  const { state, readyHours, discardAfterHours } = ripenPredict({
    of: kind === 'butter' ? 'cream' : kind,
    route,
    ...(route === 'natural' || dose === undefined || dose <= 0 ? {} : { dose: Math.min(0.3, dose) }),
    treatment: raw || route === 'natural' ? 'raw' : 'pasteurised',
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
        says: `Not thick and tart after ${Math.round(elapsedHours)} h: discard it, do not wait on.`,
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
        : `Souring: look again in ${Math.max(1, Math.round((readyHours?.low ?? elapsedHours + 4) - elapsedHours))} h.`,
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
      ? `Let it stand: waiting until the next visit gains ${Math.round(grams)} g of fat.`
      : `Skim it now, the ladle ${Math.round(risen.ladleDepth)} mm deep: waiting gains under ${Math.max(1, Math.ceil(grams))} g.`,
    now: !wait,
    untilHours: stale,
    waiting: { kind: 'fat', grams },
    ladleDepth: risen.ladleDepth,
  };
}

/** Cream that rests: churn it before its oldest part is too old, or when there is a load of it. */
function churnings({ lots, churnCapacity, nextVisitHours }: RankInput): Act[] {
  const cream = lots.filter(
    (one) => one.kind === 'cream' && !one.frozen && !one.ripening && keepsUntil(one) >= one.ageHours,
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

function butterActs({ lots, demand, bankWanted, nextVisitHours }: RankInput): Act[] {
  const butter = lots.filter((one) => one.kind === 'butter');
  const fresh = butter
    .filter((one) => !one.frozen)
    .sort((a, b) => (a.keepsHours ?? Infinity) - (b.keepsHours ?? Infinity));
  const frozen = butter.filter((one) => one.frozen).sort((a, b) => b.ageHours - a.ageHours);
  const have = fresh.reduce((sum, one) => sum + one.mass, 0);
  const banked = frozen.reduce((sum, one) => sum + one.mass, 0);
  const daily = demand / 7;
  const acts: Act[] = [];
  const oldest = fresh[0];
  for (const one of fresh.filter((each) => (each.keepsHours ?? Infinity) < 0))
    acts.push({
      act: 'discard',
      lots: [one.id],
      says: 'This butter is past its date: let it go.',
      now: true,
      untilHours: one.keepsHours!,
      waiting: { kind: 'safety', grams: 0 },
    });
  if (oldest && (oldest.keepsHours ?? Infinity) >= 0 && (oldest.keepsHours ?? Infinity) < 48)
    acts.push({
      act: 'eatFirst',
      lots: [oldest.id],
      says: 'Eat this one first, or freeze it now.',
      now: true,
      untilHours: oldest.keepsHours!,
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

export const todayRankCalculation = calculation({
  name: 'today.rank',
  says: 'What waits to be done on the farm, in order, with why, until when, and what waiting gains or costs.',
  input: rankInput,
  output: v.object({
    acts: v.array(
      v.object({
        act: v.picklist(actKinds),
        lots: v.array(v.string()),
        says: v.string(),
        now: v.boolean(),
        untilHours: v.optional(v.number()),
        waiting: v.object({ kind: v.picklist(['fat', 'safety', 'freshness']), grams: v.number() }),
        mass: v.optional(v.number()),
        ladleDepth: v.optional(v.number()),
      }),
    ),
    ...predictedEntries,
  }),
  run: todayRank,
});
