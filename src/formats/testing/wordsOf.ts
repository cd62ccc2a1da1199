import { inflateSync } from 'node:zlib';

/** The words a PDF shows, read back from its page. */
export function wordsOf(file: Uint8Array): string {
  const bytes = Buffer.from(file);
  const raw = bytes.toString('latin1');
  const words: string[] = [];
  for (const { index, 0: opening } of raw.matchAll(/stream\r?\n/g)) {
    const start = index + opening.length;
    try {
      const page = inflateSync(bytes.subarray(start, raw.indexOf('endstream', start))).toString('latin1');
      for (const [, hex] of page.matchAll(/<([0-9A-F]+)> Tj/g))
        words.push(Buffer.from(hex!, 'hex').toString('latin1'));
    } catch {
      // Not a compressed page.
    }
  }
  return words.join('\n');
}
