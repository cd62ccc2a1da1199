import { rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** A database does not start with less, bytes: its next piece of the write-ahead log. */
const leastToStart = 20_000_000;

/** Why a database cannot write in a folder, in a few words; undefined where it can. Tried, as a disk that failed does not say so. */
export function unwritable(folder: string): string | undefined {
  const tried = join(folder, `.tried-${process.pid}`);
  try {
    writeFileSync(tried, '');
    rmSync(tried);
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize < leastToStart
      ? 'its disk is full: make room, and it goes on by itself'
      : undefined;
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'EROFS')
      return 'its disk can only be read, as the system has it with one that failed: end this, mend the disk or restore a backup, and start again';
    return code === 'ENOSPC'
      ? 'its disk is full: make room, and it goes on by itself'
      : 'this account has not the right to';
  }
}
