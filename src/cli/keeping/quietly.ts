import { writeSync } from 'node:fs';

type Written = (error?: Error | null) => void;

/**
 * Lets what this process says be lost where it cannot be written, on a disk that is full or failed. Otherwise the error would be
 * said, which cannot be written either, and so on for ever, and nobody would be answered any more.
 */
export function sayOrLose(): void {
  for (const [fd, stream] of [
    [1, process.stdout],
    [2, process.stderr],
  ] as const) {
    if (stream.isTTY) continue;
    stream.write = (
      said: string | Uint8Array,
      how?: BufferEncoding | Written,
      written?: Written,
    ): boolean => {
      try {
        if (typeof said === 'string') writeSync(fd, said, null, typeof how === 'string' ? how : 'utf8');
        else writeSync(fd, said);
      } catch {
        // It is lost.
      }
      const done = typeof how === 'function' ? how : written;
      if (done) process.nextTick(done);
      return true;
    };
  }
}
