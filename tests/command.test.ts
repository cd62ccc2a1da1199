import { execFile, spawn } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { isRoot } from '@/cli/keeping/home';
import { pidIn, sleep } from '@/cli/keeping/processes';

/** The command as a maker uses it: a farm of its own is started, killed, stopped and started again. */
const cli = join(process.cwd(), 'immulgo');
const home = isRoot()
  ? `/var/lib/immulgo-command-${process.pid}`
  : join('/tmp', `immulgo-command-${process.pid}`);
const farm = join(home, 'farm');
const port = 20_000 + (process.pid % 20_000);
const env = {
  ...process.env,
  IMMULGO_HOME: home,
  PORT: String(port),
  DATABASE_URL: '',
  MIGRATION_DATABASE_URL: '',
};

/** Runs the command to its end: its exit code and all it said. */
const told = (args: string[], more = {}) =>
  new Promise<{ code: number; says: string }>((resolve) => {
    execFile(cli, args, { env: { ...env, ...more } }, (error, out, err) =>
      resolve({ code: error ? Number(error.code ?? 1) : 0, says: out + err }),
    );
  });

/** Starts the farm and leaves it running; resolves when it says where it is. */
function start(): { pid: number; ready: Promise<void>; says: () => string } {
  const child = spawn(cli, ['start'], { env, stdio: ['ignore', 'pipe', 'pipe'], detached: true });
  let said = '';
  const ready = new Promise<void>((resolve, reject) => {
    const hear = (words: Buffer) => {
      said += words.toString();
      if (said.includes('Immulgo is at')) resolve();
    };
    child.stdout.on('data', hear);
    child.stderr.on('data', hear);
    child.once('exit', () => reject(new Error(`It ended: ${said}`)));
  });
  ready.catch(() => undefined);
  return { pid: child.pid!, ready, says: () => said };
}

const answers = () =>
  fetch(`http://127.0.0.1:${port}/api/health`).then(
    ({ ok }) => ok,
    () => false,
  );

describe('the command', () => {
  beforeAll(() => mkdirSync(home, { recursive: true }));
  afterAll(async () => {
    await told(['stop']);
    rmSync(home, { recursive: true, force: true });
  }, 60_000);

  it('goes on where a first start was killed, starts at once after a stop, and after its keeper was killed', async () => {
    // In the middle of making the database, or of bringing it forward.
    for (const ms of [700, 2600]) {
      const cut = start();
      await sleep(ms);
      process.kill(-cut.pid, 'SIGKILL');
    }
    const first = start();
    await first.ready;
    expect(await answers()).toBe(true);
    expect(readdirSync(farm)).not.toContain('postgres.making');
    expect((await told(['start'])).says).toMatch(/already running at/);

    // Stopped and started in one breath.
    expect((await told(['stop'])).says).toMatch(/everything is stopped/);
    const second = start();
    await second.ready;
    expect(await answers()).toBe(true);

    // Its keeper killed outright: what it left running is ended, and nothing says it runs already.
    process.kill(pidIn(join(farm, 'keeper.pid'))!, 'SIGKILL');
    const third = start();
    await third.ready;
    expect(third.says()).not.toMatch(/already running/);
    expect(await answers()).toBe(true);

    expect((await told(['stop'])).says).toMatch(/everything is stopped/);
    expect(await answers()).toBe(false);
    for (const gone of ['server.pid', 'keeper.pid', 'database', 'address'])
      expect(existsSync(join(farm, gone))).toBe(false);
    expect((await told(['stop'])).says).toMatch(/nothing was running/);
  }, 240_000);

  it('says that a port is in use, and takes no other one by itself', async () => {
    const other = createServer().listen(port, '127.0.0.1');
    await new Promise((resolve) => other.once('listening', resolve));
    const { code, says } = await told(['start']);
    expect([code, says]).toEqual([
      1,
      expect.stringMatching(new RegExp(`Port ${port} is in use.*PORT=${port + 1} ./immulgo start`)),
    ]);
    other.close();
  }, 60_000);

  it('says in plain words what it does not know', async () => {
    expect(await told(['churn'])).toMatchObject({
      code: 1,
      says: expect.stringMatching(/no command “churn”/),
    });
    expect(await told(['start'], { PORT: 'http' })).toMatchObject({
      code: 1,
      says: expect.stringMatching(/PORT is “http”/),
    });
    expect(await told(['demo', '--new'])).toMatchObject({ code: 1, says: expect.stringMatching(/“--new”/) });
    expect(await told(['start'], { IMMULGO_HOME: '/proc/immulgo' })).toMatchObject({
      code: 1,
      says: expect.stringMatching(/cannot be written/),
    });
    expect((await told(['help'])).says).toBe(
      readFileSync(cli, 'utf8').split("<<'TEXT'\n")[1]!.split('TEXT\n')[0],
    );
  }, 60_000);
});
