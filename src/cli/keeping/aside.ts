import { chmodSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';

/** Folders in which something is made before it is put in its place, by what they are for: “.immulgo-4711-x1Y2z3”, with the maker’s own number. */
type For = 'immulgo' | 'restoring';

/** Makes a folder that nobody else reads, and takes away those that a power cut or a kill left there: a plain dump may lie in them. */
export function asideIn(folder: string, what: For): string {
  sweep(folder, what);
  const aside = mkdtempSync(join(folder, `.${what}-${process.pid}-`));
  chmodSync(aside, 0o700);
  return aside;
}

function sweep(folder: string, what: For): void {
  for (const name of readdirSync(folder)) {
    const pid = new RegExp(`^\\.${what}-(\\d+)-[A-Za-z0-9]{6}$`).exec(name)?.[1];
    // Without a number it is of a program before this one.
    const left =
      pid === undefined ? new RegExp(`^\\.${what}-[A-Za-z0-9]{6}$`).test(name) : !lives(Number(pid));
    if (left) rmSync(join(folder, name), { recursive: true, force: true });
  }
}

function lives(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
