import { databaseRuns, runDatabase } from './cluster';
import { unwritable } from './disk';
import { pidIn, sleep } from './processes';
import { say, stopWith } from './say';
import type { Served } from './webServer';
import { runServer } from './webServer';

/** What dies this often without so long of peace between is not brought back any more. */
const mostReturns = 20;
const peaceMs = 900_000;
const hourMs = 3_600_000;

/** How often something was brought back, and whether it may be once more. */
export interface Returns {
  count: number;
  lastAt: number;
}

/** One more return, counted from anew after a long peace. */
export const returned = ({ count, lastAt }: Returns, now: number): Returns => ({
  count: now - lastAt >= peaceMs ? 1 : count + 1,
  lastAt: now,
});
export const tooOften = ({ count }: Returns): boolean => count >= mostReturns;

/**
 * Brings the server or the database of a run back when one of them dies, until `over`.
 * @param database the folder and port of its own database, when it has one
 * @param hourly done once an hour, the first time soon after the start; it keeps nothing from being brought back
 * @throws {Stopped} when something keeps dying
 */
export async function keepRunning(
  served: Served,
  env: NodeJS.ProcessEnv,
  database: { folder: string; port: number } | undefined,
  over: () => boolean,
  hourly: () => Promise<void> = () => Promise.resolve(),
): Promise<void> {
  let lookedAt = -Infinity;
  let returns: Returns = { count: 0, lastAt: -Infinity };
  let stuck: string | undefined;
  while (!over()) {
    await sleep(2000);
    if (over()) return;
    if (Date.now() - lookedAt >= hourMs) {
      lookedAt = Date.now();
      void hourly().catch((error: unknown) => say(error instanceof Error ? error.message : String(error)));
    }
    // What cannot write cannot come back: it is waited for, and said once.
    const now = database && !databaseRuns(database.folder) ? unwritable(served.run.folder) : undefined;
    if (now !== undefined) {
      if (now !== stuck)
        say(
          `the database stopped, and nothing can be written in ${served.run.folder}: ${now}. What is marked stays on the devices meanwhile`,
        );
      stuck = now;
      continue;
    }
    stuck = undefined;
    if (database && !databaseRuns(database.folder)) {
      say('the database died: bringing it back');
      if (!(await runDatabase(database.folder, database.port)))
        say(`it did not come back: see ${database.folder}/server.log`);
      returns = returned(returns, Date.now());
    }
    if (over()) return;
    if (pidIn(served.run.serverPid) === undefined) {
      say('the server died: bringing it back');
      runServer(served, env);
      returns = returned(returns, Date.now());
    }
    if (tooOften(returns)) stopWith(`something keeps dying: see ${served.run.serverLog}`);
  }
}
