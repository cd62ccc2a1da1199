import { TZDate } from '@date-fns/tz';
import type { FatUpstream } from '@/core/balancing/fatUpstream';
import { whyPeriod } from '@/core/comparing/whyPeriod';
import { addDays } from '@/core/keeping/civilDate';
import { usualLoss } from '@/core/churning/expectedButter';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import { packedBetween } from '@/data/churning/batches';
import { now } from '../clock';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';
import { upstreamOf } from './upstream';
import type { PeriodSums, PeriodTrailView } from './views';

const usualDays = 30;
const isDay = (day: string | undefined): day is string =>
  day !== undefined && /^\d{4}-\d{2}-\d{2}$/.test(day) && !Number.isNaN(Date.parse(day));

/**
 * Where the fat of a stretch of days went, both ends included; the last thirty days when nothing that can be read is asked for.
 * With it the same length just before, to hold it against.
 */
export const periodTrail = (
  farmId: string,
  asked: { from?: string; to?: string },
): Promise<PeriodTrailView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const { timeZone } = house.farm;
    const today = localDate(now(), timeZone);
    const to = isDay(asked.to) ? asked.to : today;
    const from = isDay(asked.from) && asked.from <= to ? asked.from : addDays(to, 1 - usualDays);
    const midnight = (day: string): Date => {
      const [year, month, date] = day.split('-').map(Number);
      return new Date(new TZDate(year!, month! - 1, date!, 0, 0, 0, timeZone).getTime());
    };
    const days = Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000) + 1;
    const [begins, ends] = [midnight(from), midnight(addDays(to, 1))];
    const trail = await trailOf(scope, begins, ends);
    const { upstream, ...before } = await trailOf(scope, midnight(addDays(from, -days)), begins);
    return {
      ...house,
      from,
      to,
      today,
      days,
      trail,
      before,
      why:
        trail.upstream && upstream
          ? whyPeriod(ofMilk(before, upstream), ofMilk(trail, trail.upstream))
          : undefined,
    };
  });

const ofMilk = (sums: PeriodSums, upstream: FatUpstream) => ({
  milkMass: upstream.milkMass,
  milkFat: upstream.milk,
  boughtFat: upstream.bought,
  fatIn: sums.fatIn,
  fatToButter: sums.fatToButter,
  butterMass: sums.butterMass,
});

async function sumsOf(scope: FarmScope, from: Date, to: Date) {
  const batches = await packedBetween(scope, from, to);
  const sum = (of: (one: (typeof batches)[number]) => number) =>
    batches.reduce((all, one) => all + of(one), 0);
  return {
    batches: batches.length,
    fatIn: sum((one) => one.fatIn),
    fatToButter: sum((one) => one.fatToButter),
    butterMass: sum((one) => one.butterMass),
  };
}

async function trailOf(scope: FarmScope, from: Date, to: Date): Promise<PeriodTrailView['trail']> {
  const sums = await sumsOf(scope, from, to);
  const creams = (await packedBetween(scope, from, to)).map(({ creamLotId, fatIn }) => ({
    lot: creamLotId,
    fat: fatIn,
  }));
  const lossFat = Math.min(usualLoss * sums.fatIn, sums.fatIn - sums.fatToButter);
  return {
    ...sums,
    lossFat,
    inButtermilk: Math.max(0, sums.fatIn - sums.fatToButter - lossFat),
    upstream: creams.length > 0 ? await upstreamOf(scope, ...creams) : undefined,
  };
}
