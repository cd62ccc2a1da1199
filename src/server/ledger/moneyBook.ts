import { tellBatch } from '@/core/churning/tellBatch';
import { batchesOf, eventsOf } from '@/data/churning/batches';
import { inFarm } from '@/data/farmScope';
import { usesSince } from '@/data/ledger/movements';
import { now } from '../clock';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';
import { upstreamOf } from './upstream';
import type { MoneyView } from './views';

const year = 365 * 86_400_000;
const mostBatches = 1000;
/** A batch that stood open for longer was forgotten, not worked at, h (engineering estimate). */
const longest = 4;
/** What is thrown out is worth nothing to anybody. */
const worthless = new Set(['discarded', 'lost', 'unaccounted', 'drain']);

/** What the last year’s books say of butter in money. */
export const moneyView = (farmId: string): Promise<MoneyView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const at = now();
    const from = new Date(at.getTime() - year);
    const packed = (await batchesOf(scope, mostBatches)).filter(
      ({ phase, judged, startedAt }) => phase === 'packed' && judged !== null && startedAt >= from,
    );
    const events = await eventsOf(
      scope,
      packed.map(({ id }) => id),
    );
    let [hours, salt] = [0, 0];
    for (const { id, facts, startedAt } of packed) {
      const story = tellBatch(facts, events.get(id) ?? []);
      const done = story.events.findLast(({ kind }) => kind === 'packed')?.atSeconds;
      const began = story.startedAt ?? startedAt.getTime() / 1000;
      hours += Math.min(longest, Math.max(0, ((done ?? began) - began) / 3600));
      salt += story.portions.reduce((sum, { saltMass }) => sum + saltMass, 0);
    }
    const upstream =
      packed.length > 0
        ? await upstreamOf(scope, ...packed.map(({ creamLotId, judged }) => ({ lot: creamLotId, fat: judged!.fatIn })))
        : undefined;
    const uses = (await usesSince(scope, from)).filter(({ account }) => !worthless.has(account));
    const used = (kind: string) => uses.filter((one) => one.kind === kind).reduce((sum, { mass }) => sum + mass, 0);
    const fatIn = packed.reduce((sum, { judged }) => sum + judged!.fatIn, 0);
    const bought = Math.min(fatIn, upstream?.bought ?? 0);
    return {
      ...house,
      from: localDate(from, house.farm.timeZone),
      to: localDate(at, house.farm.timeZone),
      books: {
        butter: packed.reduce((sum, { judged }) => sum + judged!.butterMass, 0),
        batches: packed.length,
        milkFat: fatIn - bought,
        boughtFat: bought,
        milk: upstream?.milkMass ?? 0,
        hours,
        salt,
        skim: used('skim'),
        buttermilk: used('buttermilk'),
        soured: packed.filter(({ facts }) => facts.ripened).length,
      },
    };
  }); // prettier-ignore
