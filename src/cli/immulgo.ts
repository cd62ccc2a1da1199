import { existsSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { build } from './keeping/build';
import { program, run as runProgram } from './keeping/children';
import { stopRun } from './keeping/endRun';
import { homeOf, isRoot, runAt } from './keeping/home';
import { stopDatabase, withDatabaseOf } from './keeping/cluster';
import { backupCommand, doctorCommand, restoreCommand } from './safekeeping';
import { endPool, followedBy, poolBefore } from './keeping/pair';
import { freePort } from './keeping/port';
import { say, Stopped, stopWith } from './keeping/say';
import { end, pidIn } from './keeping/processes';
import type { Scratch } from './keeping/scratch';
import { withScratch } from './keeping/scratch';
import { prepare, serveRun } from './keeping/serveRun';
import { launch } from './keeping/webServer';
import { keepForTests, runTests } from './testRun';
import { variant } from './variant';

/** Everything `./immulgo` does but what it takes to run this: the shell sees to Node, packages and bundles. */
const here = process.cwd();

async function fine(code: Promise<number>): Promise<void> {
  process.exitCode = await code;
}

const portOf = (usual: number): number => {
  const asked = process.env.PORT ?? String(usual);
  const port = Number(asked);
  if (!/^\d+$/.test(asked) || port > 65_535)
    stopWith(`PORT is “${asked}”: a number from 0 to 65535 is needed.`);
  return port;
};

async function stop(): Promise<void> {
  const home = homeOf(process.env, isRoot());
  let found = false;
  for (const name of ['demo', 'farm']) found = (await stopRun(runAt(home, name))) || found;
  say(found ? 'everything is stopped' : 'nothing was running');
}

async function demo(args: readonly string[]): Promise<void> {
  const other = args.find((arg) => arg !== '--fresh');
  if (other !== undefined) stopWith(`demo knows --fresh, and not “${other}”.`);
  if (args.includes('--fresh')) {
    const run = runAt(homeOf(process.env, isRoot()), 'demo');
    await stopRun(run);
    rmSync(run.folder, { recursive: true, force: true });
  }
  await serveRun(here, 'demo', portOf(4320));
}

/** A scratch house with its database brought forward, and Larkfold in it when that is asked for. */
const inScratch = (
  name: string,
  work: (scratch: Scratch) => Promise<void>,
  { durable = false, larkfold }: { durable?: boolean; larkfold?: readonly string[] } = {},
) =>
  withScratch(
    name,
    async (scratch) => {
      await prepare(here, scratch.env);
      if (larkfold && (await program(here, 'demo', larkfold, scratch.env)) !== 0)
        stopWith('Larkfold could not be loaded.');
      await work(scratch);
    },
    durable,
  );

/** Serves the house of a scratch database on any free port. */
async function launched({ run, env }: Scratch): Promise<NodeJS.ProcessEnv> {
  const served = { here, run, folder: await build(here), port: (await freePort(0))! };
  return { ...env, IMMULGO_ADDRESS: await launch(served, env) };
}

const commands: Record<string, (args: readonly string[]) => Promise<void>> = {
  start: async (args) => {
    const other = args.find((arg) => arg !== '--lan');
    if (other !== undefined) stopWith(`start knows --lan, and not “${other}”.`);
    await serveRun(here, 'farm', portOf(4310), args.includes('--lan'));
  },
  people: async (args) => {
    if (process.env.DATABASE_URL) return fine(program(here, 'people', args, process.env));
    await withDatabaseOf(runAt(homeOf(process.env, isRoot()), 'farm'), (reach) =>
      fine(program(here, 'people', args, { ...process.env, ...reach, port: undefined })),
    );
  },
  backup: backupCommand,
  restore: restoreCommand,
  doctor: doctorCommand,
  demo,
  stop,
  test: (args) => runTests(here, args),
  // What keeps the house of the tests alive, while those kill parts of it.
  'keep-for-tests': () => keepForTests(here),
  'with-database': ([name, ...args]) =>
    inScratch('scratch', ({ env }) =>
      fine(runProgram(name ?? 'true', args, { cwd: here, env, stdio: 'inherit' })),
    ),
  screenshots: (args) => {
    process.env.IMMULGO_CLOCK ??= '2026-11-23T07:42:00Z';
    return inScratch(
      'pictures',
      async (scratch) => fine(program(here, 'screenshots', args, await launched(scratch))),
      { larkfold: [] },
    );
  },
  faults: (args) =>
    inScratch(
      'faults',
      async ({ run, env, port }) => {
        const folder = await build(here);
        // Many churnings meet another build in their middle: the same pages, made of other files.
        const folders = Number(args[0] ?? 200) < 50 ? [folder] : [folder, await variant(here)];
        const asked = {
          SERVER_FOLDERS: folders.join(':'),
          SERVER_PORT: String(await freePort(0)),
          DATABASE_FOLDER: run.cluster,
          DATABASE_PORT: String(port),
        };
        await fine(program(here, 'faults', args, { ...env, ...asked }));
      },
      { durable: true },
    ),
  // The machine of the database is gone for good while it churns: the one that follows it takes over.
  'fail-over': ([many = '12', ...args]) =>
    inScratch(
      'faults',
      async ({ run, env, port, ends }) => {
        const pool = join(run.folder, 'pool');
        const standbyFolder = join(run.folder, 'standby');
        ends.push(() => endPool(pool));
        ends.push(() => stopDatabase(standbyFolder));
        const standby = await followedBy(env.ADMIN_DATABASE_URL!, standbyFolder);
        const standbyUrl = new URL(env.ADMIN_DATABASE_URL!);
        standbyUrl.port = String(standby.port);
        await fine(
          program(here, 'faults', [many, ...args], {
            ...env,
            DATABASE_URL: await poolBefore(env.DATABASE_URL!, pool),
            SERVER_FOLDERS: await build(here),
            SERVER_PORT: String(await freePort(0)),
            DATABASE_FOLDER: run.cluster,
            DATABASE_PORT: String(port),
            STANDBY_URL: standbyUrl.href,
            POOL_FOLDER: pool,
          }),
        );
      },
      { durable: true },
    ),
  // The tests of the room it stands in ought to notice. The core's need nothing; all others may want a database.
  mutants: ([path = 'src/core', sample, count, seed = '1']) => {
    if (sample !== undefined && (sample !== '--sample' || !(Number(count) > 0) || !(Number(seed) > 0)))
      stopWith('mutants knows PATH and --sample STRETCHES [SEED].');
    const drawn = sample === undefined ? {} : { MUTANTS_SAMPLE: count, MUTANTS_SEED: seed };
    const of = path.replace(/\/+$/, '');
    if (!existsSync(of)) stopWith(`there is no ${of} here.`);
    const by = of.endsWith('.ts') ? dirname(of) : of;
    const tried = (env: NodeJS.ProcessEnv) =>
      fine(
        runProgram('npx', ['stryker', 'run'], {
          cwd: here,
          env: { ...env, MUTANTS_OF: of, MUTANTS_BY: by, ...drawn },
          stdio: 'inherit',
        }),
      );
    return by.startsWith('src/core') ? tried(process.env) : inScratch('mutants', ({ env }) => tried(env));
  },
  'bench-dairy': () =>
    // Sixteen months: past two thousand lots.
    inScratch('bench', ({ env }) => fine(program(here, 'benchDairy', [], env)), {
      larkfold: ['--days', '490'],
    }),
  // What went wrong at Larkfold is planted: is each of it found, and nothing else?
  troubles: async ([seeds = '20', days = '235', from = '1']) => {
    const tally = join(tmpdir(), `immulgo-troubles-${process.pid}.json`);
    // A house of its own for each: what was lived through before makes none slower.
    for (let seed = Number(from); seed < Number(from) + Number(seeds); seed += 1)
      await inScratch('bench', ({ env }) =>
        program(here, 'countTroubles', [String(seed), String(seed), days, tally], env).then(() => undefined),
      );
    rmSync(tally, { force: true });
  },
  'bench-years': () =>
    inScratch('bench', ({ env }) => fine(program(here, 'benchYears', [], env)), { larkfold: [] }),
  'bench-farms': () =>
    inScratch('bench', ({ env }) => fine(program(here, 'benchFarms', [], env)), { larkfold: [] }),
  'bench-pages': () =>
    inScratch('bench', async (scratch) => fine(program(here, 'benchPages', [], await launched(scratch))), {
      larkfold: [],
    }),
  // Two web servers before one database, and a hundred churns at once.
  'bench-load': () =>
    inScratch(
      'bench',
      async (scratch) => {
        const { run, env } = scratch;
        const other = {
          ...run,
          serverPid: `${run.serverPid}-2`,
          serverLog: `${run.serverLog}-2`,
          address: `${run.address}-2`,
        };
        const folder = await build(here);
        try {
          const first = await launch({ here, run, folder, port: (await freePort(0))! }, env);
          const second = await launch({ here, run: other, folder, port: (await freePort(0))! }, env);
          await fine(
            program(here, 'benchLoad', [], { ...env, IMMULGO_ADDRESSES_LOAD: `${first} ${second}` }),
          );
        } finally {
          await end(pidIn(other.serverPid));
        }
      },
      { durable: true },
    ),
  // Marks are timed against a database that writes to disk, as a farm's does.
  'bench-marks': () =>
    inScratch('bench', async (scratch) => fine(program(here, 'benchMarks', [], await launched(scratch))), {
      durable: true,
    }),
};

async function main(): Promise<void> {
  const [name = '', ...args] = process.argv.slice(2);
  const command = commands[name];
  if (!command) stopWith(`there is no command “${name}”.`);
  await command(args);
}

main().then(
  () => process.exit(),
  (error: unknown) => {
    process.stderr.write(
      `immulgo: ${error instanceof Stopped ? error.message : error instanceof Error ? error.stack : String(error)}\n`,
    );
    process.exit(1);
  },
);
