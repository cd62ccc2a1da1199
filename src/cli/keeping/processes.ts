import { readFileSync, writeFileSync } from 'node:fs';

export const sleep = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

const read = (path: string): string | undefined => {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return undefined;
  }
};

/** Whether a process of that number is there. */
export function alive(pid: number | undefined): pid is number {
  if (pid === undefined || !Number.isInteger(pid) || pid <= 0) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/**
 * When a process began: this start of the machine, and the clock tick in it. Process numbers are given again; this is not.
 * Undefined when there is no such process.
 */
export function born(pid: number): string | undefined {
  const stat = read(`/proc/${pid}/stat`);
  const boot = read('/proc/sys/kernel/random/boot_id');
  // The name in brackets may hold anything; the tick is the twentieth word after it.
  const tick = stat?.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  return tick === undefined ? undefined : `${boot?.slice(0, 8) ?? ''} ${tick}`;
}

/** Writes down which process it is, so that no stranger of the same number is taken for it later. */
export function notePid(file: string, pid: number): void {
  writeFileSync(file, `${pid}\n${born(pid) ?? ''}\n`, { mode: 0o644 });
}

/** The process a file names, if that is still the one that was meant. */
export function pidIn(file: string): number | undefined {
  const [first, second] = (read(file) ?? '').split('\n');
  const pid = Number(first);
  return alive(pid) && second !== undefined && second !== '' && second === born(pid) ? pid : undefined;
}

/** Ends a process: asks it, waits, and after that long does not ask any more. */
export async function end(pid: number | undefined, patienceMs = 5000): Promise<void> {
  if (!alive(pid)) return;
  const who = born(pid);
  const there = () => alive(pid) && born(pid) === who && !isGone(pid);
  signal(pid, 'SIGTERM');
  for (let waited = 0; there() && waited < patienceMs; waited += 50) await sleep(50);
  if (there()) signal(pid, 'SIGKILL');
}

function signal(pid: number, name: NodeJS.Signals): void {
  try {
    process.kill(pid, name);
  } catch {
    // It ended by itself in the meantime.
  }
}

/** Ended, and only waiting for its parent to hear of it. */
const isGone = (pid: number): boolean => /^State:\s+[ZX]/m.test(read(`/proc/${pid}/status`) ?? 'State: X');
