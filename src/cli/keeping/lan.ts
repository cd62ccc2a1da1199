import { X509Certificate } from 'node:crypto';
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { generate } from 'selfsigned';
import { freePort } from './port';
import { stopWith } from './say';

const dayMs = 86_400_000;
/** The house’s own authority lasts ten years; what it signs as long as browsers take at most (398 days), less a day. */
const authorityDays = 3650;
const certificateDays = 397;
/** So long before its end a certificate is made anew. */
const renewedBefore = 30;

/** Names and addresses under which this machine is found in its network: none of them loopback. */
export function namesHere(
  more = '',
  host = hostname(),
  interfaces: ReturnType<typeof networkInterfaces> = networkInterfaces(),
): string[] {
  const addresses = Object.values(interfaces)
    .flatMap((list) => list ?? [])
    .filter(({ internal, address }) => !internal && !/^fe80:/i.test(address))
    .map(({ address }) => address);
  const bare = host.toLowerCase().replace(/\.local$/, '');
  const ownName = /^[a-z0-9][a-z0-9.-]*$/.test(bare) && bare !== 'localhost' ? [bare] : [];
  return [
    ...new Set([
      ...ownName.map((name) => (name.includes('.') ? name : `${name}.local`)),
      ...addresses,
      ...ownName,
      ...more.toLowerCase().split(/[\s,]+/).filter(Boolean),
    ]),
  ];
} // prettier-ignore

export interface Tls {
  key: string;
  cert: string;
  /** The authority that devices are asked to trust. */
  authority: string;
  /** SHA-256 of it, as browsers show it. */
  fingerprint: string;
}

const read = (file: string): string | undefined => {
  try {
    return readFileSync(file, 'utf8');
  } catch {
    return undefined;
  }
};

/** Writes what only this account may read, whole or not at all. */
function keep(file: string, words: string): void {
  writeFileSync(`${file}.part`, words, { mode: 0o600 });
  renameSync(`${file}.part`, file);
}

/** Whether a certificate is good for these names, signed by this authority, and for a while yet. */
export function stillGood(pem: string, authority: string, names: readonly string[], now: Date): boolean {
  try {
    const certificate = new X509Certificate(pem);
    const until = new Date(certificate.validTo).getTime();
    return (
      certificate.verify(new X509Certificate(authority).publicKey) &&
      until - now.getTime() > renewedBefore * dayMs &&
      new Date(certificate.validFrom).getTime() <= now.getTime() &&
      names.every((name) => (isIP(name) ? certificate.checkIP(name) : certificate.checkHost(name)) !== undefined)
    );
  } catch {
    return false;
  }
} // prettier-ignore

/**
 * The certificate this house answers with in its network, made on this machine and signed by an authority of its own; made
 * anew when it nears its end, or the machine is called otherwise. Devices that trust the authority go on trusting it.
 * @param folder of the run; only this account reads what is kept there
 */
export async function certificateFor(folder: string, names: readonly string[], now: Date): Promise<Tls> {
  const at = (name: string) => join(folder, 'certificate', name);
  mkdirSync(join(folder, 'certificate'), { recursive: true, mode: 0o700 });
  const ending = (days: number) => ({
    notBeforeDate: new Date(now.getTime() - dayMs),
    notAfterDate: new Date(now.getTime() + days * dayMs),
  });
  const made = { keyType: 'ec', curve: 'P-256', algorithm: 'sha256' } as const;
  let [authorityKey, authority] = [read(at('authority.key')), read(at('authority.pem'))];
  if (!authorityKey || !authority || !lasts(authority, now)) {
    const pems = await generate([{ name: 'commonName', value: `Immulgo on ${names[0] ?? 'this machine'}` }], {
      ...made,
      ...ending(authorityDays),
      extensions: [
        { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
        { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
      ],
    });
    [authorityKey, authority] = [pems.private, pems.cert];
    keep(at('authority.key'), authorityKey);
    keep(at('authority.pem'), authority);
  }
  let [key, cert] = [read(at('server.key')), read(at('server.pem'))];
  if (!key || !cert || !stillGood(cert, authority, names, now)) {
    const pems = await generate([{ name: 'commonName', value: names[0] ?? 'localhost' }], {
      ...made,
      ...ending(certificateDays),
      ca: { key: authorityKey, cert: authority },
      extensions: [
        { name: 'basicConstraints', cA: false, critical: true },
        { name: 'keyUsage', digitalSignature: true, critical: true },
        { name: 'extKeyUsage', serverAuth: true },
        {
          name: 'subjectAltName',
          altNames: ['localhost', '127.0.0.1', ...names].map((name) =>
            isIP(name) ? { type: 7, ip: name } : { type: 2, value: name },
          ),
        },
      ],
    });
    [key, cert] = [pems.private, pems.cert];
    keep(at('server.key'), key);
    keep(at('server.pem'), cert);
  }
  return { key, cert, authority, fingerprint: new X509Certificate(authority).fingerprint256 };
}

function lasts(pem: string, now: Date): boolean {
  try {
    return new Date(new X509Certificate(pem).validTo).getTime() - now.getTime() > certificateDays * dayMs;
  } catch {
    return false;
  }
}

/**
 * What the web server needs to answer in its network over https, and where others find it.
 * @param port it has on the machine itself; in the network it has the next, or LAN_PORT
 * @throws {Stopped} when that is taken, or the machine is in no network
 */
export async function inNetwork(
  folder: string,
  port: number,
  said: NodeJS.ProcessEnv,
  now: Date,
): Promise<{ env: Record<string, string>; addresses: string[]; fingerprint: string }> {
  const host = said.HOST ?? '0.0.0.0';
  const wanted = Number(said.LAN_PORT ?? port + 1);
  const lanPort = await freePort(wanted, host);
  if (lanPort === undefined)
    stopWith(`Port ${wanted} is in use by something else: choose another with LAN_PORT=…`);
  const names = namesHere(said.IMMULGO_NAMES);
  if (names.length === 0)
    stopWith('this machine has no name and no address in any network. Is it connected? IMMULGO_NAMES says one.');
  const tls = await certificateFor(folder, names, now);
  const addresses = names.map((name) => `https://${name.includes(':') ? `[${name}]` : name}:${lanPort}`);
  return {
    env: {
      IMMULGO_NAMES: names.join(' '),
      IMMULGO_ADDRESSES: addresses.join(' '),
      IMMULGO_LAN: `${host}:${lanPort}`,
      IMMULGO_TLS: JSON.stringify({ key: tls.key, cert: tls.cert }),
      IMMULGO_AUTHORITY: tls.authority,
    },
    addresses,
    fingerprint: tls.fingerprint,
  };
} // prettier-ignore
