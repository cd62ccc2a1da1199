import { execFileSync } from 'node:child_process';
import { chmodSync } from 'node:fs';
import { join } from 'node:path';
import { stopWith } from './say';

export const isRoot = (): boolean => process.getuid?.() === 0;

/**
 * Where the data of this account live: outside of the folder the application runs from, so that they outlive it and are
 * found from any other copy of it.
 * @throws {Stopped} when there is no telling
 */
export function homeOf(env: Record<string, string | undefined>, root: boolean): string {
  if (env.IMMULGO_HOME) return env.IMMULGO_HOME;
  if (root) return '/var/lib/immulgo';
  if (env.XDG_DATA_HOME) return join(env.XDG_DATA_HOME, 'immulgo');
  if (env.HOME) return join(env.HOME, '.local/share/immulgo');
  stopWith('HOME is not set: say where the data go with IMMULGO_HOME.');
}

/** The places of one run: the farm, the demo, or a scratch house that vanishes with its run. */
export interface Run {
  name: string;
  folder: string;
  /** The database's own folder, which only its account may read. */
  cluster: string;
  secrets: string;
  lock: string;
  /** There while the run is being ended. */
  ending: string;
  keeperPid: string;
  serverPid: string;
  serverLog: string;
  address: string;
  /** Names the folder of the database that runs for it. */
  database: string;
}

export function runAt(home: string, name: string): Run {
  const folder = join(home, name);
  const at = (file: string) => join(folder, file);
  return {
    name,
    folder,
    cluster: at('postgres'),
    secrets: at('secrets'),
    lock: at('lock'),
    ending: at('ending'),
    keeperPid: at('keeper.pid'),
    serverPid: at('server.pid'),
    serverLog: at('server.log'),
    address: at('address'),
    database: at('database'),
  };
}

/**
 * Makes the folder of a run. For root the database runs under an account of its own, which has to pass through to its folder
 * and may read nothing else.
 * @throws {Stopped} when it cannot be written
 */
export function makeFolder(home: string, run: Run, root: boolean): void {
  try {
    // By the system's own command: Node's goes round for ever where a place takes no folders, as /proc.
    execFileSync('mkdir', ['-p', run.folder], { stdio: 'ignore' });
    for (const folder of [home, run.folder]) chmodSync(folder, root ? 0o711 : 0o700);
  } catch {
    stopWith(
      `the folder ${run.folder} cannot be written: give this account the right to, or say where the data go with IMMULGO_HOME.`,
    );
  }
}
