import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { databaseRuns } from './cluster';
import { homeOf, makeFolder, runAt } from './home';
import { returned, tooOften } from './keepRunning';
import { freePort } from './port';
import { olderFarm } from './takeOver';
import { webEnvironment } from './webServer';

let at: string;
beforeEach(() => {
  at = mkdtempSync(join(tmpdir(), 'places-'));
});
afterEach(() => rmSync(at, { recursive: true }));

it('keeps the data of an account at one place, wherever the application lies', () => {
  expect(homeOf({ HOME: '/home/m' }, false)).toBe('/home/m/.local/share/immulgo');
  expect(homeOf({ HOME: '/home/m', XDG_DATA_HOME: '/data' }, false)).toBe('/data/immulgo');
  expect(homeOf({ HOME: '/root', XDG_DATA_HOME: '/data' }, true)).toBe('/var/lib/immulgo');
  expect(homeOf({ IMMULGO_HOME: '/mnt/farm' }, true)).toBe('/mnt/farm');
  expect(() => homeOf({}, false)).toThrow(/IMMULGO_HOME/);
});

it('makes a folder nobody else may look into, and says which one it cannot write', () => {
  const run = runAt(join(at, 'home'), 'farm');
  makeFolder(join(at, 'home'), run, false);
  expect(statSync(run.folder).mode & 0o777).toBe(0o700);
  writeFileSync(join(at, 'file'), '');
  expect(() => makeFolder(join(at, 'file'), runAt(join(at, 'file'), 'farm'), false)).toThrow(
    /file\/farm cannot be written/,
  );
});

describe('a farm of an earlier version', () => {
  const farm = (...path: string[]) => {
    const folder = join(at, ...path);
    mkdirSync(folder, { recursive: true });
    writeFileSync(join(folder, 'PG_VERSION'), '15\n');
    return folder;
  };
  const byPath = (here: string) => createHash('sha256').update(here).digest('hex').slice(0, 12);
  const found = (root = true) =>
    olderFarm(runAt(join(at, 'home'), 'farm'), join(at, 'app'), join(at, 'home'), root, at);

  it('is found in the folder it ran from', () => {
    const beside = farm('app/.immulgo/farm/postgres');
    farm('0123456789ab/farm');
    expect(found()).toBe(beside);
  });

  it('is found by that folder’s path, before any other', () => {
    farm('0123456789ab/farm');
    const mine = farm(byPath(join(at, 'app')), 'farm');
    expect(found()).toBe(mine);
    expect(found(false)).toBeUndefined();
  });

  it('is found when the folder was moved, when there is one; of two it is asked which', () => {
    expect(found()).toBeUndefined();
    const one = farm('0123456789ab/farm');
    farm('fedcba987654/demo');
    expect(found()).toBe(one);
    farm('fedcba987654/farm');
    expect(found).toThrow(/2 farms of an earlier version/);
  });
});

it('gives up what keeps dying, and not what dies now and then', () => {
  const after = (gapMs: number, times: number) =>
    Array.from({ length: times }, (_, i) => i * gapMs).reduce(returned, { count: 0, lastAt: -Infinity });
  expect(tooOften(after(5000, 19))).toBe(false);
  expect(tooOften(after(5000, 20))).toBe(true);
  expect(tooOften(after(899_000, 20))).toBe(true);
  expect(tooOften(after(900_000, 500))).toBe(false);
});

it('takes no stranger of the same number for the database', () => {
  expect(databaseRuns(at)).toBe(false);
  writeFileSync(join(at, 'postmaster.pid'), `${process.pid}\n`);
  expect(databaseRuns(at)).toBe(false);
});

it('tells the web server nothing of those who own the tables', () => {
  const told = webEnvironment({
    DATABASE_URL: 'app',
    MIGRATION_DATABASE_URL: 'owner',
    ADMIN_DATABASE_URL: 'admin',
    PGPASSWORD: 'x',
    IMMULGO_SECRET: 's',
    NODE_ENV: 'test',
  });
  expect(told).toEqual({
    DATABASE_URL: 'app',
    IMMULGO_SECRET: 's',
    NODE_ENV: 'production',
    HOME: '/nonexistent',
  });
});

it('says that a port is taken, and finds one that is free', async () => {
  const port = (await freePort(0))!;
  expect(port).toBeGreaterThan(1023);
  const server = (await import('node:net')).createServer().listen(port, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  expect(await freePort(port)).toBeUndefined();
  server.close();
});
