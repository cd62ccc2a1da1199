import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import { median } from 'simple-statistics';
import { database } from '@/data/connection';
import { openHouse } from '@/server/house/openHouse';
import { pailView } from '@/server/pail/views';
import { shelfView, trailView } from '@/server/shelf/views';
import { todayView } from '@/server/today/views';

/**
 * How long the views of milk and cream take, against the bare statements they are made of: the same SQL, sent by a plain
 * client on one connection in one transaction, in turn with the view itself.
 */
const rounds = 25;
const within = 2;

async function main(): Promise<void> {
  const farmId = await openHouse(randomUUID());
  const { butter } = await todayView(farmId);
  const views: [string, () => Promise<unknown>][] = [
    ['Pail', () => pailView(farmId)],
    ['Shelf', () => shelfView(farmId)],
    ...(butter[0]
      ? [['Trail of a pat', () => trailView(farmId, butter[0]!.lotId)] as [string, () => Promise<unknown>]]
      : []),
  ];
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  console.log(`${await lotsOf(client, farmId)} lots in the ledger`);
  let broken = 0;
  for (const [name, view] of views) {
    const statements = await statementsOf(view);
    const bare = async () => {
      for (const statement of statements) await client.query(statement);
    };
    for (let i = 0; i < 5; i += 1) {
      await view();
      await bare();
    }
    const pairs: { mine: number; floor: number }[] = [];
    for (let i = 0; i < rounds; i += 1) pairs.push({ mine: await timed(view), floor: await timed(bare) });
    const ratio = median(pairs.map(({ mine, floor }) => mine / floor));
    if (ratio > within) broken += 1;
    console.log(
      `${name.padEnd(18)}${median(pairs.map(({ mine }) => mine))
        .toFixed(1)
        .padStart(
          8,
        )} ms${`${ratio.toFixed(2)}×`.padStart(9)}  its ${statements.length} bare statements${ratio > within ? `, OVER ${within}` : `, within ${within}`}`,
    );
  }
  await client.end();
  process.exitCode = broken > 0 ? 1 : 0;
}

async function lotsOf(client: Client, farmId: string): Promise<number> {
  await client.query('BEGIN');
  await client.query("SELECT set_config('immulgo.farm', $1, true)", [farmId]);
  const { rows } = await client.query<{ lots: string }>('SELECT count(*) AS lots FROM lot');
  await client.query('COMMIT');
  return Number(rows[0]!.lots);
}

/** The SQL one view sends, as it sends it. */
async function statementsOf(view: () => Promise<unknown>): Promise<string[]> {
  const sent: string[] = [];
  const { options } = database() as unknown as { options: { logging: unknown } };
  const before = options.logging;
  options.logging = (line: string) => sent.push(line.replace(/^Executing \([^)]*\): /, ''));
  await view();
  options.logging = before;
  return sent;
}

async function timed(work: () => Promise<unknown>): Promise<number> {
  const start = performance.now();
  await work();
  return performance.now() - start;
}

main().then(
  () => process.exit(),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);
