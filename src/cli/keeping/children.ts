import type { SpawnOptions } from 'node:child_process';
import { spawn } from 'node:child_process';

/** What this process has started and waits for; it ends with it. */
const running = new Set<number>();

/** Runs a program and waits for it. Resolves to its exit code; 128 and more for one that was killed. */
export function run(program: string, args: readonly string[], options: SpawnOptions = {}): Promise<number> {
  return new Promise((resolve, reject) => {
    const child = spawn(program, args, { stdio: 'ignore', ...options });
    if (child.pid !== undefined) running.add(child.pid);
    child.once('error', reject);
    child.once('exit', (code, signal) => {
      running.delete(child.pid!);
      resolve(code ?? (signal ? 130 : 1));
    });
  });
}

/** Ends what is being waited for. */
export function endChildren(): void {
  for (const pid of running) {
    try {
      process.kill(pid, 'SIGTERM');
    } catch {
      // It ended by itself in the meantime.
    }
  }
}

/** One of the command's own programs, bundled beside it, with what it says on stderr. */
export async function program(
  here: string,
  name: string,
  args: readonly string[],
  env: NodeJS.ProcessEnv,
): Promise<number> {
  return run('node', [`${here}/.immulgo/bin/${name}.mjs`, ...args], {
    cwd: here,
    env,
    stdio: ['inherit', 'inherit', 'inherit'],
  });
}
