import { churnInputOf } from '@/core/churning/foresee';
import { creamInChurn } from '@/core/churning/creamInChurn';
import { tools } from '@/core/churning/tools';
import type { SeasonBatch, SeasonInput, SeasonYield } from '@/core/comparing/season';
import { halfOf } from '@/core/comparing/seasonBook';
import { breedFat } from '@/core/dairy/breeds';
import { butterOfCream, butterOfMilk } from '@/core/dairy/butterOfMilk';
import type { Milking } from '@/core/dairy/milkGiven';
import { partsOf } from '@/core/dairy/milkGiven';
import { addDays, daysBetween } from '@/core/keeping/civilDate';
import { paceLessonsOf } from '@/data/churning/batches';
import type { TrendRow } from '@/data/churning/trendRows';
import { trendRows } from '@/data/churning/trendRows';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import type { Animal } from '@/data/house/house';
import { animalsOf, vesselsOf } from '@/data/house/house';
import { milkingRows } from '@/data/ledger/milkings';
import { now } from '../clock';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';
import { milkingsOf } from './milkBook';
import { upstreamsOf } from './upstream';
import type { SeasonView } from './views';

/** So many of the newest batches are looked at; four milkings a day over three years are more than a house of this size has. */
const newest = 400;
const mostMilkings = 4400;
/** Milk that is churned was milked in the days before (engineering estimate). */
const milkedBefore = 6;
/** More of a month’s cream bought, and its butter tells nothing of the milk. */
const mostBought = 0.1;
/** g of a litre of milk, and of cream. */
const gramsPerLitre = { milk: 1031, cream: 1000 } as const;
const daySeconds = 86_400;

/** What the year by its months is worked out from: batches, the milk they were of, and how the cream usually is. */
export const seasonView = (farmId: string): Promise<SeasonView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const { timeZone, fatHardness } = house.farm;
    const at = now();
    const rows = (await trendRows(scope, newest)).filter(({ leftOut }) => !leftOut);
    const lessons = new Map((await paceLessonsOf(scope, at)).map((one) => [one.batch, one]));
    const animals = await animalsOf(scope);
    const oldest = rows.at(-1)?.startedAt ?? at;
    const milked = await milkingRows(scope, new Date(oldest.getTime() - milkedBefore * 1000 * daySeconds), at, mostMilkings); // prettier-ignore
    const milkings = milkingsOf(milked, animals, timeZone);
    const days = daysInMilk(milkings, animals);
    const dayOf = (row: TrendRow) => localDate(row.startedAt, timeZone);
    const batches = rows.map((row): SeasonBatch => {
      const { id, facts, colour, feed } = row;
      const lesson = lessons.get(id);
      const milkDays = days(dayOf(row));
      return {
        id,
        month: monthOf(dayOf(row)),
        hardness: facts.hardness,
        ...(facts.temperatureAssumed ? {} : { celsius: facts.temperature }),
        ...(lesson ? { lesson } : {}),
        ...(colour === null ? {} : { colour }),
        ...(feed === null ? {} : { feed }),
        ...(milkDays === undefined ? {} : { milkDays }),
      };
    });
    const { yields, yieldOf } = await yieldsOf(scope, rows, dayOf, batches);
    const usual = usualOf(rows);
    const churns = (await vesselsOf(scope)).filter(({ kind }) => kind === 'churn');
    const tool = usual?.facts.tool ?? churns[0]?.tool ?? 'paddleHand';
    const herd = animals.filter(({ milked: inMilk }) => inMilk);
    return {
      ...house,
      input: {
        batches,
        yields,
        yieldOf,
        load: { ...loadOf(usual, tool), hardness: fatHardness },
        ...(usual?.facts.vesselId ? { churn: usual.facts.vesselId } : {}),
        today: at.getTime() / 1000 / daySeconds,
        thisMonth: monthOf(localDate(at, timeZone)),
        half: halfOf(timeZone),
        bookYield: bookYieldOf(herd, yieldOf, usual),
        white: herd.length > 0 && herd.every(({ breed }) => breedFat[breed].species !== 'cow'),
      },
      churn: churns.find(({ id }) => id === usual?.facts.vesselId)?.name ?? tools[tool].name,
      last: usual && { id: usual.id, number: usual.number },
      calvings: animals.filter(({ calvedOn }) => calvedOn !== null).length,
    };
  });

const monthOf = (day: string): number => Number(day.slice(5, 7));

/** The newest batch of the churn that is used most. */
function usualOf(rows: readonly TrendRow[]): TrendRow | undefined {
  const times = new Map<string, number>();
  const churnOf = ({ facts }: TrendRow) => facts.vesselId ?? facts.tool;
  for (const row of rows) times.set(churnOf(row), (times.get(churnOf(row)) ?? 0) + 1);
  const most = Math.max(0, ...times.values());
  return rows.find((row) => times.get(churnOf(row)) === most);
}

/** Cream as it usually is: as the last of that churn was; on a farm without batches a churn half full of plain cream. */
function loadOf(usual: TrendRow | undefined, tool: TrendRow['facts']['tool']): SeasonInput['load'] {
  if (usual) return { ...churnInputOf(creamInChurn(usual.facts)), temperatureSd: 0.5 };
  return {
    creamMass: tools[tool].usualVolume / 2,
    creamFat: 0.38,
    creamFatSd: 0.02,
    temperature: tools[tool].referenceTemperature,
    temperatureSd: 0.5,
    roomTemperature: 20,
    ripened: false,
    homogenised: false,
    treatment: 'pasteurised',
    hardness: 0,
    crystallised: 1,
    tool,
    capacity: tools[tool].usualVolume,
    happenings: [],
  };
}

/** g of butter that the book makes of a litre. */
function bookYieldOf(
  herd: readonly Animal[],
  of: SeasonInput['yieldOf'],
  usual: TrendRow | undefined,
): number {
  if (of === 'cream') return gramsPerLitre.cream * (usual?.facts.creamFat ?? 0.38) * butterOfCream;
  const fats = herd.map(({ breed }) => breedFat[breed].fat);
  const fat = fats.length === 0 ? breedFat.mixed.fat : fats.reduce((sum, one) => sum + one, 0) / fats.length;
  const perFat = butterOfMilk({ milkFat: 0, boughtFat: 0, butterMass: 0, batches: 0 }).perFat;
  return gramsPerLitre.milk * fat * perFat;
}

/** Butter of each month that was, and the milk its cream was skimmed off, by the books; of bought cream the cream itself. */
async function yieldsOf(
  scope: FarmScope,
  rows: readonly TrendRow[],
  dayOf: (row: TrendRow) => string,
  batches: readonly SeasonBatch[],
): Promise<Pick<SeasonInput, 'yields' | 'yieldOf'>> {
  const weighed = rows.filter(
    ({ judged: { verdict, fatIn } }) => verdict !== 'unweighed' && verdict !== 'contradicts' && fatIn > 0,
  );
  const months = grouped(weighed, (row) => dayOf(row).slice(0, 7));
  const groups = [...months.values()];
  const upstream = groups.length === 0 ? [] : await upstreamsOf(scope, groups.map((group) => group.map(({ creamLotId, judged }) => ({ lot: creamLotId, fat: judged.fatIn })))); // prettier-ignore
  const byId = new Map(batches.map((one) => [one.id, one]));
  const told = groups.map((group, i) => {
    const of = group.map(({ id }) => byId.get(id)!);
    const days = of.flatMap(({ milkDays }) => milkDays ?? []);
    const feeds = of.flatMap(({ feed }) => feed ?? []);
    const feed = feeds.toSorted((a, b) => many(feeds, b) - many(feeds, a))[0];
    const { milkMass, bought, cream } = upstream[i]!;
    return {
      month: of[0]!.month,
      butter: group.reduce((sum, { judged }) => sum + judged.butterMass, 0),
      milk: bought <= mostBought * cream ? milkMass / (gramsPerLitre.milk / 1000) : 0,
      cream: group.reduce((sum, { facts }) => sum + facts.creamVolume, 0),
      ...(feed === undefined ? {} : { feed }),
      ...(days.length === 0 ? {} : { milkDays: days.reduce((sum, one) => sum + one, 0) / days.length }),
    };
  });
  const yieldOf = told.some(({ milk }) => milk > 0) || told.length === 0 ? 'milk' : 'cream';
  return {
    yieldOf,
    yields: told.flatMap(({ milk, cream, ...one }): SeasonYield[] => {
      const of = yieldOf === 'milk' ? milk : cream;
      return of > 0 ? [{ ...one, of }] : [];
    }),
  };
}

const many = <T>(all: readonly T[], of: T): number => all.filter((one) => one === of).length;

/**
 * How many days ago those calved that were milked before a day, by their part of the milk. Of a day before the calving that is written down the
 * one before it is taken a year earlier; undefined where the half of the milk is of animals that nobody said a calving of.
 */
function daysInMilk(
  milkings: readonly Milking[],
  animals: readonly Animal[],
): (day: string) => number | undefined {
  const byId = new Map(animals.map((one) => [one.id, one]));
  const byDay = grouped(milkings, ({ day }) => day);
  return (day) => {
    let [known, unknown, sum] = [0, 0, 0];
    for (let back = 0; back < milkedBefore; back += 1)
      for (const { mass, whose } of byDay.get(addDays(day, -back)) ?? []) {
        const of = whose.flatMap((id) => byId.get(id) ?? []);
        for (const [id, part] of partsOf(of, day)) {
          const { calvedOn } = byId.get(id)!;
          if (calvedOn === null) unknown += mass * part;
          else {
            known += mass * part;
            sum += mass * part * sinceCalving(calvedOn, day);
          }
        }
      }
    return known > unknown ? sum / known : undefined;
  };
}

function grouped<T>(all: readonly T[], keyOf: (one: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const one of all) {
    const group = groups.get(keyOf(one));
    if (group) group.push(one);
    else groups.set(keyOf(one), [one]);
  }
  return groups;
}

const sinceCalving = (calvedOn: string, day: string): number => {
  const days = daysBetween(calvedOn, day);
  return days >= 0 ? days : ((days % 365) + 365) % 365;
};
