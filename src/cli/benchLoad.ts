import { randomUUID } from 'node:crypto';
import { Pool } from 'pg';
import { quantile } from 'simple-statistics';

/**
 * A hundred make days at once, on this machine alone: through one web server, then through two before the same database, each
 * device's commands going now to the one and now to the other; and beside them the same writes bare, in the same run. Counts
 * what failed, and what was acknowledged and is not there.
 */
const days = Number(process.env.DAYS ?? 100);
/** Marks of a make day, and how long its maker waits before the next, ms at most. */
const marks = 14;
const waits = 400;
const [one, two] = (process.env.IMMULGO_ADDRESSES_LOAD ?? '').split(' ') as [string, string];

interface Measured {
  times: number[];
  errors: string[];
}

/** Waits without a clock of its own: the bench is no part of the house. */
const pause = (ms: number): Promise<void> => new Promise((later) => setTimeout(later, ms));

async function send(
  address: string,
  farm: string,
  name: string,
  input: unknown,
  into: Measured,
): Promise<boolean> {
  const began = performance.now();
  try {
    const response = await fetch(`${address}/api/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        id: randomUUID(),
        farm,
        device: 'load',
        name,
        input,
        at: new Date().toISOString(),
      }),
    });
    const answer = (await response.json()) as { status?: string };
    if (answer.status !== 'done') {
      into.errors.push(`${name}: ${response.status} ${JSON.stringify(answer).slice(0, 200)}`);
      return false;
    }
    into.times.push(performance.now() - began);
    return true;
  } catch (error) {
    into.errors.push(`${name}: ${String(error)}`);
    return false;
  }
}

const facts = {
  creamMass: 1400, creamMassSd: 14, creamVolume: 1400, amountTyped: '1.4 L', creamFat: 0.36, creamFatSd: 0.01,
  fatMethod: 'label', temperature: 14, temperatureAssumed: false, ripened: false, treatment: 'pasteurised',
  homogenised: false, hardness: 0, tool: 'paddleHand', vesselId: null, capacity: 4500, loads: 1,
  usualSalt: { way: 'none' }, usualStorage: 'fridge',
}; // prettier-ignore

/** One make day: begun, marked, packed. Returns the ids of the events the house acknowledged. */
async function makeDay(
  addresses: readonly string[],
  farm: string,
  nth: number,
  into: Measured,
): Promise<{ batchId: string; acknowledged: string[] }> {
  const batchId = randomUUID();
  const began = Date.now() / 1000 - 3600;
  let turn = nth;
  const next = () => addresses[(turn += 1) % addresses.length]!;
  const acknowledged: string[] = [];
  const event = async (body: Record<string, unknown>) => {
    const id = randomUUID();
    if (await send(next(), farm, 'batch.record', { batchId, events: [{ id, ...body }] }, into))
      acknowledged.push(id);
  };
  const started = randomUUID();
  const begin = { batchId, creamLotId: randomUUID(), startedEventId: started, startedAtSeconds: began, facts };
  if (!(await send(next(), farm, 'batch.begin', begin, into))) return { batchId, acknowledged };
  acknowledged.push(started);
  for (let mark = 0; mark < marks; mark += 1) {
    await pause(waits * (((nth * 7 + mark * 3) % 10) / 10));
    await event({ kind: 'reading', atSeconds: began + 60 * (mark + 1), temperature: 14 + mark / 10 });
  }
  await event({ kind: 'mark', stage: 'break', atSeconds: began + 1500 });
  await event({ kind: 'mark', stage: 'stopped', atSeconds: began + 1510 });
  await event({ kind: 'drained', measured: 'mass', mass: 800, massSd: 20, atSeconds: began + 1600 });
  await event({ kind: 'portion', portionId: randomUUID(), name: 'Butter', mass: 590, massSd: 2, measured: 'scale', saltMass: 0, salting: { way: 'none' }, storage: 'fridge', additions: [], atSeconds: began + 1700 });
  await event({ kind: 'packed', atSeconds: began + 1710 });
  return { batchId, acknowledged };
} // prettier-ignore

/** All of them at once; then everything that was acknowledged is looked for. */
async function through(addresses: readonly string[], farm: string): Promise<{ measured: Measured; lost: number; seconds: number }> {
  const measured: Measured = { times: [], errors: [] };
  const began = performance.now();
  const lived = await Promise.all(Array.from({ length: days }, (_, nth) => makeDay(addresses, farm, nth, measured)));
  const seconds = (performance.now() - began) / 1000;
  let lost = 0;
  for (const { batchId, acknowledged } of lived) {
    const news = (await (await fetch(`${addresses[0]}/api/batches/${batchId}`)).json()) as { events?: { id: string }[] };
    const there = new Set(news.events?.map(({ id }) => id));
    lost += acknowledged.filter((id) => !there.has(id)).length;
  }
  return { measured, lost, seconds };
} // prettier-ignore

/** The same writes bare: as many clients at once, each a row at a time, with the same waits. */
async function bare(pool: Pool): Promise<number[]> {
  const times: number[] = [];
  await Promise.all(
    Array.from({ length: days }, async (_, nth) => {
      for (let mark = 0; mark < marks + 6; mark += 1) {
        await pause(waits * (((nth * 7 + mark * 3) % 10) / 10));
        const began = performance.now();
        await pool.query('INSERT INTO bare VALUES ($1, now(), $2)', [
          randomUUID(),
          JSON.stringify({ kind: 'reading', mark }),
        ]);
        times.push(performance.now() - began);
      }
    }),
  );
  return times;
}

async function main(): Promise<void> {
  const { farm } = (await (await fetch(`${one}/api/plan`)).json()) as { farm: { id: string } };
  const pool = new Pool({ connectionString: process.env.MIGRATION_DATABASE_URL, max: 20 });
  await pool.query(
    'CREATE TABLE bare (id uuid PRIMARY KEY, at timestamptz NOT NULL, data jsonb NOT NULL)',
  );
  const p = (times: number[], share: number) => quantile(times, share);
  // Both are warm before either is measured.
  await through([one, two], farm.id);
  const floor = await bare(pool);
  const single = await through([one], farm.id);
  const both = await through([one, two], farm.id);
  await pool.end();
  const line = (name: string, times: number[], more = '') =>
    console.log(
      `${name.padEnd(16)}${String(times.length).padStart(6)} writes, median ${p(times, 0.5).toFixed(1).padStart(7)} ms, p99 ${p(times, 0.99).toFixed(1).padStart(7)} ms${more}`,
    );
  console.log(`${days} make days at once`);
  line('bare rows', floor);
  for (const [name, { measured, lost, seconds }] of [['one process', single], ['two processes', both]] as const)
    line(name, measured.times, `, ${measured.errors.length} errors, ${lost} lost, ${seconds.toFixed(0)} s`);
  for (const error of [...single.measured.errors, ...both.measured.errors].slice(0, 5)) console.log(`  ${error}`);
  console.log(
    `p99 of two processes: ${(p(both.measured.times, 0.99) / p(single.measured.times, 0.99)).toFixed(2)}× one’s, ${(p(both.measured.times, 0.99) / p(floor, 0.99)).toFixed(1)}× the bare database’s`,
  );
  const wrong = single.measured.errors.length + both.measured.errors.length + single.lost + both.lost;
  process.exitCode = wrong > 0 ? 1 : 0;
} // prettier-ignore

main().then(
  () => process.exit(),
  (error: unknown) => {
    console.error(error);
    process.exit(1);
  },
);
