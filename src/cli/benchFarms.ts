import { fork } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { randomUUID } from 'node:crypto';
import { Client } from 'pg';
import { median } from 'simple-statistics';
import { openHouse } from '@/server/house/openHouse';
import { database } from '@/data/connection';
import type { Viewed } from './benchViews';
import { asCommand, countOf } from './benchViews';
import { everyView, lived, multiply, untriggered } from './manyYears';

/**
 * Five years of Larkfold in a database of its own, and the same among a thousand farms: every view of it, turn and turn about.
 * The others have as many rows as Larkfold has of fourteen months, over five years: about a cow, and a churning a fortnight.
 */
const farms = Number(process.env.FARMS ?? 1000);
const years = 5;
/** Longest a view may take among them, as a share of what it takes alone. */
const most = 1.5;
const rounds = 15;
const warmUps = 5;
/** So many farms are made in one statement. */
const atOnce = 20;

/** The tables that a farm fills by working; who its people are is the house's. */
const filled = [
  'farm', 'animal', 'vessel', 'way', 'command', 'lot', 'entry', 'entry_line', 'lot_event', 'batch', 'batch_event', 'portion',
  'cleaning', 'withdrawal',
]; // prettier-ignore

/** Keeps what Larkfold lived through, before it is told again for its five years: the others are made of it. */
const keepSeed = (): Promise<void> =>
  untriggered(async (client) => {
    for (const table of filled) await client.query(`CREATE TABLE seed_${table} AS TABLE ${table}`);
  });

/** Other farms beside Larkfold: what it lived through, slower. */
const addFarms = (): Promise<void> =>
  untriggered(async (client) => {
    const stretched = (years * 365) / lived;
    const { rows } = await client.query<{ table: string; column: string; type: string }>(
      `SELECT table_name AS table, column_name AS column, data_type AS type FROM information_schema.columns
       WHERE table_schema = 'public' AND is_generated = 'NEVER' ORDER BY table_name, ordinal_position`,
    );
    const told = (table: string, column: string, type: string) => {
      const name = `t."${column}"`;
      if (column === 'farm_id' || (table === 'farm' && column === 'id')) return "md5('farm' || n)::uuid";
      // The house opens on its first farm: that stays Larkfold.
      if (table === 'farm' && column === 'created_at') return 'now()';
      if (type === 'timestamp with time zone') return `now() - (now() - ${name}) * ${stretched}`;
      if (type === 'date') return `(current_date - ((current_date - ${name}) * ${stretched})::int)`;
      if (/^(id|\w+_id)$/.test(column) && type === 'uuid') return `md5(${name}::text || n)::uuid`;
      if (/^(id|\w+_id)$/.test(column) && type === 'text') return `${name} || 'f' || n`;
      return name;
    };
    for (let from = 1; from < farms; from += atOnce) {
      for (const table of filled) {
        const columns = rows.filter((row) => row.table === table);
        await client.query(
          `INSERT INTO ${table} (${columns.map(({ column }) => `"${column}"`).join(', ')})
           SELECT ${columns.map(({ column, type }) => told(table, column, type)).join(', ')}
           FROM generate_series(${from}, ${Math.min(farms - 1, from + atOnce - 1)}) n, seed_${table} t`,
        );
      }
      if (((from - 1) / atOnce) % 5 === 0) console.log(`  ${from - 1} farms beside it`);
    }
    for (const table of filled) await client.query(`DROP TABLE seed_${table}`);
    await client.query('VACUUM ANALYZE');
  });

/** Runs `sql` where the databases are, not in one of them. */
async function beside(sql: string): Promise<void> {
  const client = new Client({ connectionString: process.env.ADMIN_DATABASE_URL });
  await client.connect();
  await client.query(sql);
  await client.end();
}

/** The statement of a view that takes longest, ms, and its beginning. */
async function slowest([, view]: Viewed): Promise<string> {
  const { options } = database() as unknown as { options: { logging: unknown; benchmark: boolean } };
  const told: { ms: number; sql: string }[] = [];
  Object.assign(options, {
    benchmark: true,
    logging: (sql: string, ms: number) => told.push({ ms, sql: sql.replace(/^Executed \([^)]*\): /, '') }),
  });
  await view();
  Object.assign(options, { benchmark: false, logging: false });
  return told
    .toSorted((a, b) => b.ms - a.ms)
    .slice(0, 2)
    .map(({ ms, sql }) => `${ms} ms ${sql.replace(/\s+/g, ' ').slice(0, 160)}`)
    .join('\n      ');
}

/** One of the two: times the view it is asked for, each time it is asked. */
async function answering(): Promise<void> {
  const views = await everyView(await openHouse(randomUUID()));
  process.on('message', (which: number) => {
    const start = performance.now();
    if (which < 0) void slowest(views[-1 - which]!).then((told) => process.send!(told));
    else void views[which]![1]().then(() => process.send!(performance.now() - start));
  });
  process.send!(views.map(([name]) => name));
}

async function ask<T>(child: ChildProcess, which: number): Promise<T> {
  const answer = once(child, 'message');
  child.send(which);
  return ((await answer) as [T])[0];
}

async function compare(): Promise<number> {
  const alone = new URL(process.env.DATABASE_URL!);
  const among = alone.href;
  alone.pathname = '/alone';
  await keepSeed();
  await multiply(years);
  // A copy of it with its years, and none of the others.
  await beside('CREATE DATABASE alone TEMPLATE immulgo');
  await addFarms();
  const started = [alone.href, among].map((url) =>
    fork(process.argv[1]!, ['answer'], { env: { ...process.env, DATABASE_URL: url } }),
  );
  const names = (await Promise.all(started.map(async (child) => ((await once(child, 'message')) as [string[]])[0])))[0]!;
  const farmId = await openHouse(randomUUID());
  console.log(
    `${years} years of Larkfold, ${await countOf(farmId, 'entry')} entries and ${await countOf(farmId, 'batch')} batches of its own, among ${farms} farms`,
  );
  let over = 0;
  for (const [which, name] of names.entries()) {
    const pairs: { alone: number; among: number }[] = [];
    for (let round = 0; round < warmUps + rounds; round += 1) {
      const pair = { alone: await ask<number>(started[0]!, which), among: await ask<number>(started[1]!, which) };
      if (round >= warmUps) pairs.push(pair);
    }
    const ratio = median(pairs.map((pair) => pair.among / pair.alone));
    if (ratio > most) over += 1;
    console.log(
      `${name.padEnd(28)}${median(pairs.map((pair) => pair.alone)).toFixed(1).padStart(8)} ms alone ${median(pairs.map((pair) => pair.among)).toFixed(1).padStart(8)} ms among them ${ratio.toFixed(2).padStart(6)}×${ratio > most ? ' OVER' : ''}`,
    );
    // Where it goes to, in both.
    if (ratio > most)
      for (const child of started) console.log(`      ${await ask<string>(child, -1 - which)}`);
  }
  console.log(`Limit: ${most}×.`);
  for (const child of started) child.kill();
  return over;
} // prettier-ignore

if (process.argv[2] === 'answer') void answering();
else asCommand(compare);
