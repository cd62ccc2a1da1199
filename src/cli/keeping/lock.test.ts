import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isLocked, tryLock, waitForLock } from './lock';

const folder = mkdtempSync(join(tmpdir(), 'lock-'));
afterAll(() => rmSync(folder, { recursive: true }));

it('is held by one at a time, and not by what its holder starts', async () => {
  const file = join(folder, 'one');
  const mine = tryLock(file)!;
  expect(tryLock(file)).toBeUndefined();
  const child = spawn('sleep', ['30'], { stdio: 'ignore' });
  mine.release();
  expect(isLocked(file)).toBe(false);
  child.kill();
});

it('is free when its holder was killed, and then goes to who waited', async () => {
  const file = join(folder, 'two');
  const holder = spawn('flock', [file, '-c', 'echo held; exec sleep 30'], {
    stdio: ['ignore', 'pipe', 'ignore'],
    detached: true,
  });
  await once(holder.stdout, 'data');
  expect(isLocked(file)).toBe(true);
  const waiting = waitForLock(file);
  process.kill(-holder.pid!, 'SIGKILL');
  (await waiting).release();
  expect(isLocked(file)).toBe(false);
});
