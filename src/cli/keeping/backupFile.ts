import type { CipherGCM, DecipherGCM } from 'node:crypto';
import { createCipheriv, createDecipheriv, createHash, randomBytes, scryptSync } from 'node:crypto';
import { closeSync, fsyncSync, openSync, readSync, writeSync } from 'node:fs';

/*
 * A backup as one file: a line that says what it is, a line of JSON that says what is in it, then the database as pg_dump
 * wrote it (encrypted where a passphrase was given), and 32 bytes of SHA-256 over all that came before. Nothing is believed
 * of a file before the whole of it was read and its end holds against it.
 */

const magic = 'IMMULGO BACKUP 1\n';
const chunk = 1 << 20;
const digestBytes = 32;
const tagBytes = 16;
/** A header longer than this is none. */
const longestHeader = 100_000;
/** scrypt with 64 MiB (RFC 7914; N as OWASP’s sheet of 2023 gives it). */
const kdf = { N: 1 << 16, r: 8, p: 1, maxmem: 128 * (1 << 20) } as const;

/** What stands in the open in a backup. */
export interface BackupHeader {
  /** ISO time. */
  madeAt: string;
  /** Steps of the schema that were run, by name. */
  steps: string[];
  /** Rows of the tables that matter, to be held against what comes back. */
  counts: Record<string, number>;
  encrypted?: { salt: string; iv: string };
}

/** A file that is no backup, is damaged, or does not open: what is said of it. */
export class BadBackup extends Error {}

const keyOf = (passphrase: string, salt: Buffer): Buffer =>
  scryptSync(passphrase.normalize('NFC'), salt, 32, kdf);

/** Copies a file from `from` to `to` (bytes), handing every piece over. */
function* pieces(file: number, from: number, to: number): Generator<Buffer> {
  const buffer = Buffer.alloc(chunk);
  for (let at = from; at < to;) {
    const read = readSync(file, buffer, 0, Math.min(chunk, to - at), at);
    if (read === 0) throw new BadBackup('The file ends too soon: it was not copied whole.');
    at += read;
    yield buffer.subarray(0, read);
  }
}

/** Writes a dump as a backup, to the disk itself before it returns. @throws what the file system throws, such as a full disk */
export function writeBackup(
  dump: string,
  dumpBytes: number,
  file: string,
  header: Omit<BackupHeader, 'encrypted'>,
  passphrase?: string,
): void {
  const [salt, iv] = [randomBytes(16), randomBytes(12)];
  const whole: BackupHeader = {
    ...header,
    ...(passphrase === undefined
      ? {}
      : { encrypted: { salt: salt.toString('hex'), iv: iv.toString('hex') } }),
  };
  const [input, output] = [openSync(dump, 'r'), openSync(file, 'w', 0o600)];
  try {
    const digest = createHash('sha256');
    const put = (bytes: Buffer) => {
      digest.update(bytes);
      for (let at = 0; at < bytes.length;) at += writeSync(output, bytes, at);
    };
    const head = Buffer.from(`${magic}${JSON.stringify(whole)}\n`);
    put(head);
    let cipher: CipherGCM | undefined;
    if (passphrase !== undefined) {
      cipher = createCipheriv('aes-256-gcm', keyOf(passphrase, salt), iv);
      // What stands in the open cannot be changed behind the passphrase either.
      cipher.setAAD(head);
    }
    for (const piece of pieces(input, 0, dumpBytes)) put(cipher ? cipher.update(piece) : Buffer.from(piece));
    if (cipher) {
      put(cipher.final());
      put(cipher.getAuthTag());
    }
    const sum = digest.digest();
    writeSync(output, sum);
    fsyncSync(output);
  } finally {
    closeSync(input);
    closeSync(output);
  }
}

/** What a backup says of itself, once the whole of it was read and holds. @throws {BadBackup} in a sentence */
export function readHeader(file: string, size: number): { header: BackupHeader; from: number; to: number } {
  const input = openSync(file, 'r');
  try {
    const start = Buffer.alloc(Math.min(size, longestHeader));
    readSync(input, start, 0, start.length, 0);
    if (!start.subarray(0, magic.length).equals(Buffer.from(magic)))
      throw new BadBackup(
        /^IMMULGO BACKUP \d+\n/.test(start.toString('latin1', 0, 30))
          ? 'A newer Immulgo wrote this backup: bring the program up to date first.'
          : 'This is no backup of Immulgo.',
      );
    const end = start.indexOf('\n', magic.length);
    if (end < 0) throw new BadBackup('The file ends too soon: it was not copied whole.');
    const digest = createHash('sha256');
    const sum = Buffer.alloc(digestBytes);
    readSync(input, sum, 0, digestBytes, size - digestBytes);
    for (const piece of pieces(input, 0, size - digestBytes)) digest.update(piece);
    if (!digest.digest().equals(sum))
      throw new BadBackup('The file is damaged: not every byte is as it was written.');
    return {
      header: JSON.parse(start.toString('utf8', magic.length, end)) as BackupHeader,
      from: end + 1,
      to: size - digestBytes,
    };
  } finally {
    closeSync(input);
  }
}

/** Takes the dump out of a backup that holds. @throws {BadBackup} when the passphrase is missing or another */
export function takeDump(
  file: string,
  { header, from, to }: ReturnType<typeof readHeader>,
  into: string,
  passphrase?: string,
): void {
  const [input, output] = [openSync(file, 'r'), openSync(into, 'w', 0o600)];
  try {
    const put = (bytes: Buffer) => {
      for (let at = 0; at < bytes.length; ) at += writeSync(output, bytes, at);
    };
    let decipher: DecipherGCM | undefined;
    const end = header.encrypted ? to - tagBytes : to;
    if (header.encrypted) {
      if (passphrase === undefined)
        throw new BadBackup('This backup is encrypted: say its passphrase with IMMULGO_PASSPHRASE, or when asked.');
      const head = Buffer.alloc(from);
      readSync(input, head, 0, from, 0);
      const tag = Buffer.alloc(tagBytes);
      readSync(input, tag, 0, tagBytes, end);
      decipher = createDecipheriv('aes-256-gcm', keyOf(passphrase, Buffer.from(header.encrypted.salt, 'hex')), Buffer.from(header.encrypted.iv, 'hex'));
      decipher.setAAD(head);
      decipher.setAuthTag(tag);
    }
    for (const piece of pieces(input, from, end)) put(decipher ? decipher.update(piece) : Buffer.from(piece));
    if (decipher)
      try {
        put(decipher.final());
      } catch {
        throw new BadBackup('That is not its passphrase.');
      }
    fsyncSync(output);
  } finally {
    closeSync(input);
    closeSync(output);
  }
} // prettier-ignore
