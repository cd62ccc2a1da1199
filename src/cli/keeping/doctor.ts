import { X509Certificate } from 'node:crypto';
import { existsSync, readFileSync, statfsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Client } from 'pg';
import { migrations } from '@/data/migrate';
import { asAdmin } from './backup';
import { databaseRuns, isCluster, postgresFolder, withDatabaseOf } from './cluster';
import type { BackupState } from './dailyBackup';
import { leastRoom, megabytes } from '@/server/house/roomLeft';
import { unwritable } from './disk';
import type { Run } from './home';

/** One thing that was looked at: how it is, and what to do where it is not well. */
export interface Finding {
  of: string;
  well: boolean;
  says: string;
  remedy?: string;
}

const well = (of: string, says: string): Finding => ({ of, well: true, says });
const ill = (of: string, says: string, remedy: string): Finding => ({ of, well: false, says, remedy });
const dayMs = 86_400_000;

/** Looks a house over: programs, disk, database, steps, what the books hold, clock, certificate, backups. Changes nothing. */
export async function lookOver(home: Run, now: Date): Promise<Finding[]> {
  const found: Finding[] = [programs()];
  if (!isCluster(home.cluster)) return [...found, ill('farm', `There is no farm in ${home.folder}.`, 'Start it once: ./immulgo start')];
  found.push(disk(home.folder));
  found.push(
    databaseRuns(home.cluster)
      ? well('served', 'The farm is being served.')
      : well('served', 'The farm is not served just now; its database was started to look at it.'),
  );
  try {
    await withDatabaseOf(home, ({ ADMIN_DATABASE_URL: url }) =>
      asAdmin(url!, async (client) => {
        const ran = await steps(client);
        found.push(ran);
        // Books of an earlier version are counted once they are brought forward.
        if (ran.well) found.push(await conservation(client));
        found.push(await clock(client, now), await backups(client, now));
      }),
    );
  } catch (error) {
    found.push(ill('database', `The database does not answer: ${error instanceof Error ? error.message : String(error)}`, `See ${join(home.cluster, 'server.log')}; the newest backup comes back with ./immulgo restore FILE.`));
  }
  found.push(certificate(home.folder, now));
  return found;
} // prettier-ignore

function programs(): Finding {
  try {
    return well('programs', `Node ${process.version}, PostgreSQL in ${postgresFolder()}.`);
  } catch {
    return ill('programs', 'PostgreSQL is not installed.', 'Install it: sudo apt-get install -y postgresql');
  }
}

function disk(folder: string): Finding {
  const stuck = unwritable(folder);
  if (stuck?.includes('only be read'))
    return ill('disk', `Nothing can be written in ${folder}: its disk can only be read.`, 'The system does that to a disk that failed. Look at what the system says of it (dmesg), take the newest backup to another disk, and restore it there: ./immulgo restore FILE.');
  const { bavail, bsize } = statfsSync(folder);
  const room = bavail * bsize;
  return room < leastRoom
    ? ill('disk', `Only ${megabytes(room)} are left on the disk of ${folder}.`, 'Make room: a full disk takes no more marks.')
    : well('disk', `${megabytes(room)} are left on the disk of ${folder}.`);
} // prettier-ignore

async function steps(client: Client): Promise<Finding> {
  const { rows } = await client.query<{ name: string }>('SELECT name FROM schema_step');
  const ran = new Set(rows.map(({ name }) => name));
  const known = migrations.map(({ name }) => name);
  const newer = [...ran].filter((name) => !known.includes(name));
  const missing = known.filter((name) => !ran.has(name));
  if (newer.length > 0)
    return ill('steps', `The database is newer than this program (${newer[0]}).`, 'Bring the program up to date.');
  return missing.length > 0
    ? ill('steps', `${missing.length} ${missing.length === 1 ? 'step is' : 'steps are'} still to run, from ${missing[0]} on.`, 'The next ./immulgo start runs them, and backs the farm up first.')
    : well('steps', `All ${known.length} steps of the schema were run.`);
} // prettier-ignore

/** Whether every entry balances and every lot holds what its lines say. */
async function conservation(client: Client): Promise<Finding> {
  const one = async (sql: string) => Number((await client.query<{ many: string }>(sql)).rows[0]!.many);
  const entries = await one(
    'SELECT count(*) AS many FROM (SELECT 1 FROM entry_line GROUP BY farm_id, entry_id HAVING sum(mass) <> 0 OR sum(fat) <> 0) off',
  );
  const lots = await one(
    `SELECT count(*) AS many FROM lot LEFT JOIN (
       SELECT farm_id, lot_id, sum(mass) AS mass, sum(fat) AS fat FROM entry_line WHERE lot_id IS NOT NULL GROUP BY farm_id, lot_id
     ) held ON held.farm_id = lot.farm_id AND held.lot_id = lot.id
     WHERE lot.mass_now <> coalesce(held.mass, 0) OR lot.fat_now <> coalesce(held.fat, 0) OR lot.mass_now < -0.0005`,
  );
  const all = await one('SELECT count(*) AS many FROM entry');
  return entries + lots > 0
    ? ill('books', `${entries} entries do not balance, and ${lots} lots hold another amount than their lines say.`, 'Something wrote past the house: bring the newest backup back, and keep this database to look at.')
    : well('books', `All ${all} entries balance, and every lot holds what its lines say.`);
} // prettier-ignore

async function clock(client: Client, now: Date): Promise<Finding> {
  const { rows } = await client.query<{ at: Date; last: Date | null }>(
    'SELECT clock_timestamp() AS at, (SELECT max(received_at) FROM command) AS last',
  );
  const { at, last } = rows[0]!;
  const off = Math.abs(at.getTime() - now.getTime());
  if (off > 5000)
    return ill('clock', `Database and machine differ by ${Math.round(off / 1000)} s.`, 'They are one machine: is another database answering?');
  if (last && last.getTime() - now.getTime() > 60_000)
    return ill('clock', `The newest entry is of ${last.toISOString()}, which is still to come.`, 'Set the machine’s clock (timedatectl), and look at what was written meanwhile.');
  return well('clock', `It is ${now.toISOString().slice(0, 16).replace('T', ' ')} UTC, and nothing in the books is of later.`);
} // prettier-ignore

async function backups(client: Client, now: Date): Promise<Finding> {
  const there = await client.query(`SELECT to_regclass('house_state') AS it`);
  const { rows } = (there.rows[0] as { it: string | null }).it
    ? await client.query<{ value: Partial<BackupState> }>(`SELECT value FROM house_state WHERE key = 'backup'`)
    : { rows: [] };
  const state = rows[0]?.value ?? {};
  if (state.failed)
    return ill('backups', `The last try failed: ${state.failed.why}`, 'Mend that, or choose another folder: ./immulgo backup --daily FOLDER');
  if (!state.madeAt || !state.file)
    return ill('backups', 'There is no backup yet.', 'While the farm is served one is made every day; or now: ./immulgo backup FILE');
  const days = Math.floor((now.getTime() - Date.parse(state.madeAt)) / dayMs);
  if (days > 2)
    return ill('backups', `The newest backup is ${days} days old.`, 'Is the farm left unserved? ./immulgo backup FILE makes one now.');
  if (!existsSync(state.file) || statSync(state.file).size !== state.bytes)
    return ill('backups', `The newest backup, ${state.file}, is gone or another size.`, 'Make one now: ./immulgo backup FILE');
  const left = state.leftAt ? Math.floor((now.getTime() - Date.parse(state.leftAt)) / dayMs) : undefined;
  return left === undefined || left > 31
    ? ill('backups', `The newest is of ${state.madeAt.slice(0, 10)}, and ${left === undefined ? 'none ever left' : `for ${left} days none left`} this machine.`, 'Copy it to another disk, or let it go there every day: ./immulgo backup --daily FOLDER')
    : well('backups', `The newest is of ${state.madeAt.slice(0, 10)}, ${megabytes(state.bytes ?? 0)}; one left this machine ${left === 0 ? 'today' : `${left} days ago`}.`);
} // prettier-ignore

function certificate(folder: string, now: Date): Finding {
  const file = join(folder, 'certificate/server.pem');
  if (!existsSync(file))
    return well('certificate', 'None: the farm answers on this machine alone (./immulgo start --lan makes one).');
  try {
    const until = new Date(new X509Certificate(readFileSync(file)).validTo);
    const days = Math.floor((until.getTime() - now.getTime()) / dayMs);
    return days < 30
      ? ill('certificate', `It ends in ${days} days.`, 'The next ./immulgo start --lan makes another; devices that trust the house go on.')
      : well('certificate', `It is good for ${days} days more.`);
  } catch {
    return ill('certificate', `${file} cannot be read.`, 'The next ./immulgo start --lan makes another.');
  }
} // prettier-ignore
