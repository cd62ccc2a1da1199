import { randomUUID } from 'node:crypto';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connect } from '@/data/connection';
import { giveRights, migrate, migrations } from '@/data/migrate';
import { asAdmin, backUp, beforeForward, restore } from './backup';
import { BadBackup, readHeader, takeDump, writeBackup } from './backupFile';
import { startDatabase, stopDatabase, withDatabaseOf } from './cluster';
import { dailyBackup, keptOf, readState } from './dailyBackup';
import { lookOver } from './doctor';
import type { Run } from './home';
import { isRoot, makeFolder, runAt } from './home';
import { tryLock } from './lock';

const now = new Date('2027-06-05T06:00:00Z');
let at: string;
let home: Run;
/** A database of its own, so that the one the other tests use is left alone. */
beforeAll(async () => {
  at = mkdtempSync(join(tmpdir(), 'immulgo-safe-'));
  // The account the database runs under passes through.
  chmodSync(at, 0o711);
  home = runAt(join(at, 'home'), 'farm');
  makeFolder(join(at, 'home'), home, isRoot());
  const reach = await startDatabase(home, '-c fsync=off');
  const owner = connect(reach.MIGRATION_DATABASE_URL, 2);
  await migrate(owner);
  await giveRights(owner, reach.DATABASE_URL);
  await owner.close();
  await stopDatabase(home.cluster);
  jest.spyOn(process.stderr, 'write').mockReturnValue(true);
}, 120_000);
afterAll(async () => {
  jest.restoreAllMocks();
  await stopDatabase(home.cluster);
  rmSync(at, { recursive: true, force: true });
});
jest.setTimeout(120_000);

const reached = <T>(work: (url: string) => Promise<T>) =>
  withDatabaseOf(home, ({ ADMIN_DATABASE_URL: url }) => work(url!));
const farms = (url: string) =>
  asAdmin(url, async (client) =>
    (await client.query<{ id: string }>('SELECT id FROM farm ORDER BY id')).rows.map(({ id }) => id),
  );
const openFarm = (url: string) =>
  asAdmin(url, async (client) => {
    const id = randomUUID();
    await client.query('INSERT INTO farm (id, name) VALUES ($1, $2)', [id, 'Larkfold']);
    return id;
  });

it('what was backed up comes back as it was, and what came since is kept beside it', async () => {
  const file = join(at, 'one.backup');
  const [before, since] = await reached(async (url) => {
    const first = await openFarm(url);
    const header = await backUp(url, file);
    expect(header.counts).toMatchObject({ farm: 1, lot: 0 });
    return [first, await openFarm(url)];
  });
  expect(statSync(file).mode & 0o777).toBe(0o600);
  await restore(home, file);
  await reached(async (url) => {
    expect(await farms(url)).toEqual([before]);
    const kept = Object.assign(new URL(url), { pathname: '/immulgo_before' }).href;
    expect((await farms(kept)).toSorted()).toEqual([before, since].toSorted());
    // Those who serve it may do what they may, and no more.
    const app = await asAdmin(url, (client) =>
      client.query(`SELECT has_table_privilege('immulgo_app', 'lot', 'SELECT') AS reads, has_table_privilege('immulgo_app', 'entry', 'DELETE') AS burns,
        (SELECT relforcerowsecurity FROM pg_class WHERE relname = 'lot') AS guarded`),
    );
    expect(app.rows[0]).toEqual({ reads: true, burns: false, guarded: true });
  });
}); // prettier-ignore

it('one that is encrypted opens by its passphrase alone, and says nothing of a farm without it', async () => {
  const file = join(at, 'two.backup');
  const id = await reached(async (url) => {
    const made = await openFarm(url);
    await backUp(url, file, 'clover and quiet');
    return made;
  });
  expect(readFileSync(file).includes(Buffer.from('Larkfold'))).toBe(false);
  await expect(restore(home, file)).rejects.toThrow(/encrypted/);
  await expect(restore(home, file, 'clover and noise')).rejects.toThrow(
    /not its passphrase. Nothing was changed/,
  );
  await restore(home, file, 'clover and quiet');
  expect(await reached(farms)).toContain(id);
});

describe('nothing is changed by', () => {
  let sound: string;
  let there: string[];
  beforeAll(async () => {
    sound = join(at, 'sound.backup');
    await reached(async (url) => {
      await backUp(url, sound);
      await openFarm(url);
      there = await farms(url);
    });
  });
  afterEach(async () => expect(await reached(farms)).toEqual(there));
  const spoiled = (change: (bytes: Buffer) => Buffer): string => {
    const file = join(at, 'spoiled.backup');
    writeFileSync(file, change(readFileSync(sound)));
    return file;
  };

  it('a file that ends too soon, wherever', async () => {
    const { length } = readFileSync(sound);
    for (const end of [0, 10, 40, 400, Math.round(length / 2), length - 1])
      await expect(
        restore(
          home,
          spoiled((bytes) => bytes.subarray(0, end)),
        ),
      ).rejects.toThrow(/damaged|too soon|no backup/);
  });

  it('one with a bit turned, wherever', async () => {
    const { length } = readFileSync(sound);
    for (const place of [30, Math.round(length / 3), length - 3]) {
      const file = spoiled((bytes) => {
        bytes[place]! ^= 4;
        return bytes;
      });
      await expect(restore(home, file)).rejects.toThrow(/damaged|no backup/);
    }
  });

  it('something else', async () => {
    for (const words of ['', 'PGDMP', '{"format":"immulgo-farm"}'])
      await expect(
        restore(
          home,
          spoiled(() => Buffer.from(words)),
        ),
      ).rejects.toThrow(/no backup/);
    await expect(
      restore(
        home,
        spoiled(() => Buffer.from('IMMULGO BACKUP 2\n{}\n')),
      ),
    ).rejects.toThrow(/newer Immulgo/);
    await expect(restore(home, join(at, 'nowhere'))).rejects.toThrow(/no file/);
  });

  it('one that a newer program wrote', async () => {
    const read = readHeader(sound, statSync(sound).size);
    const dump = join(at, 'dump');
    takeDump(sound, read, dump);
    const file = join(at, 'newer.backup');
    writeBackup(dump, statSync(dump).size, file, {
      ...read.header,
      steps: [...read.header.steps, '0099-more'],
    });
    await expect(restore(home, file)).rejects.toThrow(/newer Immulgo wrote this backup \(0099-more\)/);
  });

  it('one whose database is damaged inside, or other rows than it says', async () => {
    const read = readHeader(sound, statSync(sound).size);
    const dump = join(at, 'dump');
    takeDump(sound, read, dump);
    const file = join(at, 'inside.backup');
    writeBackup(dump, statSync(dump).size, file, {
      ...read.header,
      counts: { ...read.header.counts, farm: 40 },
    });
    await expect(restore(home, file)).rejects.toThrow(/holds 40 rows of farm/);
    writeFileSync(dump, readFileSync(dump).subarray(0, Math.round(statSync(dump).size * 0.7)));
    writeBackup(dump, statSync(dump).size, file, read.header);
    await expect(restore(home, file)).rejects.toThrow(/could not be put back|holds/);
  });

  it('a restore while the farm is served', async () => {
    const lock = tryLock(home.lock)!;
    try {
      await expect(restore(home, sound)).rejects.toThrow(/being served/);
    } finally {
      lock.release();
    }
  });
});

it('says that a place cannot be written, and leaves nothing behind', async () => {
  await reached(async (url) => {
    await expect(backUp(url, join('/proc', 'x.backup'))).rejects.toThrow(/cannot be written|no such file/i);
    await expect(backUp(url, at)).rejects.toThrow(/is a folder/);
  });
  expect(readdirSync(at).filter((name) => name.startsWith('.immulgo-'))).toEqual([]);
});

it('what a power cut left of a backup is taken away by the next; one that is still being made is not', async () => {
  const left = ['.immulgo-aB3dE6', '.immulgo-4194303-aB3dE6'];
  const going = `.immulgo-${process.pid}-aB3dE6`;
  for (const name of [...left, going]) mkdirSync(join(at, name));
  await reached((url) => backUp(url, join(at, 'after-the-cut.backup')));
  expect(readdirSync(at).filter((name) => name.startsWith('.immulgo-'))).toEqual([going]);
  rmSync(join(at, going), { recursive: true });
});

it('keeps two weeks of days and a year of firsts of the month', () => {
  const days: string[] = [];
  for (let day = 0; day < 800; day += 1)
    days.push(new Date(now.getTime() - day * 86_400_000).toISOString().slice(0, 10));
  const kept = [...keptOf(days, '2027-06-05')].toSorted();
  expect(kept.slice(-14)).toEqual(days.slice(0, 14).toReversed());
  expect(kept.slice(0, -14)).toEqual(
    ['2026-07-01', '2026-08-01', '2026-09-01', '2026-10-01', '2026-11-01', '2026-12-01', '2027-01-01', '2027-02-01', '2027-03-01', '2027-04-01', '2027-05-01'],
  );
  // What is missing is not made up for: the first there is of a month stands for it.
  expect([...keptOf(['2027-03-09', '2027-03-20', '2027-06-04'], '2027-06-05')]).toEqual(['2027-03-09', '2027-06-04']);
}); // prettier-ignore

it('makes one a day, and writes down what was in the way', async () => {
  const folder = join(at, 'daily');
  await reached(async (url) => {
    await dailyBackup(url, home.folder, folder, now);
    const file = join(folder, 'immulgo-2027-06-05.backup');
    const { mtimeMs } = statSync(file);
    await dailyBackup(url, home.folder, folder, new Date(now.getTime() + 3_600_000));
    expect(statSync(file).mtimeMs).toBe(mtimeMs);
    expect(await readState(url)).toMatchObject({
      folder,
      file,
      madeAt: now.toISOString(),
      elsewhere: false,
    });
    // A folder that went away, as a disk that was pulled out does.
    rmSync(folder, { recursive: true });
    writeFileSync(folder, 'no folder');
    await dailyBackup(url, home.folder, folder, new Date(now.getTime() + 86_400_000));
    expect(await readState(url)).toMatchObject({
      failed: { why: expect.any(String) },
      madeAt: now.toISOString(),
    });
    rmSync(folder);
    await dailyBackup(url, home.folder, folder, new Date(now.getTime() + 90_000_000));
    expect(await readState(url)).not.toHaveProperty('failed');
  });
});

it('backs an older farm up before it is brought forward, once, and leaves a newer one alone', async () => {
  const folder = join(at, 'before');
  await reached(async (url) => {
    await beforeForward(url, folder);
    expect(existsSync(folder)).toBe(false);
    const last = migrations.at(-1)!.name;
    await asAdmin(url, (client) => client.query('DELETE FROM schema_step WHERE name = $1', [last]));
    await beforeForward(url, folder);
    const file = join(folder, `before-${last}.backup`);
    expect(readHeader(file, statSync(file).size).header.steps).not.toContain(last);
    await asAdmin(url, (client) =>
      client.query(`INSERT INTO schema_step (name) VALUES ($1), ('0099-more')`, [last]),
    );
    await expect(beforeForward(url, folder)).rejects.toThrow(/newer Immulgo wrote this farm \(0099-more\)/);
    await asAdmin(url, (client) => client.query(`DELETE FROM schema_step WHERE name = '0099-more'`));
  });
});

it.each(['0001-the-house', '0010-later-and-instead', '0017-pictures'])(
  'backs a farm up that an earlier version left at %s, whatever tables that had, and brings it forward',
  async (step) => {
    const older = `older_${step.slice(0, 4)}`;
    const folder = join(at, older);
    await withDatabaseOf(home, async ({ ADMIN_DATABASE_URL: admin, MIGRATION_DATABASE_URL: url }) => {
      const named = (of: string) => Object.assign(new URL(of), { pathname: `/${older}` }).href;
      await asAdmin(admin!, (client) => client.query(`CREATE DATABASE ${older} OWNER immulgo_owner`));
      const owner = connect(named(url), 2);
      await migrate(owner, step);
      await beforeForward(named(admin!), folder);
      const [file] = readdirSync(folder);
      const { header } = readHeader(join(folder, file!), statSync(join(folder, file!)).size);
      expect(header.steps.at(-1)).toBe(step);
      expect(header.counts).toMatchObject({ farm: 0, lot: 0 });
      expect(await readState(named(admin!))).toEqual({});
      await migrate(owner);
      await owner.close();
      await beforeForward(named(admin!), folder);
      expect(readdirSync(folder)).toHaveLength(1);
    });
  },
);

it('looks the house over, and finds what was broken past it', async () => {
  const found = async () =>
    new Map((await lookOver(home, new Date())).map(({ of, well, says }) => [of, { well, says }]));
  expect((await found()).get('books')).toMatchObject({ well: true });
  expect((await found()).get('steps')).toMatchObject({ well: true });
  const lot = randomUUID();
  await reached((url) =>
    asAdmin(url, async (client) => {
      await client.query(`SET session_replication_role = 'replica'`);
      await client.query(
        `INSERT INTO lot (farm_id, id, code, kind, made_at, oldest_at, raw, treatment, ripened, mass_now, fat_now) SELECT id, $1, 'M999', 'milk', now(), now(), true, 'raw', false, 500, 20 FROM farm LIMIT 1`,
        [lot],
      );
    }),
  );
  expect((await found()).get('books')).toMatchObject({
    well: false,
    says: expect.stringMatching(/1 lots? hold/),
  });
  expect(await lookOver(runAt(join(at, 'nothing'), 'farm'), now)).toMatchObject([
    {},
    { well: false, says: expect.stringMatching(/no farm/) },
  ]);
});

it('a backup without its dump is none', () => {
  const file = join(at, 'empty.backup');
  writeFileSync(file, '');
  expect(() => readHeader(file, 0)).toThrow(BadBackup);
});
