import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { alive, born, end, notePid, pidIn } from './processes';

const folder = mkdtempSync(join(tmpdir(), 'processes-'));
const file = join(folder, 'pid');
afterAll(() => rmSync(folder, { recursive: true }));

const started = (program: string, args: string[]) =>
  new Promise<number>((resolve) => {
    const child = spawn(program, args, { stdio: ['ignore', 'pipe', 'ignore'] });
    child.stdout.once('data', () => resolve(child.pid!));
  });

it('knows its own process again, and takes no stranger of the same number for it', () => {
  notePid(file, process.pid);
  expect(pidIn(file)).toBe(process.pid);
  const [pid, when] = readFileSync(file, 'utf8').split('\n');
  const [boot, tick] = when!.split(' ');
  // Begun at another time, on another start of the machine, or noted without either.
  for (const other of [`${boot} ${Number(tick) + 1}`, `00000000 ${tick}`, '', ' '])
    expect([writeFileSync(file, `${pid}\n${other}\n`), pidIn(file)][1]).toBeUndefined();
});

it('finds nobody in a file that is missing, empty, cut off or names a process that is gone', () => {
  expect(pidIn(join(folder, 'nowhere'))).toBeUndefined();
  for (const words of ['', '12', '-1\nx\n', 'pid\n', '999999999\n5fd5 1\n']) {
    writeFileSync(file, words);
    expect(pidIn(file)).toBeUndefined();
  }
  expect(alive(0)).toBe(false);
  expect(born(999_999_999)).toBeUndefined();
});

it('ends what ends when it is asked, and what does not', async () => {
  const polite = await started('sh', ['-c', 'echo on; exec sleep 60']);
  const stubborn = await started('sh', ['-c', 'trap "" TERM; echo on; while :; do sleep 0.1; done']);
  await end(polite, 3000);
  await end(stubborn, 300);
  await new Promise((resolve) => setTimeout(resolve, 100));
  expect([alive(polite), alive(stubborn)]).toEqual([false, false]);
});
