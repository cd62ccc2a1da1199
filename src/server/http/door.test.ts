import { readdirSync } from 'node:fs';
import { atTheDoor, isForeign, mayBePage, mostBytes, namesTold } from './door';
import { readBody, Unreadable } from './readBody';

const asked = { method: 'GET', url: '/', host: '127.0.0.1:4310' };

describe('the door', () => {
  it.each([
    [{}, undefined],
    [{ host: 'localhost' }, undefined],
    [{ host: '[::1]:4310' }, undefined],
    [{ host: 'butter.example:4310' }, 421],
    [{ host: undefined }, 421],
    [{ host: 'butter.example', url: '/_next/static/chunks/a.js' }, 421],
    [{ method: 'TRACE' }, 400],
    [{ method: 'DELETE' }, 400],
    [{ url: '/%ff' }, 400],
    [{ url: '/shelf?lots=%00' }, 400],
    [{ url: '/shelf?lots=%E2%82%AC' }, undefined],
    [{ method: 'POST', url: '/api/commands', length: mostBytes }, undefined],
    [{ method: 'POST', url: '/api/commands', length: mostBytes + 1 }, 413],
  ])('answers %j with %p', (change, status) => {
    expect(atTheDoor({ ...asked, ...change }, [])?.status).toBe(status);
  });

  it('opened to others it answers to the names it was told, and to no other', () => {
    const names = namesTold('dairy.local, 192.168.7.12 fd00::7');
    for (const host of [
      'dairy.local',
      'Dairy.local:4311',
      '192.168.7.12:4311',
      '[fd00::7]:4311',
      'localhost:4310',
    ])
      expect(atTheDoor({ ...asked, host }, names)).toBeUndefined();
    for (const host of ['dairy.local.evil.example', '192.168.7.13:4311', 'x', '', undefined])
      expect(atTheDoor({ ...asked, host }, names)?.status).toBe(421);
  });

  it.each([
    [{ site: 'same-origin', origin: 'https://dairy.local:4311' }, false],
    [{ site: null, origin: null }, false],
    [{ site: 'none', origin: null }, false],
    [{ site: 'cross-site', origin: null }, true],
    [{ site: 'same-site', origin: 'https://dairy.local:4311' }, true],
    [{ site: null, origin: 'https://dairy.local:9999' }, true],
    [{ site: null, origin: 'http://dairy.local:4311' }, true],
    [{ site: null, origin: 'null' }, true],
    [{ site: 'same-origin', origin: 'https://evil.example' }, true],
  ])('a write of %j is foreign: %p', (said, foreign) => {
    expect(isForeign(said, ['http://127.0.0.1:4310', 'https://dairy.local:4311'])).toBe(foreign);
  });

  it.each([
    ['/', true],
    ['/churn/new?lots=abc', true],
    ['/churn/0b3c9f0e-1111-4222-8333-444455556666', true],
    ['/shelf/', true],
    ['/sw.js', true],
    ['/api/time', true],
    ['/wp-admin', false],
    ['/churn/x', false],
    ['/churn/0b3c9f0e-1111/further', false],
    ['/Today', false],
  ])('a page may be at %s: %p', (url, may) => {
    expect(mayBePage(url)).toBe(may);
  });
});

it('knows every page there is', () => {
  const folder = 'src/app';
  const places = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('/page.tsx') && !file.includes('[...'))
    .map((file) => `/${file.replace(/\/?page\.tsx$/, '').replace(/\(\w+\)\/?/g, '')}`)
    .map((path) => path.replace(/\[\w+\]/g, '0b3c9f0e-1111-4222-8333-444455556666'));
  expect(places.length).toBeGreaterThan(12);
  expect(places.filter((path) => !mayBePage(path))).toEqual([]);
});

describe('a body', () => {
  const body = (sent: BodyInit) => readBody(new Request('http://x/', { method: 'POST', body: sent }));
  const nested = (deep: number) => `${'['.repeat(deep)}${']'.repeat(deep)}`;

  it('is read as it was sent', async () => {
    expect(await body('{"a":["[[[\\"[",1]}')).toEqual({ a: ['[[["[', 1] });
    expect(await body(nested(40))).toBeInstanceOf(Array);
  });

  it.each([
    ['{', 400, /not JSON/],
    ['', 400, /not JSON/],
    [nested(100_000), 400, /nested more than 40/],
    [`"${'x'.repeat(mostBytes)}"`, 413, /more than is taken at once/],
    [new Uint8Array([0x22, 0xff, 0x22]), 400, /UTF-8/],
  ] as const)('that cannot be read is answered in words (%#)', async (sent, status, says) => {
    const refused = await body(sent as BodyInit).catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(Unreadable);
    expect(refused).toMatchObject({ status, message: expect.stringMatching(says) as string });
  });
});
