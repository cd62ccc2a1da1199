import * as v from 'valibot';
import { verdicts } from '@/core/balancing/judgeBatch';
import { readInput } from '@/core/calculation';
import type { ToolKey } from '@/core/churning/tools';
import { toolKeys, tools } from '@/core/churning/tools';
import { longestName } from '@/core/people/personName';
import { makersOf } from '@/data/churning/batches';
import { batchOrders, searchBatches } from '@/data/churning/batchSearch';
import { inFarm } from '@/data/farmScope';
import { farmOf } from '@/data/house/house';
import { localDate } from '../localDate';
import type { FoundBatches } from './views';

/** Months of the seasons, by the calendar of the north (meteorological). */
const seasons = { winter: [12, 1, 2], spring: [3, 4, 5], summer: [6, 7, 8], autumn: [9, 10, 11] } as const;
const share = v.pipe(v.number(), v.minValue(0, 'a share from 0 on.'), v.maxValue(1.5, 'a share to 1.5.'));

const asked = v.strictObject({
  find: v.optional(v.pipe(v.string(), v.maxLength(120, 'at most 120 letters.')), ''),
  season: v.optional(v.picklist(Object.keys(seasons) as (keyof typeof seasons)[])),
  tool: v.optional(v.picklist(toolKeys)),
  verdict: v.optional(v.picklist(verdicts)),
  maker: v.optional(v.pipe(v.string(), v.maxLength(longestName, `a name of at most ${longestName} letters.`))),
  cream: v.optional(v.picklist(['ripened', 'sweet'])),
  source: v.optional(v.picklist(['shelf', 'brought'])),
  fatFrom: v.optional(share),
  fatTo: v.optional(share),
  efficiencyFrom: v.optional(share),
  efficiencyTo: v.optional(share),
  order: v.optional(v.picklist(batchOrders), 'number'),
  down: v.optional(v.boolean(), true),
  page: v.optional(v.pipe(v.number(), v.integer('a whole number.'), v.minValue(0, 'from 0 on.'), v.maxValue(1e6, 'a page.')), 0),
  size: v.optional(v.pipe(v.number(), v.integer('a whole number.'), v.minValue(1, 'at least one.'), v.maxValue(200, 'at most 200.')), 25),
}); // prettier-ignore

/**
 * One page of the batches a maker looks for.
 * @throws {CalculationError} naming what was asked wrongly
 */
export async function findBatches(farmId: string, sent: unknown): Promise<FoundBatches> {
  const { find, season, tool, verdict, cream, order, down, page, size, ...rest } = readInput(asked, sent);
  const words = find.replaceAll('\0', '').split(/\s+/).filter(Boolean);
  return inFarm(farmId, async (scope) => {
    const { timeZone } = await farmOf(scope);
    const { rows, total } = await searchBatches(
      scope,
      {
        ...rest,
        words: words.map(meant),
        months: season && seasons[season],
        tools: tool && [tool],
        verdicts: verdict && [verdict],
        ripened: cream && cream === 'ripened',
      },
      { order, down, offset: page * size, limit: size },
    );
    return {
      total,
      makers: await makersOf(scope),
      rows: rows.map(({ startedAt, ...row }) => ({ ...row, day: localDate(startedAt, timeZone) })),
    };
  });
}

/** A word as it was typed, and the keys of tools that are called so. */
const meant = (word: string): string[] => [
  word,
  ...(Object.keys(tools) as ToolKey[]).filter((key) =>
    tools[key].name.toLowerCase().includes(word.toLowerCase()),
  ),
];
