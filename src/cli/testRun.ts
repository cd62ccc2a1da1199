import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { build } from './keeping/build';
import { run as runProgram } from './keeping/children';
import { homeOf, isRoot, runAt } from './keeping/home';
import { keepRunning } from './keeping/keepRunning';
import { inNetwork } from './keeping/lan';
import { freePort } from './keeping/port';
import { say, stopWith } from './keeping/say';
import type { Scratch } from './keeping/scratch';
import { withScratch } from './keeping/scratch';
import { prepare } from './keeping/serveRun';
import type { Served } from './keeping/webServer';
import { launch } from './keeping/webServer';

type Step = readonly [words: string, program: string, args: readonly string[], env?: NodeJS.ProcessEnv];

/** Steps that need nothing of one another, side by side; ends once all have, when one of them fails. */
async function steps(here: string, ...all: readonly Step[]): Promise<void> {
  const codes = await Promise.all(
    all.map(async ([words, program, args, env = process.env]) => {
      say(words);
      const began = Date.now();
      const code = await runProgram(program, args, { cwd: here, env, stdio: 'inherit' });
      say(`  ${words}: ${Math.round((Date.now() - began) / 1000)} s`);
      return code;
    }),
  );
  const failed = all.filter((_, i) => codes[i] !== 0).map(([words]) => words);
  if (failed.length > 0) stopWith(`failed: ${failed.join(', ')}`);
}

/**
 * Types, lint, unit, database and browser tests; ends at the first that fails. `args` choose among the unit tests, or, after
 * `--browser`, among the browser tests, which are then run alone.
 */
export async function runTests(here: string, args: readonly string[]): Promise<void> {
  if (args[0] === '--browser') {
    const chosen = args.slice(1);
    if (chosen.some((one) => /people/.test(one))) return ownedHouse(here, chosen);
    return withScratch('test', async (scratch) => {
      await prepare(here, scratch.env);
      const { one, all } = await served(here, scratch);
      if (chosen.includes('trouble')) return killing(here, scratch, one, all);
      const moved = chosen.some((one) => /clocks|days/.test(one));
      await steps(here, ['browser tests', 'npx', [...(moved ? clocks : browsers), ...chosen], all]);
    });
  }
  const script = (words: string, name: string): Step => [words, 'npm', ['run', '--silent', name]];
  // The build writes where types are generated, so it comes after them; it is waited for where it is first served.
  const typed = steps(here, script('types', 'typecheck'));
  const building = typed.then(() => build(here));
  await Promise.all([
    typed,
    steps(
      here,
      ['lock file', 'node', ['scripts/complete-lock.mjs', '--check']],
      ['licences', 'node', ['scripts/licences.mjs', '--check']],
      script('lint and the direction of arrows', 'lint'),
      script('format', 'format:check'),
    ),
  ]);
  await withScratch('test', async (scratch) => {
    await Promise.all([
      building,
      steps(
        here,
        ['unit and database tests', 'npx', ['jest', ...args], scratch.env],
        // It mostly waits for what it killed to come back, in a house of its own.
        ...(args.length > 0 ? [] : [['marks through trouble', `${here}/immulgo`, ['faults', '6']] as const]),
      ),
    ]);
    await prepare(here, scratch.env);
    await inBrowsers(here, scratch);
  });
  say('all tests passed');
}

/** They move the clock of the whole house: run by themselves. */
const clocks = ['playwright', 'test', '--project=clocks', '--workers=1'] as const;
const browsers = ['playwright', 'test', '--project=laptop', '--project=phone'] as const;

async function served(
  here: string,
  { run, port, env: reached }: Scratch,
): Promise<{ one: Served; all: NodeJS.ProcessEnv }> {
  const one: Served = { here, run, folder: await build(here), port: (await freePort(0))! };
  const env = { ...reached, IMMULGO_CLOCK_AHEAD: join(tmpdir(), `immulgo-clock-ahead-${port}`) };
  rmSync(env.IMMULGO_CLOCK_AHEAD, { force: true });
  const IMMULGO_ADDRESS = await launch(one, env);
  return { one, all: { ...env, IMMULGO_ADDRESS } };
}

async function inBrowsers(here: string, scratch: Scratch): Promise<void> {
  const { one, all } = await served(here, scratch);
  await steps(here, ['browser tests', 'npx', browsers, all]);
  await steps(here, ['days on a moved clock', 'npx', clocks, all]);
  rmSync(all.IMMULGO_CLOCK_AHEAD!, { force: true });
  await killing(here, scratch, one, all);
  await ownedHouse(here, []);
}

/** Who owns a house shuts everybody else out of it: those tests have one of their own, opened to its network. */
const ownedHouse = (here: string, more: readonly string[]): Promise<void> =>
  withScratch('people', async (scratch) => {
    await prepare(here, scratch.env);
    const port = (await freePort(0))!;
    const lanPort = (await freePort(0))!;
    const said = {
      ...process.env,
      HOST: '127.0.0.1',
      LAN_PORT: String(lanPort),
      IMMULGO_NAMES: 'dairy.test',
    };
    const { env } = await inNetwork(scratch.run.folder, port, said, new Date());
    const all = { ...scratch.env, ...env };
    const folder = await build(here);
    const IMMULGO_ADDRESS = await launch({ here, run: scratch.run, folder, port }, all);
    const seen = {
      ...scratch.env,
      IMMULGO_ADDRESS,
      IMMULGO_LAN_ADDRESS: `https://dairy.test:${lanPort}`,
      IMMULGO_BUILD: folder,
    };
    await steps(here, [
      'people, devices and farms',
      'npx',
      ['playwright', 'test', '--project=people', ...more],
      seen,
    ]);
  });

async function killing(
  here: string,
  { run, port }: Scratch,
  one: Served,
  all: NodeJS.ProcessEnv,
): Promise<void> {
  // The same keeping as a farm's, in a process of its own, which the tests hold still while they kill what it keeps.
  const keeper = spawn('node', [`${here}/.immulgo/bin/immulgo.mjs`, 'keep-for-tests'], {
    cwd: here,
    env: {
      ...all,
      KEPT: JSON.stringify({ name: run.name, folder: one.folder, port: one.port, databasePort: port }),
    },
    stdio: 'inherit',
  });
  try {
    const killed = {
      ...all,
      IMMULGO_KEEPER: String(keeper.pid),
      IMMULGO_SERVER_PID: run.serverPid,
      IMMULGO_DATABASE_FOLDER: run.cluster,
    };
    await steps(here, [
      'server and database killed',
      'npx',
      ['playwright', 'test', '--project=trouble'],
      killed,
    ]);
  } finally {
    const gone = keeper.exitCode === null && keeper.signalCode === null ? once(keeper, 'exit') : undefined;
    keeper.kill('SIGCONT');
    keeper.kill('SIGKILL');
    await gone;
  }
}

/** Keeps the house that `KEPT` tells of running. */
export async function keepForTests(here: string): Promise<void> {
  const { name, folder, port, databasePort } = JSON.parse(process.env.KEPT ?? '{}') as {
    name: string;
    folder: string;
    port: number;
    databasePort: number;
  };
  const run = runAt(homeOf(process.env, isRoot()), name);
  const served = { here, run, folder, port };
  await keepRunning(served, process.env, { folder: run.cluster, port: databasePort }, () => false);
}
