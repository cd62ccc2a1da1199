import { createHash, randomBytes } from 'node:crypto';
import { sealData, unsealData } from 'iron-session';
import { cookies, headers } from 'next/headers';

/** The cookie of a device that somebody came in with: sealed, and no script of a page reads it. */
const sessionCookie = 'immulgo_session';
/** A device that was not seen for longer says anew who it is, s. */
export const unseenFor = 180 * 86_400;

/** What our own server says of a request; whatever a sender says under these names it overwrites. */
export const overHeader = 'x-immulgo-over';
export const fromHeader = 'x-immulgo-from';

export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
export const newSecret = (): string => randomBytes(32).toString('base64url');

/** @throws when the house was not started by ./immulgo, which sets it */
function password(): string {
  const secret = process.env.IMMULGO_SECRET;
  if (!secret) throw new Error('IMMULGO_SECRET is not set: start Immulgo with ./immulgo start.');
  return secret;
}

/** The device and the secret of a request’s cookie; undefined where there is none, or it is none of ours. */
export async function sessionOf(): Promise<{ deviceId: string; secret: string } | undefined> {
  const sealed = (await cookies()).get(sessionCookie)?.value;
  if (!sealed || !process.env.IMMULGO_SECRET) return undefined;
  const { deviceId, secret } = await unsealData<{ deviceId?: string; secret?: string }>(sealed, {
    password: password(),
  });
  return deviceId && secret ? { deviceId, secret } : undefined;
}

export async function keepSession(deviceId: string, secret: string): Promise<void> {
  const sealed = await sealData({ deviceId, secret }, { password: password(), ttl: 0 });
  (await cookies()).set(sessionCookie, sealed, {
    httpOnly: true,
    sameSite: 'lax',
    secure: (await headers()).get(overHeader) === 'https',
    path: '/',
    maxAge: 400 * 86_400,
  });
}

export async function dropSession(): Promise<void> {
  (await cookies()).delete(sessionCookie);
}

/** Where a request came from, as our own server saw it. */
export async function cameFrom(): Promise<{ address: string; loopback: boolean }> {
  const address = (await headers()).get(fromHeader) ?? 'unknown';
  return { address, loopback: /^(::ffff:)?127\.|^::1$/.test(address) };
}
