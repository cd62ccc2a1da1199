import { spawn, spawnSync } from 'node:child_process';
import { closeSync, existsSync, openSync } from 'node:fs';

/**
 * A lock on a file, held by this process alone: no child of it inherits it, and the system lets it go when the process ends,
 * however it ends.
 */
export interface Lock {
  release: () => void;
  /** For a child that must keep the lock when this process is killed: a place among its open files. */
  fd: number;
}

const taken = (fd: number): Lock => ({ release: () => closeSync(fd), fd });

/** Takes the lock, or says at once that another has it. */
export function tryLock(file: string): Lock | undefined {
  return locked(openSync(file, 'a'));
}

function locked(fd: number): Lock | undefined {
  // The lock belongs to the open file, which this process keeps open; the one that asked for it may go.
  const { status } = spawnSync('flock', ['-n', '3'], { stdio: ['ignore', 'ignore', 'ignore', fd] });
  if (status === 0) return taken(fd);
  closeSync(fd);
  return undefined;
}

/** Waits for the lock. */
export async function waitForLock(file: string): Promise<Lock> {
  const fd = openSync(file, 'a');
  await new Promise<void>((resolve, reject) => {
    const asking = spawn('flock', ['3'], { stdio: ['ignore', 'ignore', 'ignore', fd] });
    asking.once('error', reject);
    asking.once('exit', (code) =>
      code === 0 ? resolve() : reject(new Error(`${file} could not be locked.`)),
    );
  });
  return taken(fd);
}

/** Whether anybody holds it; asked of a disk that can only be read as well. */
export function isLocked(file: string): boolean {
  if (!existsSync(file)) return false;
  const lock = locked(openSync(file, 'r'));
  lock?.release();
  return lock === undefined;
}
