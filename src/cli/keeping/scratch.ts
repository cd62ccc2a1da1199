import { rmSync } from 'node:fs';
import { endChildren } from './children';
import { startDatabase } from './cluster';
import { endRun } from './endRun';
import type { Run } from './home';
import { homeOf, isRoot, makeFolder, runAt } from './home';

/** A database and a place of its own, and what reaches it. */
export interface Scratch {
  run: Run;
  env: NodeJS.ProcessEnv;
  port: number;
}

/** Does something with a database and a place that vanish afterwards, however it ends. */
export async function withScratch<T>(
  name: string,
  work: (scratch: Scratch) => Promise<T>,
  durable = false,
): Promise<T> {
  const home = homeOf(process.env, isRoot());
  const run = runAt(home, `${name}-${process.pid}`);
  makeFolder(home, run, isRoot());
  const vanish = async () => {
    await endRun(run);
    rmSync(run.folder, { recursive: true, force: true });
  };
  let ending = false;
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
    process.on(signal, () => {
      if (ending) return;
      ending = true;
      endChildren();
      void vanish().finally(() => process.exit(130));
    });
  try {
    const { port, ...reach } = await startDatabase(run, durable ? '' : '-c fsync=off', true);
    return await work({ run, port, env: { ...process.env, ...reach } });
  } finally {
    if (!ending) await vanish();
  }
}
