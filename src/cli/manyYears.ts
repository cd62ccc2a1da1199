import { Client } from 'pg';
import { batchNews, batchView, planView } from '@/server/churning/views';
import { houseView } from '@/server/house/views';
import { comparedView } from '@/server/ledger/compareBatches';
import { learnedView } from '@/server/ledger/learned';
import { milkBookView } from '@/server/ledger/milkBook';
import { periodTrail } from '@/server/ledger/periodTrail';
import { findBatches } from '@/server/ledger/searchBatches';
import { trendsView } from '@/server/ledger/trends';
import { ledgerView } from '@/server/ledger/views';
import { pailView } from '@/server/pail/views';
import { lotView, shelfView, trailView } from '@/server/shelf/views';
import { todayView } from '@/server/today/views';
import type { Viewed } from './benchViews';

/** Days that Larkfold lived through. */
export const lived = 425;

/** The tables of a farm, each with how a row of it is told again for an earlier time. What was eaten then is eaten. */
const copies = (n: number): string[] => {
  const days = `interval '${n * lived} days'`;
  const seconds = n * lived * 86_400;
  const id = (column: string) => `CASE WHEN ${column} IS NULL THEN NULL ELSE ${column} || 'y${n}' END`;
  const uuid = (column: string) =>
    `CASE WHEN ${column} IS NULL THEN NULL ELSE md5(${column}::text || 'y${n}')::uuid END`;
  const data = (column: string) =>
    `(CASE WHEN ${column} ? 'atSeconds' THEN jsonb_set(t.d, '{atSeconds}', to_jsonb((t.d->>'atSeconds')::float8 - ${seconds})) ELSE t.d END)`;
  const renamed = (column: string) =>
    `CROSS JOIN LATERAL (SELECT regexp_replace(${column}::text, '"(id|portionId|eventId|into)": "([^"]+)"', '"\\1": "\\2y${n}"', 'g')::jsonb AS d) t`;
  return [
    `INSERT INTO command SELECT farm_id, ${id('id')}, device, name, '{}', at - ${days}, received_at - ${days}, result FROM command WHERE id !~ 'y\\d+$'`,
    `INSERT INTO lot (farm_id, id, code, kind, vessel_id, made_at, raw, ripened, fat_method, storage, keep_until, keep_reasons, details, treatment, oldest_at, fat_sd, mass_now, fat_now, origin)
       SELECT farm_id, ${id('id')}, code || 'y${n}', kind, vessel_id, made_at - ${days}, raw, ripened, fat_method, storage, keep_until - ${n * lived}, keep_reasons, details, treatment, oldest_at - ${days}, fat_sd, 0, 0, origin FROM lot WHERE id !~ 'y\\d+$'`,
    `INSERT INTO entry (farm_id, id, command_id, kind, at, recorded_at, corrects_id, details, line_count)
       SELECT farm_id, ${uuid('id')}, ${id('command_id')}, kind, at - ${days}, recorded_at - ${days}, ${uuid('corrects_id')}, details, line_count FROM entry WHERE command_id !~ 'y\\d+$'`,
    `INSERT INTO entry_line SELECT l.farm_id, ${uuid('l.entry_id')}, position, ${id('lot_id')}, account, mass, fat FROM entry_line l JOIN entry e ON e.farm_id = l.farm_id AND e.id = l.entry_id WHERE e.command_id !~ 'y\\d+$'`,
    `INSERT INTO lot_event SELECT farm_id, ${id('lot_id')}, ${id('id')}, kind, at - ${days}, recorded_at - ${days}, device, ${id('command_id')}, ${data('data')} FROM lot_event ${renamed('data')} WHERE id !~ 'y\\d+$'`,
    `INSERT INTO batch (farm_id, id, number, cream_lot_id, vessel_id, facts, started_at, phase, break_minutes, pace_ratio, judged, churned_entry_id, revision, maker, from_shelf)
       SELECT farm_id, ${id('id')}, number + ${n * 10_000}, ${id('cream_lot_id')}, vessel_id, facts, started_at - ${days}, CASE WHEN phase = 'packed' THEN phase ELSE 'abandoned' END, break_minutes, pace_ratio, judged, ${uuid('churned_entry_id')}, revision, maker, from_shelf FROM batch WHERE id !~ 'y\\d+$'`,
    `UPDATE lot SET batch_id = o.batch_id || 'y${n}' FROM lot o WHERE lot.farm_id = o.farm_id AND lot.id = o.id || 'y${n}' AND o.batch_id IS NOT NULL AND o.id !~ 'y\\d+$'`,
    `INSERT INTO batch_event SELECT farm_id, ${id('batch_id')}, ${id('id')}, kind, at - ${days}, recorded_at - ${days}, device, ${id('command_id')}, ${data('data')} FROM batch_event ${renamed('data')} WHERE id !~ 'y\\d+$'`,
    `INSERT INTO portion SELECT farm_id, ${id('lot_id')}, ${id('batch_id')}, name, mass, salt_mass, measured, additions, standing, pieces FROM portion WHERE lot_id !~ 'y\\d+$'`,
    `INSERT INTO cleaning SELECT farm_id, ${id('command_id')}, vessel_id, at - ${days}, steps FROM cleaning WHERE command_id !~ 'y\\d+$'`,
  ];
};

/** Reaches the farm's tables as the superuser, whom no trigger holds up: what was lived through once passed each of them. */
export async function untriggered<T>(work: (client: Client) => Promise<T>): Promise<T> {
  const admin = new URL(process.env.ADMIN_DATABASE_URL!);
  admin.pathname = '/immulgo';
  const client = new Client({ connectionString: admin.href });
  await client.connect();
  await client.query("SET session_replication_role = 'replica'");
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Lets Larkfold have lived through so many years: what it lived through, so often over again, each time so many days earlier. */
export const multiply = (years: number): Promise<void> =>
  untriggered(async (client) => {
    for (let n = 1; n < Math.round((years * 365) / lived); n += 1)
      for (const statement of copies(n)) await client.query(statement);
    await client.query('ANALYZE');
  });

/** Every view of a farm that has been lived on, by its name on the screen. */
export async function everyView(farmId: string): Promise<readonly Viewed[]> {
  const { butter, lots } = await todayView(farmId);
  const { rows } = await ledgerView(farmId);
  const batch = rows.find(({ phase }) => phase === 'packed')!;
  const lot = lots.find(({ kind }) => kind === 'cream') ?? lots[0]!;
  const { revision } = (await batchView(farmId, batch.id))!;
  return [
    ['Today', () => todayView(farmId)],
    ['Pail', () => pailView(farmId)],
    ['Shelf', () => shelfView(farmId)],
    ['A lot’s page', () => lotView(farmId, lot.id)],
    ['Plan', () => planView(farmId)],
    ['A batch', () => batchView(farmId, batch.id)],
    ['News of a batch', () => batchNews(farmId, batch.id, revision)],
    ['Ledger', () => ledgerView(farmId)],
    ['Every batch', () => findBatches(farmId, {})],
    ['Batches by word', () => findBatches(farmId, { find: 'barrel' })],
    ['Batches by season', () => findBatches(farmId, { season: 'summer', order: 'butterMass' })],
    [
      'Batches by fat',
      () => findBatches(farmId, { fatFrom: 0.25, fatTo: 0.3, order: 'efficiency', down: false }),
    ],
    ['Batches by source', () => findBatches(farmId, { source: 'shelf', verdict: 'wet' })],
    ['Batches by maker', () => findBatches(farmId, { maker: 'Rowan', season: 'spring' })],
    ['House', () => houseView(farmId)],
    ['From batch to batch', () => trendsView(farmId)],
    ['What it has learned', () => learnedView(farmId)],
    ['Where thirty days’ fat went', () => periodTrail(farmId, {})],
    ['Milk, day by day', () => milkBookView(farmId, {})],
    [
      'Two batches compared',
      () =>
        comparedView(
          farmId,
          rows.slice(0, 2).map(({ id }) => id),
        ),
    ],
    ...(butter[0] ? [['Trail of a pat', () => trailView(farmId, butter[0]!.lotId)] as const] : []),
  ];
}
