import { createHash } from 'node:crypto';
import {
  cpSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  readlinkSync,
  renameSync,
  rmSync,
  statSync,
  symlinkSync,
} from 'node:fs';
import { join } from 'node:path';
import { run } from './children';
import { waitForLock } from './lock';
import { say, stopWith } from './say';

const builtOf = ['src', 'public', 'docs/handbook.md', 'next.config.ts', 'tsconfig.json', 'package-lock.json'];
const kept = 5;

function* filesIn(path: string): Generator<string> {
  if (!statSync(path).isDirectory()) return yield path;
  for (const name of readdirSync(path).toSorted()) yield* filesIn(join(path, name));
}

/** What tells one state of the sources from another; tests are no part of what is built. */
export function stateOf(here: string): string {
  const all = createHash('sha256');
  for (const part of builtOf)
    for (const file of filesIn(join(here, part)))
      if (!file.endsWith('.test.ts'))
        all.update(file.slice(here.length)).update('\0').update(readFileSync(file)).update('\0');
  return all.digest('hex').slice(0, 16);
}

/**
 * Builds each state of the sources once, into a place of its own, so that a build never disturbs a server. One build at a
 * time in this folder, wherever the data of those who ask for it are kept.
 * @throws {Stopped} when it fails
 */
export async function build(here: string): Promise<string> {
  const builds = join(here, '.immulgo/builds');
  const folder = join(builds, stateOf(here));
  if (existsSync(folder)) return folder;
  mkdirSync(builds, { recursive: true });
  const lock = await waitForLock(join(here, '.immulgo/build.lock'));
  try {
    if (!existsSync(folder)) await buildInto(here, folder, lock.fd);
    const served = foldersInUse();
    const old = readdirSync(builds)
      .map((name) => join(builds, name))
      .filter((one) => !served.has(one))
      .toSorted((a, b) => statSync(b).mtimeMs - statSync(a).mtimeMs);
    for (const one of old.slice(kept)) rmSync(one, { recursive: true, force: true });
  } finally {
    lock.release();
  }
  return folder;
}

/** Where programs of this machine stand: a house that serves a build still reads from it, however old it is. */
function foldersInUse(): ReadonlySet<string> {
  const standing = readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .flatMap((pid) => {
      try {
        return [readlinkSync(`/proc/${pid}/cwd`)];
      } catch {
        // It ended meanwhile, or is not ours to look at.
        return [];
      }
    });
  return new Set(standing);
}

async function buildInto(here: string, folder: string, lockFd: number): Promise<void> {
  say('building (half a minute the first time)');
  const began = Date.now();
  for (const left of ['.next/dev', '.next/types']) rmSync(join(here, left), { recursive: true, force: true });
  const log = join(here, '.immulgo/build.log');
  const to = openSync(log, 'w');
  // It keeps the lock as well: were this process killed, the build would go on for a while.
  const code = await run('node', ['node_modules/next/dist/bin/next', 'build'], {
    cwd: here,
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
    stdio: ['ignore', to, to, lockFd],
  });
  if (code !== 0)
    stopWith(`the build failed: see ${log}\n${readFileSync(log, 'utf8').split('\n').slice(-30).join('\n')}`);
  const part = `${folder}.part`;
  rmSync(part, { recursive: true, force: true });
  mkdirSync(join(part, 'docs'), { recursive: true });
  const built = join(here, '.next');
  cpSync(built, join(part, '.next'), { recursive: true, filter: (path) => path !== join(built, 'cache') });
  for (const one of ['public', 'package.json', 'next.config.ts', 'docs/handbook.md'])
    cpSync(join(here, one), join(part, one), { recursive: true });
  symlinkSync(join(here, 'node_modules'), join(part, 'node_modules'));
  renameSync(part, folder);
  say(`built in ${Math.round((Date.now() - began) / 1000)} s`);
}
