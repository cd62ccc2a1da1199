import { NextResponse } from 'next/server';
import type { NextRequest } from 'next/server';
import { always, answersTo, isForeign, namesTold, unknownHere } from '@/server/http/door';

/** Writes must come from our own pages: a page elsewhere may neither post here nor be a name that points here. */
const foreign = ({ method, headers }: NextRequest): boolean =>
  method !== 'GET' &&
  method !== 'HEAD' &&
  isForeign(
    { site: headers.get('sec-fetch-site'), origin: headers.get('origin') },
    (process.env.IMMULGO_ORIGINS ?? '').split(' '),
  );

/** A content-security policy with a fresh nonce for each page, and the two checks above. */
export function proxy(request: NextRequest) {
  if (!answersTo(request.headers.get('host') ?? undefined, namesTold(process.env.IMMULGO_NAMES)))
    return new NextResponse(unknownHere.message, { status: unknownHere.status });
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
