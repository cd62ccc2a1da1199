import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { stopDatabase } from './cluster';
import type { Run } from './home';
import { isLocked } from './lock';
import { end, pidIn, sleep } from './processes';

/** Ends the server and the database of a run. */
export async function endRun(run: Run): Promise<void> {
  await end(pidIn(run.serverPid));
  for (const file of [run.serverPid, run.address, run.keeperPid]) rmSync(file, { force: true });
  if (!existsSync(run.database)) return;
  await stopDatabase(readFileSync(run.database, 'utf8').trim());
  rmSync(run.database, { force: true });
}

/** Ends a run that another command keeps: its keeper, server and database. Resolves to whether there was anything to end. */
export async function stopRun(run: Run): Promise<boolean> {
  if (!existsSync(run.folder)) return false;
  const keeper = await keeperOf(run);
  const something = keeper !== undefined || existsSync(run.database) || existsSync(run.serverPid);
  if (keeper !== undefined) {
    writeFileSync(run.ending, '');
    await end(keeper, 15_000);
  }
  await endRun(run);
  rmSync(run.ending, { force: true });
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
