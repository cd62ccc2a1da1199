import { spawn, spawnSync } from 'node:child_process';
import { closeSync, existsSync, openSync, readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Run } from './home';
import { isRoot } from './home';
import { alive, notePid, pidIn, sleep } from './processes';
import { say, stopWith } from './say';

/** What is served where: a build, by the run it belongs to. */
export interface Served {
  here: string;
  run: Run;
  /** The folder of the build. */
  folder: string;
  port: number;
}

const programOf = (here: string) => join(here, '.immulgo/bin/webServer.mjs');

/** How a program is started under another account, without any of root's rights. */
const under = (account: string, group: string): string[] => [
  `--reuid=${account}`,
  `--regid=${group}`,
  '--clear-groups',
  '--inh-caps=-all',
];

/**
 * The account the web server runs under: none of root's rights, when there is another account that can read it. Undefined
 * for the account of this process.
 */
export function webAccount({
  here,
  folder,
}: Pick<Served, 'here' | 'folder'>): { name: string; group: string } | undefined {
  if (!isRoot()) return undefined;
  const groupOf = (name: string) => spawnSync('id', ['-g', name], { encoding: 'utf8' }).stdout?.trim() ?? '';
  if (!groupOf('immulgo'))
    spawnSync('useradd', [
      '--system',
      '--no-create-home',
      '--home-dir',
      '/nonexistent',
      '--shell',
      '/usr/sbin/nologin',
      'immulgo',
    ]);
  const needed = [
    join(folder, 'package.json'),
    join(here, 'node_modules/next/package.json'),
    programOf(here),
  ];
  for (const name of ['immulgo', 'nobody']) {
    const group = groupOf(name);
    if (
      group &&
      needed.every((file) => spawnSync('setpriv', [...under(name, group), 'test', '-r', file]).status === 0)
    )
      return { name, group };
  }
  say(
    `the web server runs as root, because no other account can read ${here}: keep the application where others may read it`,
  );
  return undefined;
}

/** What the web server may know of its surroundings: not the credentials of those who own the tables. */
export function webEnvironment(env: NodeJS.ProcessEnv): NodeJS.ProcessEnv {
  const its: NodeJS.ProcessEnv = { ...env, HOME: '/nonexistent', NODE_ENV: 'production' };
  for (const name of ['MIGRATION_DATABASE_URL', 'ADMIN_DATABASE_URL', 'PGPASSWORD']) delete its[name];
  return its;
}

/** Starts the web server in the background, and writes down which process it is. */
export function runServer(served: Served, env: NodeJS.ProcessEnv): void {
  const { here, run, folder, port } = served;
  const account = webAccount(served);
  const to = openSync(run.serverLog, 'a', 0o600);
  const [program, ...args] = [
    ...(account ? ['setpriv', ...under(account.name, account.group)] : []),
    'node',
    programOf(here),
    String(port),
  ];
  const child = spawn(program!, args, { cwd: folder, env: webEnvironment(env), stdio: ['ignore', to, to] });
  closeSync(to);
  child.once('error', (error) => say(`the server could not be started: ${error.message}`));
  if (child.pid !== undefined) notePid(run.serverPid, child.pid);
}

/**
 * Starts the web server and waits until it answers. Its log is private, and the last one is kept.
 * @throws {Stopped} when it does not come to answer
 */
export async function launch(served: Served, env: NodeJS.ProcessEnv): Promise<string> {
  const { run, port } = served;
  if (existsSync(run.serverLog) && statSync(run.serverLog).size > 0)
    renameSync(run.serverLog, `${run.serverLog}.before`);
  writeFileSync(run.serverLog, '', { mode: 0o600 });
  runServer(served, env);
  const address = `http://127.0.0.1:${port}`;
  writeFileSync(run.address, `${address}\n`);
  const health = `${address}/api/health`;
  for (let tries = 0; tries < 150; tries += 1) {
    const answered = await fetch(health, { signal: AbortSignal.timeout(5000) }).then(
      ({ ok }) => ok,
      () => false,
    );
    if (answered) return address;
    if (!alive(pidIn(run.serverPid))) stopWith(`the server did not start:\n${lastLines(run.serverLog)}`);
    await sleep(200);
  }
  stopWith(`the server did not answer:\n${lastLines(run.serverLog)}`);
}

const lastLines = (file: string): string =>
  readFileSync(file, 'utf8').trim().split('\n').slice(-20).join('\n');
