import { randomBytes } from 'node:crypto';
import { readFileSync, renameSync, writeFileSync } from 'node:fs';

/** Passwords of the database's roles and of the devices' cookies: 48 hexadecimal digits each. */
export interface Secrets {
  admin: string;
  owner: string;
  app: string;
  session: string;
}
const names = ['admin', 'owner', 'app', 'session'] as const;

/** What stands in a file of secrets; undefined when any of it is missing or cut off. */
export function secretsIn(words: string): Secrets | undefined {
  const found = Object.fromEntries(
    [...words.matchAll(/^(admin|owner|app|session)=([0-9a-f]{48})$/gm)].map(([, name, value]) => [
      name,
      value,
    ]),
  );
  return names.every((name) => found[name] !== undefined) ? (found as unknown as Secrets) : undefined;
}

const written = (secrets: Secrets): string => names.map((name) => `${name}=${secrets[name]}\n`).join('');

/**
 * Reads the secrets beside the data. Lost or cut off in the middle, they are made anew, told to the database by `tell`, and
 * only then kept: cut off between, they are made anew once more.
 */
export async function readSecrets(file: string, tell: (made: Secrets) => Promise<void>): Promise<Secrets> {
  let words = '';
  try {
    words = readFileSync(file, 'utf8');
  } catch {
    // The first start, or they were lost.
  }
  const found = secretsIn(words);
  if (found) return found;
  const made = Object.fromEntries(
    names.map((name) => [name, randomBytes(24).toString('hex')]),
  ) as unknown as Secrets;
  writeFileSync(`${file}.part`, written(made), { mode: 0o600 });
  await tell(made);
  renameSync(`${file}.part`, file);
  return made;
}
