import { butterOfCream, usualSkimming } from '@/core/dairy/butterOfMilk';
import { leanestChurnable } from '@/core/dairy/creamFat';
import { tellBatch } from '@/core/churning/tellBatch';
import { tools } from '@/core/churning/tools';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { Busy } from '@/core/planning/houseHours';
import { busyTimes, usualHours } from '@/core/planning/houseHours';
import type { FinishSeen, OwnFinish } from '@/core/planning/ownTimes';
import { learnFinish } from '@/core/planning/ownTimes';
import type { ReadyChurn, ReadyInput } from '@/core/planning/readyBy';
import { furthestWish } from '@/core/planning/readyBy';
import type { MilkToSkim, StandingCream } from '@/core/planning/readyCream';
import { keepsFor } from '@/core/keeping/keepsUntil';
import { usualSeparations } from '@/core/separating/usualSeparations';
import { standsAtMost, standsFrom } from '@/core/standing/judgeLot';
import { meantFor } from '@/core/standing/meant';
import { souringNow } from '@/core/standing/souringNow';
import type { Batch } from '@/data/churning/batches';
import { batchesOf, eventsOf, openBatches, packedBetween } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { animalsOf } from '@/data/house/house';
import { separationsOf } from '@/data/ledger/movements';
import { milkingRows } from '@/data/ledger/milkings';
import { standingLots } from '@/data/ledger/standing';
import type { PlanView } from '../churning/views';
import { judgedLots } from '../ledger/judgedLots';
import { milkingsOf } from '../ledger/milkBook';
import { ownCultures } from '../ledger/ownCultures';
import { ownPlaces } from '../ledger/ownPlaces';
import { localDate } from '../localDate';
import { localDays } from '../localDays';

const day = 86_400_000;
const hour = 3_600_000;
/** So far back milk says what there will be, and how much of it becomes butter, days. */
const milkDays = { lately: 7, butter: 90 };
const mostMilkings = 1000;
/** Batches that say how long the finish takes here. */
const finishedBatches = 16;
/** A churning under way has its churn for so long yet, min (engineering estimate). */
const inUse = 150;
/** Milkings so near are one, ms. */
const oneMilking = 1.5 * hour;
/** Warm milk through a separator gives cream within, h (engineering estimate). */
const separated = 1;
/** Cream off cold milk, and from a separator, °C (engineering estimates). */
const skimmedAt = { ladle: 4, separator: 32 };
/** A degree at which cream is churned with anything, °C. */
const churnable = [8, 18] as const;

/** A farm as a wish is planned on it, with who is there and how its finish goes. */
export interface ReadyFarmNow {
  input: Omit<ReadyInput, 'inHand'>;
  people: string[];
  finish: OwnFinish;
  /** Batches that are not packed yet. */
  open: Batch[];
}

/** Everything a wish is planned by: what stands, the milk to come, who is there, the churns, and this farm's own times. */
export async function readyFarm(scope: FarmScope, plan: PlanView, at: Date): Promise<ReadyFarmNow> {
  const { farm, last, vessels, paces } = plan;
  const lots = await standingLots(scope, ['cream', 'milk', 'skim', 'buttermilk', 'culture'], at);
  const judged = await judgedLots(scope, lots, at);
  const minutesTo = (when: Date) => (when.getTime() - at.getTime()) / 60_000;
  const ages = (oldest: Date) => (at.getTime() - oldest.getTime()) / hour;
  const creams = judged.flatMap(({ lot, story, judged: said, table, told }): StandingCream[] => {
    const fat = lot.mass > 0 ? lot.fat / lot.mass : 0;
    if (lot.kind !== 'cream' || table || lot.blockedReason !== null || said.mayNot.churn !== undefined) return [];
    if (fat < leanestChurnable || story?.frozen) return [];
    const soured = story?.soured ?? lot.ripened;
    const souring = story?.souring && !soured ? souringNow(lot, story) : undefined;
    const elapsed = story?.souring?.elapsedHours ?? 0;
    const left = souring?.readyHours;
    const minutes = (hours: number) => Math.max(1, 60 * (hours - elapsed));
    return [
      {
        id: lot.id,
        name: lot.vessel?.name ?? lot.code,
        mass: lot.mass,
        fat: Math.min(0.6, fat),
        celsius: Math.max(0, Math.min(40, story?.celsius ?? 4)),
        ageHours: ages(lot.oldestAt),
        soured,
        // What sours has its own limit, which ends when it is thick and tart.
        ...(said.untilSeconds === undefined || left ? {} : { keeps: said.untilSeconds / 60 - at.getTime() / 60_000 }),
        ...(left ? { souring: { low: minutes(left.low), mid: minutes(left.mid), high: minutes(left.high) } } : {}),
        treatment: lot.treatment === 'raw' ? 'raw' : 'pasteurised',
        homogenised: lot.details.homogenised === true,
        diameter: told.vessel.diameter,
        vesselFactors: told.vesselFactor === 1 ? [] : [told.vesselFactor],
      },
    ];
  });
  const way = (await separationsOf(scope, 1))[0]?.details.way;
  const bySeparator = way === 'separator';
  const { creamFat } = usualSeparations[bySeparator ? 'separator' : 'ladle'];
  const skimAfter = bySeparator ? separated : standsFrom;
  const celsius = skimmedAt[bySeparator ? 'separator' : 'ladle'];
  const stands = judged.flatMap(({ lot, judged: said, told }): MilkToSkim[] => {
    if (lot.kind !== 'milk' || lot.blockedReason !== null || said.discard || said.mayNot.churn !== undefined) return [];
    const kept = meantFor(told.events);
    if ((kept !== undefined && kept !== 'churn') || ages(lot.oldestAt) > standsAtMost) return [];
    return [{ id: lot.id, name: lot.vessel?.name ?? lot.code, from: Math.max(0, minutesTo(lot.oldestAt) + 60 * skimAfter), fat: lot.fat * usualSkimming, creamFat, keeps: minutesTo(lot.oldestAt) + 60 * keepsFor.rawCream, toCome: false, celsius }];
  });
  const { milkings, toCome } = await milkToCome(scope, farm.timeZone, at, { creamFat, skimAfter, celsius });
  const recent = await batchesOf(scope, finishedBatches);
  const hours = farm.hours ?? usualHours;
  const people = [...new Set([...recent.flatMap(({ maker }) => maker ?? []), ...hours.away.flatMap(({ who }) => who || [])])];
  const days = localDays(at, farm.timeZone, Math.ceil(furthestWish / 1440) + 4);
  const busy: Busy[] = busyTimes(hours, people, days, milkings);
  const finish = await ownFinish(scope, recent);
  const places = await ownPlaces(scope);
  const own = (await ownCultures(scope))[0];
  const inFridge = judged.reduce((sum, { lot, story }) => sum + (story?.place === 'fridge' || story?.place === 'fanFridge' ? lot.mass / creamDensity(Math.min(0.6, lot.fat / Math.max(1, lot.mass)), 5) : 0), 0);
  const open = await openBatches(scope);
  const usualCelsius = last && last.temperature >= churnable[0] && last.temperature <= churnable[1] ? last.temperature : 14;
  const churns = vessels.flatMap((vessel): ReadyChurn[] =>
    vessel.kind === 'churn' && vessel.tool
      ? [{ id: vessel.id, name: vessel.name, tool: vessel.tool, capacity: vessel.capacity, ...(paces[vessel.tool] ? { pace: paces[vessel.tool] } : {}), taken: open.filter(({ facts }) => facts.vesselId === vessel.id).map(() => ({ from: 0, to: inUse })) }]
      : [],
  );
  if (churns.length === 0) {
    const tool = last?.tool ?? 'jar';
    churns.push({ id: '', name: tools[tool].name, tool, capacity: last?.capacity ?? tools[tool].usualVolume, ...(paces[tool] ? { pace: paces[tool] } : {}), taken: [] });
  }
  const used = churns.findIndex(({ id }) => id === last?.vesselId);
  // The churn of the last batch is the one that is meant.
  const inOrder = used > 0 ? [churns[used]!, ...churns.filter((_, i) => i !== used)] : churns;
  return {
    input: {
      creams,
      milk: [...stands, ...toCome],
      busy,
      churns: inOrder,
      ...(farm.fridgeRoom === null ? {} : { fridgeRoom: farm.fridgeRoom - inFridge }),
      farm: {
        hardness: farm.fatHardness,
        places: { room: places.room.celsius, cool: places.cool.celsius, fridge: places.fridge.celsius },
        usualCelsius,
        culture: own
          ? { route: own.route, culture: 'culturedButtermilk', dose: 0.02, own: own.own, generation: 0 }
          : { route: 'mesophilic', culture: 'bought', dose: 0.02, generation: 0 },
        finish,
      },
    },
    people,
    finish,
    open,
  };
} // prettier-ignore

/** Milk that will come, as it came lately: at the hours it came at yesterday, and as much of its fat as becomes butter here. */
async function milkToCome(
  scope: FarmScope,
  timeZone: string,
  at: Date,
  { creamFat, skimAfter, celsius }: { creamFat: number; skimAfter: number; celsius: number },
): Promise<{ milkings: number[]; toCome: MilkToSkim[] }> {
  const rows = await milkingRows(scope, new Date(at.getTime() - milkDays.butter * day), at, mostMilkings);
  const lately = rows.filter(({ at: when }) => at.getTime() - when.getTime() < milkDays.lately * day);
  const yesterday = lately
    .map(({ at: when }) => when.getTime())
    .filter((when) => at.getTime() - when < day)
    .toSorted((a, b) => a - b)
    .filter((when, i, all) => i === 0 || when - all[i - 1]! > oneMilking);
  if (yesterday.length === 0) return { milkings: [], toCome: [] };
  const milkings = milkingsOf(rows, await animalsOf(scope), timeZone);
  const packed = await packedBetween(scope, new Date(at.getTime() - milkDays.butter * day), at);
  const milkFat = milkings.reduce((sum, { fat }) => sum + fat, 0);
  const butter = packed.reduce((sum, { butterMass }) => sum + butterMass, 0);
  const daysOf = new Set(lately.map(({ at: when }) => localDate(when, timeZone))).size;
  const fatEach = lately.reduce((sum, { fat }) => sum + fat, 0) / Math.max(1, daysOf) / yesterday.length;
  // What is drunk and given away never becomes cream: as much of it does as did.
  const share = packed.length > 2 && milkFat > 0 ? Math.min(usualSkimming, butter / milkFat / butterOfCream) : usualSkimming;
  const times: number[] = [];
  const ahead = Math.ceil(furthestWish / 1440);
  for (let i = 1; i <= ahead; i += 1)
    for (const when of yesterday) {
      const minutes = (when + i * day - at.getTime()) / 60_000;
      if (minutes > 0) times.push(minutes);
    }
  return {
    milkings: times,
    toCome: times.map((minutes, i) => ({ id: `milking ${i}`, name: '', from: minutes + 60 * skimAfter, fat: fatEach * share, creamFat, keeps: minutes + 60 * keepsFor.rawCream, toCome: true, celsius })),
  };
} // prettier-ignore

/** How long the last batches took from the break to packed. */
async function ownFinish(scope: FarmScope, batches: readonly Batch[]): Promise<OwnFinish> {
  const packed = batches.filter(({ phase, judged }) => phase === 'packed' && judged !== null);
  const events = await eventsOf(
    scope,
    packed.map(({ id }) => id),
  );
  return learnFinish(
    packed.flatMap(({ id, facts, judged }): FinishSeen[] => {
      const story = tellBatch(facts, events.get(id) ?? []);
      const broke = story.marks.findLast(({ stage, inferred }) => stage === 'break' && !inferred);
      const done = story.events.findLast(({ kind }) => kind === 'packed');
      if (!broke || !done || done.atSeconds <= broke.atSeconds) return [];
      const salted = story.portions.some(({ saltMass }) => saltMass > 0);
      return [{ minutes: (done.atSeconds - broke.atSeconds) / 60, mass: judged!.butterMass, salted }];
    }),
  );
}
