import { Client } from 'pg';
import { median } from 'simple-statistics';
import { database } from '@/data/connection';

/** A view by its name on the screen. */
export type Viewed = readonly [name: string, view: () => Promise<unknown>];

const rounds = 25;
const warmUps = 5;
const within = 2;

/**
 * Times views against the bare statements they are made of: the same SQL, sent by a plain client on one connection in one
 * transaction, in turn with the view itself. Prints a line each.
 * @param mostMs longest a view may take, where there is a limit
 * @returns how many went over a limit
 */
export async function benchViews(views: readonly Viewed[], mostMs = Infinity): Promise<number> {
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  let broken = 0;
  for (const [name, view] of views) {
    const statements = await statementsOf(view);
    const bare = async () => {
      for (const statement of statements) await client.query(statement);
    };
    for (let i = 0; i < warmUps; i += 1) {
      await view();
      await bare();
    }
    const pairs: { mine: number; floor: number }[] = [];
    for (let i = 0; i < rounds; i += 1) pairs.push({ mine: await timed(view), floor: await timed(bare) });
    const ratio = median(pairs.map(({ mine, floor }) => mine / floor));
    const mine = median(pairs.map((pair) => pair.mine));
    const over = ratio > within || mine > mostMs;
    if (over) broken += 1;
    console.log(
      `${name.padEnd(20)}${mine.toFixed(1).padStart(8)} ms${`${ratio.toFixed(2)}×`.padStart(9)}  its ${statements.length} bare statements${over ? ', OVER' : ''}`,
    );
  }
  console.log(`Limits: ${within}×${Number.isFinite(mostMs) ? ` and ${mostMs} ms` : ''}.`);
  await client.end();
  return broken;
}

/** Rows of a table, of all farms that the owner sees. */
export async function countOf(farmId: string, table: 'lot' | 'batch' | 'entry'): Promise<number> {
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  await client.query('BEGIN');
  await client.query("SELECT set_config('immulgo.farm', $1, true)", [farmId]);
  const { rows } = await client.query<{ n: string }>(`SELECT count(*) AS n FROM ${table}`);
  await client.query('COMMIT');
  await client.end();
  return Number(rows[0]!.n);
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

/** Runs a bench as a command: a limit that is broken, or an error, is its exit code. */
export function asCommand(bench: () => Promise<number>): void {
  bench().then(
    (broken) => process.exit(broken > 0 ? 1 : 0),
    (error: unknown) => {
      console.error(error instanceof Error ? error.message : error);
      process.exit(1);
    },
  );
}
