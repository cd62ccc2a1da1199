import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:https';
import { get } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { certificateFor, namesHere, stillGood } from './lan';

const now = new Date();
let folder: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'immulgo-lan-'));
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const interfaces = {
  lo: [{ address: '127.0.0.1', internal: true }],
  eth0: [
    { address: '192.168.7.12', internal: false },
    { address: 'fe80::1', internal: false },
  ],
} as unknown as Parameters<typeof namesHere>[2];

it('a machine is found by its name, its addresses and what more it is called, never by loopback', () => {
  expect(namesHere('butter.example, dairy', 'Kitchen', interfaces)).toEqual([
    'kitchen.local',
    '192.168.7.12',
    'kitchen',
    'butter.example',
    'dairy',
  ]);
  expect(namesHere('', 'localhost', interfaces)).toEqual(['192.168.7.12']);
});

it('makes a certificate once, for this account alone, and anew for another name or near its end', async () => {
  const names = ['kitchen.local', '192.168.7.12'];
  const first = await certificateFor(folder, names, now);
  expect(statSync(join(folder, 'certificate/server.key')).mode & 0o777).toBe(0o600);
  expect(statSync(join(folder, 'certificate/authority.key')).mode & 0o777).toBe(0o600);
  expect(await certificateFor(folder, names, now)).toEqual(first);
  const moved = await certificateFor(folder, [...names, '10.0.0.9'], now);
  expect(moved.cert).not.toBe(first.cert);
  expect(moved.authority).toBe(first.authority);
  const nextYear = new Date(now.getTime() + 380 * 86_400_000);
  const later = await certificateFor(folder, [...names, '10.0.0.9'], nextYear);
  expect(later.cert).not.toBe(moved.cert);
  expect(later.fingerprint).toBe(first.fingerprint);
});

it('what was cut off in the middle is made anew', async () => {
  const { cert } = await certificateFor(folder, ['kitchen.local'], now);
  writeFileSync(join(folder, 'certificate/server.pem'), cert.slice(0, 200));
  const again = await certificateFor(folder, ['kitchen.local'], now);
  expect(stillGood(again.cert, again.authority, ['kitchen.local'], now)).toBe(true);
  expect(readFileSync(join(folder, 'certificate/server.pem'), 'utf8')).toBe(again.cert);
});

it('whoever trusts the authority is answered without a word, and nobody else', async () => {
  const tls = await certificateFor(folder, ['kitchen.local'], now);
  const server = createServer(tls, (_, response) => response.end('butter'));
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  const { port } = server.address() as AddressInfo;
  const ask = (ca: string | undefined, servername: string) =>
    new Promise<string>((resolve, reject) => {
      get({ host: '127.0.0.1', port, servername, ...(ca ? { ca } : {}), headers: { connection: 'close' } }, (response) => {
        response.setEncoding('utf8').on('data', resolve);
      }).on('error', (error) => reject(error));
    });
  await expect(ask(tls.authority, 'kitchen.local')).resolves.toBe('butter');
  await expect(ask(tls.authority, 'elsewhere.example')).rejects.toThrow(/altnames/i);
  await expect(ask(undefined, 'kitchen.local')).rejects.toThrow(/certificate/i);
  server.close();
}); // prettier-ignore
