import { mean } from 'simple-statistics';
import type { TrendBatch } from '@/core/comparing/trends';
import type { Feed } from '@/core/churning/batchWords';

/** What the batches of one month of the year came to, whatever the year. */
export interface Month {
  /** 1 to 12. */
  month: number;
  name: string;
  many: number;
  perLitre: number | undefined;
  colour: number | undefined;
  /** What was fed, most often first. */
  feeds: Feed[];
}

/** Batches by the month of the year they were begun in where the farm is, January first. */
export function byMonth(batches: readonly TrendBatch[], timeZone: string): Month[] {
  const monthOf = new Intl.DateTimeFormat('en-GB', { month: 'numeric', timeZone });
  const nameOf = new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone });
  const months = new Map<number, { name: string; of: TrendBatch[] }>();
  for (const batch of batches) {
    const at = new Date(batch.atSeconds * 1000);
    const month = Number(monthOf.format(at));
    const known = months.get(month) ?? { name: nameOf.format(at), of: [] };
    known.of.push(batch);
    months.set(month, known);
  }
  return [...months]
    .toSorted(([a], [b]) => a - b)
    .map(([month, { name, of }]) => ({
      month,
      name,
      many: of.length,
      perLitre: meanOf(of.map(({ perLitre, verdict }) => (verdict === 'unweighed' ? undefined : perLitre))),
      colour: meanOf(of.map(({ colour }) => colour)),
      feeds: oftenFirst(of.flatMap(({ feed }) => (feed === undefined ? [] : [feed]))),
    }));
}

function meanOf(values: readonly (number | undefined)[]): number | undefined {
  const known = values.filter((value) => value !== undefined);
  return known.length === 0 ? undefined : mean(known);
}

function oftenFirst(feeds: readonly Feed[]): Feed[] {
  const times = (feed: Feed) => feeds.filter((one) => one === feed).length;
  return [...new Set(feeds)].toSorted((a, b) => times(b) - times(a));
}
