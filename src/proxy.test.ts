import { NextRequest } from 'next/server';
import { proxy } from './proxy';

// As the web server says it at its start.
beforeAll(() => {
  process.env.IMMULGO_ORIGINS = 'http://127.0.0.1:4310 http://localhost:4310';
});
afterAll(() => {
  delete process.env.IMMULGO_ORIGINS;
});

const ask = (path: string, headers: Record<string, string>, method = 'GET') =>
  proxy(
    new NextRequest(`http://127.0.0.1:4310${path}`, {
      method,
      headers: { host: '127.0.0.1:4310', ...headers },
    }),
  );

describe('the door of the house', () => {
  it('lets its own pages in, with a policy and a nonce that changes', () => {
    const [one, two] = [ask('/', {}), ask('/', {})];
    const nonce = (response: typeof one) =>
      /nonce-([^']+)'/.exec(response.headers.get('content-security-policy') ?? '')?.[1];
    expect(one.status).toBe(200);
    expect(nonce(one)).toBeTruthy();
    expect(nonce(one)).not.toBe(nonce(two));
    expect(one.headers.get('content-security-policy')).not.toMatch(/script-src[^;]*unsafe-inline/);
  });

  it.each([
    [{ host: 'evil.example' }, 421],
    [{ host: '192.168.1.5:4310' }, 421],
    [{ host: 'localhost:4310' }, 200],
    [{ host: '[::1]:4310' }, 200],
  ])('answers to its own names only: %j → %d', (headers, status) => {
    expect(ask('/', headers).status).toBe(status);
  });

  it.each([
    [{ origin: 'http://evil.example' }, 403],
    [{ origin: 'null' }, 403],
    [{ origin: 'http://127.0.0.1:9999' }, 403],
    [{ origin: 'http://evil.example', host: 'localhost:4310' }, 403],
    [{ 'sec-fetch-site': 'cross-site' }, 403],
    [{ 'sec-fetch-site': 'same-site' }, 403],
    [{ origin: 'http://127.0.0.1:4310', 'sec-fetch-site': 'same-origin' }, 200],
    [{}, 200],
  ])(
    'takes writes from its own pages and from scripts here, not from pages elsewhere: %j → %d',
    (headers, status) => {
      expect(ask('/api/commands', headers, 'POST').status).toBe(status);
    },
  );
});
