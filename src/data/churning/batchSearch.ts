import { QueryTypes } from 'sequelize';
import { database } from '../connection';
import type { FarmScope } from '../farmScope';
import type { Batch, BatchSummary } from './batches';
import { inTheBooks } from './batches';

/** What batches can be put in order by, each as the database has it. */
const orders = {
  number: 'b.number',
  day: 'b.started_at',
  creamMass: `(b.facts->>'creamMass')::float8`,
  creamFat: `(b.facts->>'creamFat')::float8`,
  temperature: `(b.facts->>'temperature')::float8`,
  ripened: `(b.facts->>'ripened')::boolean`,
  tool: `b.facts->>'tool'`,
  breakMinutes: 'b.break_minutes',
  butterMass: `(b.judged->>'butterMass')::float8`,
  perLitre: `(b.judged->>'perLitre')::float8`,
  butterFat: `(b.judged->'composition'->>'fat')::float8`,
  efficiency: `(b.judged->>'churnEfficiency')::float8`,
  verdict: `b.judged->>'verdict'`,
  maker: 'b.maker',
} as const;
export type BatchOrder = keyof typeof orders;
export const batchOrders = Object.keys(orders) as BatchOrder[];

/** Which batches are looked for; what is not said is not asked. Fats and efficiency as shares, ends included. */
export interface BatchFilter {
  /** Groups of words: of each group one is in the batch's number, way, tool, verdict, phase or maker. */
  words?: readonly (readonly string[])[] | undefined;
  /** Months of the year where the farm is, 1 to 12. */
  months?: readonly number[] | undefined;
  tools?: readonly string[] | undefined;
  verdicts?: readonly string[] | undefined;
  ripened?: boolean | undefined;
  /** Who churned it, by name. */
  maker?: string | undefined;
  /** Its cream stood on the Shelf, or came in with the batch. */
  source?: 'shelf' | 'brought' | undefined;
  fatFrom?: number | undefined;
  fatTo?: number | undefined;
  efficiencyFrom?: number | undefined;
  efficiencyTo?: number | undefined;
}

export type FoundBatch = Pick<
  Batch,
  'id' | 'number' | 'startedAt' | 'facts' | 'phase' | 'breakMinutes' | 'maker'
> & {
  judged: BatchSummary | null;
};

/** One page of the batches that are looked for, in order, and how many there are of them. */
export async function searchBatches(
  { farmId, transaction }: FarmScope,
  filter: BatchFilter,
  { order, down, offset, limit }: { order: BatchOrder; down: boolean; offset: number; limit: number },
): Promise<{ rows: FoundBatch[]; total: number }> {
  const asked: string[] = [];
  const replacements: Record<string, unknown> = { farmId, offset, limit };
  const ask = (condition: string, name: string, value: unknown) => {
    if (value === undefined) return;
    asked.push(condition);
    replacements[name] = value;
  };
  (filter.words ?? []).forEach((group, i) =>
    ask(
      `concat_ws(' ', b.number, b.facts->>'way', b.facts->>'tool', b.judged->>'verdict', b.phase, b.maker) ILIKE ANY (ARRAY[:words${i}]::text[])`,
      `words${i}`,
      group.map((word) => `%${word.replace(/[\\%_]/g, '\\$&')}%`),
    ),
  );
  ask(
    `extract(month FROM b.started_at AT TIME ZONE (SELECT time_zone FROM farm WHERE id = :farmId)) IN (:months)`,
    'months',
    filter.months,
  );
  ask(`b.facts->>'tool' IN (:tools)`, 'tools', filter.tools);
  ask('b.maker = :maker', 'maker', filter.maker);
  ask(`b.judged->>'verdict' IN (:verdicts)`, 'verdicts', filter.verdicts);
  ask(`(b.facts->>'ripened')::boolean = :ripened`, 'ripened', filter.ripened);
  ask(`${orders.creamFat} >= :fatFrom`, 'fatFrom', filter.fatFrom);
  ask(`${orders.creamFat} <= :fatTo`, 'fatTo', filter.fatTo);
  ask(`${orders.efficiency} >= :efficiencyFrom`, 'efficiencyFrom', filter.efficiencyFrom);
  ask(`${orders.efficiency} <= :efficiencyTo`, 'efficiencyTo', filter.efficiencyTo);
  if (filter.source) asked.push(`${filter.source === 'shelf' ? '' : 'NOT '}b.from_shelf`);
  const where = ['b.farm_id = :farmId', inTheBooks('b'), ...asked].join(' AND ');
  const direction = down ? 'DESC NULLS LAST' : 'ASC NULLS LAST';
  const rows = await database().query<FoundBatch & { breakMinutes: string | null }>(
    `SELECT b.id, b.number, b.started_at AS "startedAt", b.facts, b.phase, b.break_minutes AS "breakMinutes", b.judged, b.maker
     FROM batch b WHERE ${where} ORDER BY ${orders[order]} ${direction}, b.number DESC LIMIT :limit OFFSET :offset`,
    { replacements, type: QueryTypes.SELECT, transaction },
  );
  const [counted] = await database().query<{ total: string }>(
    `SELECT count(*) AS total FROM batch b WHERE ${where}`,
    {
      replacements,
      type: QueryTypes.SELECT,
      transaction,
    },
  );
  return {
    rows: rows.map((row) => ({
      ...row,
      breakMinutes: row.breakMinutes === null ? null : Number(row.breakMinutes),
    })),
    total: Number(counted!.total),
  };
}
