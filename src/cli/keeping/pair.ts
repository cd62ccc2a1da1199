import { execFileSync, spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Client } from 'pg';
import { asPostgres, postgresFolder, runDatabase } from './cluster';
import { run } from './children';
import { isRoot } from './home';
import { freePort } from './port';
import { sleep } from './processes';
import { stopWith } from './say';

/** A database that follows another as it writes, by PostgreSQL's own streaming. */
export interface Standby {
  folder: string;
  port: number;
}

/**
 * Copies a running database and lets the copy follow it. From then on a write is acknowledged once both have it on the disk.
 * @param admin reaches the running one as its superuser
 * @throws {Stopped} when it could not be copied, or does not follow
 */
export async function followedBy(admin: string, folder: string): Promise<Standby> {
  const url = new URL(admin);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  if (isRoot()) execFileSync('chown', ['postgres', folder]);
  const [program, args, options] = asPostgres(join(postgresFolder(), 'pg_basebackup'), [
    ...['-h', url.hostname, '-p', url.port, '-U', url.username, '-D', folder],
    ...['--write-recovery-conf', '--wal-method=stream', '--checkpoint=fast'],
  ]);
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(url.password) };
  if ((await run(program, args, { ...options, env, stdio: ['ignore', 'ignore', 'inherit'] })) !== 0)
    stopWith('the database could not be copied: see above.');
  const port = (await freePort(0))!;
  if (!(await runDatabase(folder, port))) stopWith(`the standby did not start: see ${folder}/server.log`);
  await asked(admin, "ALTER SYSTEM SET synchronous_standby_names = '*'");
  await asked(admin, 'SELECT pg_reload_conf()');
  for (let tries = 0; tries < 100; tries += 1) {
    const [row] = await asked<{ sync_state: string }>(admin, 'SELECT sync_state FROM pg_stat_replication');
    if (row?.sync_state === 'sync') return { folder, port };
    await sleep(200);
  }
  stopWith('the standby does not follow.');
}

/**
 * Makes the standby the database, once the other is gone for good: the one that was must not be started again beside it. It
 * acknowledges alone, as long as nothing follows it in turn.
 * @param admin reaches the standby as its superuser
 */
export async function promote(admin: string): Promise<void> {
  await asked(admin, 'SELECT pg_promote(true, 60)');
  await asked(admin, "ALTER SYSTEM SET synchronous_standby_names = ''");
  await asked(admin, 'SELECT pg_reload_conf()');
}

async function asked<Row extends object>(url: string, sql: string): Promise<Row[]> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    return (await client.query<Row>(sql)).rows;
  } finally {
    await client.end();
  }
}

const pooler = () =>
  ['/usr/sbin/pgbouncer', '/usr/bin/pgbouncer'].find((path) => existsSync(path)) ??
  stopWith('the pool is a package of Debian: sudo apt-get install -y pgbouncer');

/** Where the pool's few files are. */
const filesOf = (folder: string) => ({
  settings: join(folder, 'pgbouncer.ini'),
  users: join(folder, 'users.txt'),
  pid: join(folder, 'pgbouncer.pid'),
  log: join(folder, 'pgbouncer.log'),
});

/** The settings of a pool that lends a connection for one transaction: rows are bound to a farm for as long, and no longer. */
function settingsOf(folder: string, port: number, to: number): string {
  const { users, pid, log } = filesOf(folder);
  return [
    '[databases]',
    `immulgo = host=127.0.0.1 port=${to}`,
    '[pgbouncer]',
    'listen_addr = 127.0.0.1',
    `listen_port = ${port}`,
    'unix_socket_dir =',
    'auth_type = scram-sha-256',
    `auth_file = ${users}`,
    'pool_mode = transaction',
    'default_pool_size = 20',
    'max_client_conn = 400',
    'server_login_retry = 1',
    `pidfile = ${pid}`,
    `logfile = ${log}`,
    '',
  ].join('\n');
}

/**
 * Starts a pool before a database, for the role the application works under.
 * @param app reaches that database as the application
 * @returns how the application reaches it through the pool
 * @throws {Stopped} when the package is not there, or it does not answer
 */
export async function poolBefore(app: string, folder: string): Promise<string> {
  const program = pooler();
  const url = new URL(app);
  const port = (await freePort(0))!;
  const { settings, users, log } = filesOf(folder);
  mkdirSync(folder, { recursive: true });
  chmodSync(folder, 0o700);
  writeFileSync(settings, settingsOf(folder, port, Number(url.port)));
  writeFileSync(users, `"${url.username}" "${decodeURIComponent(url.password)}"\n`, { mode: 0o600 });
  if (isRoot()) execFileSync('chown', ['-R', 'postgres', folder]);
  const [name, args, options] = asPostgres(program, ['-q', settings]);
  spawn(name, args, { ...options, stdio: 'ignore', detached: true }).unref();
  url.port = String(port);
  for (let tries = 0; tries < 50; tries += 1) {
    await sleep(200);
    const there = await asked(url.href, 'SELECT 1').catch(() => undefined);
    if (there) return url.href;
  }
  stopWith(`the pool does not answer: see ${log}`);
}

const pidOf = (folder: string) => Number(readFileSync(filesOf(folder).pid, 'utf8'));

/** Sends everything that comes to a pool to another database from now on. */
export function pointPool(folder: string, to: number): void {
  const { settings } = filesOf(folder);
  const before = readFileSync(settings, 'utf8');
  writeFileSync(settings, before.replace(/host=127\.0\.0\.1 port=\d+/, `host=127.0.0.1 port=${to}`));
  process.kill(pidOf(folder), 'SIGHUP');
}

/** Ends a pool, if it runs. */
export function endPool(folder: string): void {
  try {
    process.kill(pidOf(folder), 'SIGTERM');
  } catch {
    // It never came to run.
  }
}
