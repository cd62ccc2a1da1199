import { hash, verify } from '@node-rs/argon2';
import * as v from 'valibot';

/** Argon2id with the memory and passes that RFC 9106’s second choice and OWASP’s sheet of 2023 give for a small server: 19 MiB, two passes. */
const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const shortestPassword = 10;
export const password = v.pipe(
  v.string('a password is wanted.'),
  v.minLength(
    shortestPassword,
    `a password of at least ${shortestPassword} letters: three or four words do.`,
  ),
  v.maxLength(200, 'a password of at most 200 letters.'),
  v.check((said) => new Set(said).size >= 5, 'a password that does not repeat so few letters.'),
);

/** A number to change over by on a device several use: short, so it opens nothing by itself. */
export const pin = v.pipe(
  v.string('a number is wanted.'),
  v.regex(/^\d{4,8}$/, 'four to eight digits.'),
  v.check(
    (said) => new Set(said).size > 1 && !'0123456789'.includes(said) && !'9876543210'.includes(said),
    'four to eight digits that are not all the same, nor in a row.',
  ),
);

export const hashed = (secret: string): Promise<string> => hash(secret, cost);

/** What a name nobody has is held against, so that it takes as long as one that somebody has. */
let nobodys: Promise<string> | undefined;

/** Whether a secret is the one of a hash; takes as long where there is none. */
export async function isSecret(of: string | null | undefined, secret: string): Promise<boolean> {
  nobodys ??= hashed('what nobody has');
  const right = await verify(of ?? (await nobodys), secret).catch(() => false);
  return of != null && right;
}
