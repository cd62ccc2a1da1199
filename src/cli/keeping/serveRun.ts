import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { build } from './build';
import { endChildren, program } from './children';
import { beforeForward } from './backup';
import { startDatabase, withDatabaseOf } from './cluster';
import { dailyBackup } from './dailyBackup';
import { endRun, noteEnding } from './endRun';
import type { Run } from './home';
import { homeOf, isRoot, makeFolder, runAt } from './home';
import { keepRunning } from './keepRunning';
import { tryLock } from './lock';
import { inNetwork } from './lan';
import { freePort } from './port';
import { notePid, pidIn, sleep } from './processes';
import { say, stopWith } from './say';
import { takeOver } from './takeOver';
import { launch } from './webServer';

const loopback = '127.0.0.1';

/**
 * Serves a run until it is ended: its own farm, or the demo. Says where it is when it runs already.
 * @param lan in its network as well, over https
 * @throws {Stopped} with what is in the way
 */
export async function serveRun(
  here: string,
  name: 'farm' | 'demo',
  port: number,
  lan = false,
): Promise<void> {
  const home = homeOf(process.env, isRoot());
  const run = runAt(home, name);
  if (!lan && ![undefined, '', loopback].includes(process.env.HOST))
    stopWith(
      'HOST is not listened on by itself: other devices are let in over https, with ./immulgo start --lan, once somebody owns the house.',
    );
  await takeOver(run, here, home);
  makeFolder(home, run, isRoot());
  if (!(await lockOrSay(run))) return;
  rmSync(run.ending, { force: true });
  await endRun(run);
  // A device keeps what it has not sent under the address it was opened at: another port is taken only when that is asked for.
  if (port !== 0 && (await freePort(port)) === undefined)
    stopWith(
      `Port ${port} is in use by something else. Choose another one, and keep to it: PORT=${port + 1} ./immulgo ${name === 'farm' ? 'start' : 'demo'}   (PORT=0 takes any that is free)`,
    );
  notePid(run.keeperPid, process.pid);
  const over = endWithUs(run);
  try {
    await serving(here, run, name, port, lan, over);
  } finally {
    if (!over()) await endRun(run);
  }
}

async function serving(
  here: string,
  run: Run,
  name: 'farm' | 'demo',
  port: number,
  lan: boolean,
  over: () => boolean,
) {
  const given = name === 'farm' ? process.env.DATABASE_URL : undefined;
  // The two long parts of a first start go on beside one another.
  const [folder, { env, database }] = await Promise.all([
    build(here),
    given ? ofTheirs(here, given) : ofOurs(here, run, name),
  ]);
  if (over()) return;
  const served = { here, run, folder, port: (await freePort(port)) ?? port };
  const opened = lan ? await openedTo(here, run, served.port, env) : undefined;
  const all = { ...env, ...opened?.env };
  const address = await launch(served, all);
  process.stdout.write(`\n  Immulgo is at ${address}   (Ctrl-C ends it)\n`);
  if (opened) process.stdout.write(opened.says);
  process.stdout.write('\n');
  // A farm of one’s own is backed up once a day; the demo is made up, and made again.
  await keepRunning(served, all, database, over, () =>
    name === 'farm' && database
      ? withDatabaseOf(run, ({ ADMIN_DATABASE_URL: url }) =>
          dailyBackup(url!, run.folder, join(run.folder, 'backups'), new Date()),
        )
      : Promise.resolve(),
  );
}

/**
 * What the web server needs to answer in its network over https, and what is said of it.
 * @throws {Stopped} as long as nobody owns the house, or when the port is taken
 */
async function openedTo(
  here: string,
  run: Run,
  port: number,
  env: NodeJS.ProcessEnv,
): Promise<{ env: Record<string, string>; says: string }> {
  if ((await program(here, 'people', ['owned'], env)) !== 0)
    stopWith(
      `nobody owns this house yet, and it is opened to no other device before. Start it with ./immulgo start, open it on this machine, go to House → People and devices, and say who you are with a password. Then ./immulgo start --lan lets phones and others in.`,
    );
  const { env: opened, addresses, fingerprint } = await inNetwork(run.folder, port, process.env, new Date());
  return {
    env: opened,
    says: `  Other devices find it at ${addresses.slice(0, 4).join('  ')}

  The first time they say they do not know it: its certificate was made on this machine. Open ${addresses[0]}/trust
  on them for how to let them trust it. They should name this fingerprint (SHA-256):
  ${fingerprint}
  Without that trust everything works but two things: the screen does not stay awake, and nothing opens while the house is away.
`,
  };
} // prettier-ignore

interface Ready {
  env: NodeJS.ProcessEnv;
  database?: { folder: string; port: number };
}

async function ofOurs(here: string, run: Run, name: 'farm' | 'demo'): Promise<Ready> {
  say('starting the database');
  // Larkfold’s fourteen months go by in a minute: what is in the tables is counted as fast.
  const { port, ...reach } = await startDatabase(run, name === 'demo' ? '-c autovacuum_naptime=5s' : '');
  if (name === 'farm')
    await withDatabaseOf(run, ({ ADMIN_DATABASE_URL: url }) =>
      beforeForward(url!, join(run.folder, 'backups')),
    );
  const env = { ...process.env, ...reach };
  await prepare(here, env);
  if (name === 'demo') {
    say('loading Larkfold (once)');
    // Made up, and made again when it is lost: nothing waits for the disk.
    const hasty = { ...env, PGOPTIONS: '-c synchronous_commit=off' };
    if ((await program(here, 'demo', [], hasty)) !== 0) stopWith('Larkfold could not be loaded.');
  }
  // Larkfold is looked around in, as whoever of its people one likes.
  return {
    // Where its data lie, so that the house can say when there is little room left.
    env: { ...env, IMMULGO_DATA: run.cluster, ...(name === 'demo' ? { IMMULGO_DEMO: '1' } : {}) },
    database: { folder: run.cluster, port },
  };
}

async function ofTheirs(here: string, url: string): Promise<Ready> {
  say('using the database server of DATABASE_URL');
  const env = {
    ...process.env,
    MIGRATION_DATABASE_URL: process.env.MIGRATION_DATABASE_URL ?? url,
    IMMULGO_SECRET: process.env.IMMULGO_SECRET ?? randomBytes(24).toString('hex'),
  };
  await prepare(here, env);
  return { env };
}

/** Brings the database forward and sees that there is a farm in it. */
export async function prepare(here: string, env: NodeJS.ProcessEnv): Promise<void> {
  say('bringing the database forward');
  if ((await program(here, 'prepare', [], env)) !== 0)
    stopWith('the database could not be brought forward: see above.');
}

/** Another start holds the lock while it serves, for a moment while it ends, and not at all once it is dead. */
async function lockOrSay(run: Run): Promise<boolean> {
  for (let tries = 0; tries < 600; tries += 1) {
    if (tryLock(run.lock)) return true;
    if (pidIn(run.keeperPid) !== undefined && existsSync(run.address) && !existsSync(run.ending)) {
      say(`already running at ${readFileSync(run.address, 'utf8').trim()}`);
      return false;
    }
    await sleep(200);
  }
  stopWith(
    `another start of this farm holds ${run.lock} and does not answer. See ${run.serverLog}, or end it with ./immulgo stop.`,
  );
}

/** Asked to end, ends what it started before it goes. Returns whether it was asked. */
function endWithUs(run: Run): () => boolean {
  let asked = false;
  const end = () => {
    if (asked) return;
    asked = true;
    noteEnding(run);
    endChildren();
    void endRun(run).finally(() => process.exit(0));
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, end);
  return () => asked;
}
