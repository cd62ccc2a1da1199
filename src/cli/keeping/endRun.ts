import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { stopDatabase } from './cluster';
import type { Run } from './home';
import { isLocked } from './lock';
import { end, pidIn, sleep } from './processes';

/** Ends the server and the database of a run. */
export async function endRun(run: Run): Promise<void> {
  await end(pidIn(run.serverPid));
  for (const file of [run.serverPid, run.address, run.keeperPid]) gone(file);
  if (!existsSync(run.database)) return;
  await stopDatabase(readFileSync(run.database, 'utf8').trim());
  gone(run.database);
}

/** Writes down that a run is being ended, where that can be written. */
export function noteEnding(run: Run): void {
  try {
    writeFileSync(run.ending, '');
  } catch (error) {
    if (!['EROFS', 'ENOSPC'].includes((error as NodeJS.ErrnoException).code ?? '')) throw error;
  }
}

/** On a disk that can only be read it stays: the next start finds that nobody is there. */
function gone(file: string): void {
  try {
    rmSync(file, { force: true });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EROFS') throw error;
  }
}

/** Ends a run that another command keeps: its keeper, server and database. Resolves to whether there was anything to end. */
export async function stopRun(run: Run): Promise<boolean> {
  if (!existsSync(run.folder)) return false;
  const keeper = await keeperOf(run);
  const something = keeper !== undefined || existsSync(run.database) || existsSync(run.serverPid);
  if (keeper !== undefined) {
    noteEnding(run);
    await end(keeper, 15_000);
  }
  await endRun(run);
  gone(run.ending);
  return something;
}

/** Who keeps a run. One that is just starting holds its lock, and says in a moment who it is. */
async function keeperOf(run: Run): Promise<number | undefined> {
  for (let tries = 0; tries < 50; tries += 1) {
    const keeper = pidIn(run.keeperPid);
    if (keeper !== undefined || !isLocked(run.lock)) return keeper;
    await sleep(100);
  }
  return undefined;
}
