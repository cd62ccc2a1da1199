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
  /** What else was started for it, and how each is ended: with it, however it ends. */
  ends: (() => void | Promise<void>)[];
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
  const ends: Scratch['ends'] = [];
  let vanishing: Promise<void> | undefined;
  const all = async () => {
    for (const end of ends) await end();
    await endRun(run);
    rmSync(run.folder, { recursive: true, force: true });
  };
  // Whoever asks for it waits for the same one: what ends on the way must not let this process go before it is done.
  const vanish = () => (vanishing ??= all());
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
    process.on(signal, () => {
      if (vanishing) return;
      endChildren();
      void vanish().finally(() => process.exit(130));
    });
  try {
    const { port, ...reach } = await startDatabase(run, durable ? '' : '-c fsync=off', true);
    return await work({ run, port, env: { ...process.env, ...reach }, ends });
  } finally {
    await vanish();
  }
}
