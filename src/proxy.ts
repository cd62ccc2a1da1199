import { NextResponse } from 'next/server';
import type { NextRequest } from 'next/server';
import { always, answersTo } from '@/server/http/door';

/** Writes must come from our own pages: a page elsewhere may neither post here nor be a name that points here. */
function foreign(request: NextRequest): boolean {
  if (request.method === 'GET' || request.method === 'HEAD') return false;
  const site = request.headers.get('sec-fetch-site');
  const origin = request.headers.get('origin');
  if (site && site !== 'same-origin' && site !== 'none') return true;
  // A page without an origin of its own says “null”: that is not one of ours.
  return origin !== null && (!URL.canParse(origin) || new URL(origin).host !== request.headers.get('host'));
}

/** HOST opens the house to others. */
const unknownName = (request: NextRequest): boolean =>
  !answersTo(
    request.headers.get('host') ?? undefined,
    Boolean(process.env.HOST && process.env.HOST !== '127.0.0.1'),
  );

/** A content-security policy with a fresh nonce for each page, and the two checks above. */
export function proxy(request: NextRequest) {
  if (unknownName(request))
    return new NextResponse('This farm answers on 127.0.0.1 and localhost only.', { status: 421 });
  if (foreign(request))
    return NextResponse.json(
      { error: { message: 'Writes come from Immulgo’s own pages only.' } },
      { status: 403 },
    );
  const nonce = btoa(crypto.randomUUID());
  const development = process.env.NODE_ENV === 'development';
  const policy = [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? " 'unsafe-eval'" : ''}`,
    development ? `style-src 'self' 'unsafe-inline'` : `style-src-elem 'self' 'nonce-${nonce}'`,
    `style-src-attr 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self'${development ? ' ws:' : ''}`,
    `worker-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('x-asked', request.nextUrl.pathname + request.nextUrl.search);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  for (const [name, value] of Object.entries(always)) response.headers.set(name, value);
  return response;
}

export const config = { matcher: ['/((?!_next/static|_next/image|icon.svg).*)'] };
