import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, readdirSync, renameSync } from 'node:fs';
import { join } from 'node:path';
import { isCluster, stopDatabase } from './cluster';
import type { Run } from './home';
import { isRoot, makeFolder } from './home';
import { say, stopWith } from './say';

/**
 * Where an earlier version kept a farm: in the folder it ran from, or under a name made of that folder's path. When that
 * folder was moved or deleted and there is one such farm, it is this one.
 * @throws {Stopped} when there are several and nothing tells which is meant
 */
export function olderFarm(
  run: Run,
  here: string,
  home: string,
  root: boolean,
  places = '/var/lib/immulgo',
): string | undefined {
  const beside = join(here, '.immulgo', run.name, 'postgres');
  if (isCluster(beside) && home !== join(here, '.immulgo')) return beside;
  if (!root || !existsSync(places)) return undefined;
  const byPath = createHash('sha256').update(here).digest('hex').slice(0, 12);
  const found = readdirSync(places)
    .filter((name) => /^[0-9a-f]{12}$/.test(name))
    .map((name) => join(places, name, run.name))
    .filter(isCluster);
  const mine = found.find((folder) => folder === join(places, byPath, run.name));
  if (mine) return mine;
  if (found.length > 1)
    stopWith(
      `there are ${found.length} farms of an earlier version: ${found.join(' ')}. Move the one you mean to ${run.cluster}.`,
    );
  return found[0];
}

/** Takes over the farm of an earlier version, with its secrets, where this one has none yet. */
export async function takeOver(run: Run, here: string, home: string): Promise<void> {
  if (existsSync(run.cluster)) return;
  const old = olderFarm(run, here, home, isRoot());
  if (old === undefined) return;
  say(`taking over the farm of an earlier version, from ${old}`);
  await stopDatabase(old);
  makeFolder(home, run, isRoot());
  const secrets = join(here, '.immulgo', run.name, 'secrets');
  if (existsSync(secrets) && !existsSync(run.secrets)) copyFileSync(secrets, run.secrets);
  renameSync(old, run.cluster);
}
