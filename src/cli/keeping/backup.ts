import { existsSync, mkdirSync, renameSync, rmSync, statSync } from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import { spawnSync } from 'node:child_process';
import { Client } from 'pg';
import { migrations } from '@/data/migrate';
import type { BackupHeader } from './backupFile';
import { BadBackup, readHeader, takeDump, writeBackup } from './backupFile';
import { asideIn } from './aside';
import { run } from './children';
import { isCluster, postgresFolder, startDatabase, stopDatabase, withDatabaseOf } from './cluster';
import type { Run } from './home';
import { isRoot, makeFolder } from './home';
import { isLocked } from './lock';
import { say, stopWith } from './say';

/** Tables whose rows are counted in a backup, and again when it comes back. */
const countedTables = [
  'farm',
  'lot',
  'entry',
  'entry_line',
  'batch',
  'batch_event',
  'lot_event',
  'command',
  'picture',
  'person',
];

export async function asAdmin<T>(url: string, work: (client: Client) => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

async function headerOf(client: Client): Promise<Omit<BackupHeader, 'encrypted'>> {
  const { rows: steps } = await client.query<{ name: string }>('SELECT name FROM schema_step ORDER BY name');
  // A farm of an earlier version has not all of them yet.
  const { rows: there } = await client.query<{ name: string }>(
    `SELECT tablename AS name FROM pg_tables WHERE schemaname = 'public' AND tablename = ANY ($1)`,
    [countedTables],
  );
  const counts: Record<string, number> = {};
  for (const { name } of there)
    counts[name] = Number(
      (await client.query<{ many: string }>(`SELECT count(*) AS many FROM "${name}"`)).rows[0]!.many,
    );
  return { madeAt: new Date().toISOString(), steps: steps.map(({ name }) => name), counts };
}

/** A program of PostgreSQL with its words; its password stands in no command line. @returns whether it went well, and what it said */
function postgres(program: string, args: readonly string[], url: string): { fine: boolean; said: string } {
  const { hostname, port, username, password } = new URL(url);
  const { status, stderr } = spawnSync(
    join(postgresFolder(), program),
    [
      '--host',
      hostname,
      '--port',
      port,
      '--username',
      decodeURIComponent(username),
      '--no-password',
      ...args,
    ],
    {
      env: { ...process.env, PGPASSWORD: decodeURIComponent(password) },
      encoding: 'utf8',
      maxBuffer: 1 << 26,
    },
  );
  return { fine: status === 0, said: (stderr ?? '').trim().split('\n').slice(-3).join(' ') };
}

/**
 * Writes a backup of a run’s database while people go on working: what it holds stood in it at one moment. Written beside its
 * place, read again from the disk and held against its own sum, and only then put there.
 * @param url of the database, as its administrator
 * @throws {Stopped} with what was in the way; nothing is left then
 */
export async function backUp(url: string, file: string, passphrase?: string): Promise<BackupHeader> {
  const place = resolve(file);
  if (existsSync(place) && statSync(place).isDirectory()) stopWith(`${place} is a folder: name a file in it.`);
  let aside: string | undefined;
  try {
    mkdirSync(dirname(place), { recursive: true });
    aside = asideIn(dirname(place), 'immulgo');
    const dump = join(aside, 'dump');
    // What is counted and what is written down stand in one snapshot.
    const header = await asAdmin(url, async (client) => {
      await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
      const snapshot = (await client.query<{ id: string }>('SELECT pg_export_snapshot() AS id')).rows[0]!.id;
      const counted = await headerOf(client);
      const { pathname } = new URL(url);
      const done = postgres('pg_dump', ['--format=custom', '--compress=6', `--snapshot=${snapshot}`, `--file=${dump}`, '--dbname', pathname.slice(1)], url);
      await client.query('ROLLBACK');
      if (!done.fine) stopWith(`the database could not be written down: ${done.said}`);
      return counted;
    });
    const whole = join(aside, basename(place));
    writeBackup(dump, statSync(dump).size, whole, header, passphrase);
    const again = readHeader(whole, statSync(whole).size);
    takeDump(whole, again, dump, passphrase);
    if ((await run(join(postgresFolder(), 'pg_restore'), ['--list', dump])) !== 0)
      stopWith('what was written cannot be read again: the disk may be failing.');
    renameSync(whole, place);
    return again.header;
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    if (code === 'ENOSPC') stopWith(`there is no room left on the disk of ${dirname(place)}. Nothing was written.`);
    if (code === 'EACCES' || code === 'EROFS' || code === 'EPERM')
      stopWith(`${dirname(place)} cannot be written. Nothing was written.`);
    throw error;
  } finally {
    if (aside) rmSync(aside, { recursive: true, force: true });
  }
} // prettier-ignore

/**
 * Before a farm of an earlier version is brought forward: it is backed up by itself, and one that a newer program wrote is left
 * alone.
 * @param folder where such backups go
 * @throws {Stopped} when the program is older than the farm, or the backup could not be written; nothing was changed then
 */
export async function beforeForward(url: string, folder: string): Promise<void> {
  const ran = await asAdmin(url, async (client) => {
    const { rows } = await client.query<{ it: string | null }>(`SELECT to_regclass('schema_step') AS it`);
    if (rows[0]!.it === null) return [];
    return (await client.query<{ name: string }>('SELECT name FROM schema_step ORDER BY name')).rows.map(({ name }) => name);
  });
  const known = migrations.map(({ name }) => name);
  const newer = ran.find((name) => !known.includes(name));
  if (newer)
    stopWith(`a newer Immulgo wrote this farm (${newer}): bring the program up to date. Nothing was changed.`);
  if (ran.length === 0 || ran.length === known.length) return;
  const file = join(folder, `before-${known.find((name) => !ran.includes(name))!}.backup`);
  if (existsSync(file)) return;
  say(`backing the farm up before it is brought forward: ${file}`);
  await backUp(url, file);
} // prettier-ignore

/**
 * Puts a backup in the place of a run’s database. It is read whole first, restored beside what is there, and counted; only
 * then do the two change places, in one step, and what was there is kept as `immulgo_before`. Whatever is wrong before that
 * changes nothing.
 * @param given the passphrase of an encrypted one, or `ask` for it once the file has shown to be whole
 * @returns what the backup says of itself
 * @throws {Stopped} in a sentence
 */
export async function restore(
  home: Run,
  file: string,
  given?: string,
  ask?: () => Promise<string>,
): Promise<BackupHeader> {
  makeFolder(dirname(home.folder), home, isRoot());
  if (isLocked(home.lock)) stopWith('the farm is being served: end it first with ./immulgo stop.');
  if (!existsSync(file)) stopWith(`there is no file ${file}.`);
  const aside = asideIn(home.folder, 'restoring');
  try {
    const known = new Set(migrations.map(({ name }) => name));
    const read = readHeader(file, statSync(file).size);
    const unknown = read.header.steps.filter((step) => !known.has(step));
    if (unknown.length > 0)
      throw new BadBackup(
        `A newer Immulgo wrote this backup (${unknown[0]}): bring the program up to date first. Nothing was changed.`,
      );
    const dump = join(aside, 'dump');
    const passphrase = read.header.encrypted ? (given ?? (await ask?.())) : undefined;
    takeDump(file, read, dump, passphrase);
    if (!isCluster(home.cluster)) {
      await startDatabase(home);
      await stopDatabase(home.cluster);
    }
    await withDatabaseOf(home, ({ ADMIN_DATABASE_URL: url }) => into(url!, dump, read.header));
    return read.header;
  } catch (error) {
    if (error instanceof BadBackup) stopWith(`${error.message}${/Nothing was/.test(error.message) ? '' : ' Nothing was changed.'}`);
    throw error;
  } finally {
    rmSync(aside, { recursive: true, force: true });
  }
} // prettier-ignore

async function into(url: string, dump: string, header: BackupHeader): Promise<void> {
  const at = (name: string) => Object.assign(new URL(url), { pathname: `/${name}` }).href;
  const fresh = 'immulgo_restoring';
  await asAdmin(at('postgres'), async (client) => {
    await client.query(`DROP DATABASE IF EXISTS ${fresh} WITH (FORCE)`);
    await client.query(`CREATE DATABASE ${fresh} OWNER immulgo_owner`);
  });
  try {
    const done = postgres('pg_restore', ['--exit-on-error', '--single-transaction', '--dbname', fresh, dump], url);
    if (!done.fine) stopWith(`the backup could not be put back: ${done.said} Nothing was changed.`);
    const { counts } = await asAdmin(at(fresh), headerOf);
    const other = Object.keys(header.counts).find((table) => counts[table] !== header.counts[table]);
    if (other)
      stopWith(`the backup holds ${header.counts[other]} rows of ${other}, and ${counts[other]} came back. Nothing was changed.`);
    await asAdmin(at('postgres'), async (client) => {
      await client.query(`DROP DATABASE IF EXISTS immulgo_before WITH (FORCE)`);
      await client.query(`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname IN ('immulgo', $1)`, [fresh]);
      await client.query('BEGIN');
      await client.query('ALTER DATABASE immulgo RENAME TO immulgo_before');
      await client.query(`ALTER DATABASE ${fresh} RENAME TO immulgo`);
      await client.query('COMMIT');
    });
  } catch (error) {
    await asAdmin(at('postgres'), (client) => client.query(`DROP DATABASE IF EXISTS ${fresh} WITH (FORCE)`)).catch(() => say(`${fresh} was left behind: it is dropped the next time.`));
    throw error;
  }
} // prettier-ignore
