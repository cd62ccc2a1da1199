import type { IncomingMessage, Server, ServerResponse } from 'node:http';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import next from 'next';
import { always, atTheDoor, mayBePage, namesTold } from '@/server/http/door';
import { sayOrLose } from './keeping/quietly';

/**
 * Serves the build in this folder: `serve PORT`, on the machine itself; with `IMMULGO_TLS` (key and certificate) and
 * `IMMULGO_LAN` (address and port) over https in its network as well. Every request is looked at before anything of it is
 * read, files and pages alike.
 */
const port = Number(process.argv[2]);
const loopback = '127.0.0.1';
const names = namesTold(process.env.IMMULGO_NAMES);

interface Lan {
  key: string;
  cert: string;
  host: string;
  port: number;
}

/** How the house is served in its network; what is secret of it is forgotten by the surroundings at once. */
function lanTold(): Lan | undefined {
  const { IMMULGO_TLS: tls, IMMULGO_LAN: at } = process.env;
  delete process.env.IMMULGO_TLS;
  if (!tls || !at) return undefined;
  const split = at.lastIndexOf(':');
  return {
    ...(JSON.parse(tls) as { key: string; cert: string }),
    host: at.slice(0, split),
    port: Number(at.slice(split + 1)),
  };
}

/** What the house is, as pages of it name themselves: writes are held against these. */
const originsOf = (lan: Lan | undefined): string[] => [
  ...[loopback, 'localhost', '[::1]'].map((name) => `http://${name}:${port}`),
  ...names.map((name) => `http://${name}:${port}`).filter(() => process.env.IMMULGO_BEHIND_PROXY === '1'),
  ...names.map((name) => `https://${name}`).filter(() => process.env.IMMULGO_BEHIND_PROXY === '1'),
  ...(lan ? [...names, loopback, 'localhost'].map((name) => `https://${name}:${lan.port}`) : []),
];

async function main(): Promise<void> {
  const lan = lanTold();
  process.env.IMMULGO_ORIGINS = originsOf(lan).join(' ');
  const app = next({ dev: false, dir: process.cwd(), hostname: loopback, port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const answer = (over: 'http' | 'https') => (request: IncomingMessage, response: ServerResponse) => {
    const { method = 'GET', url = '/', headers } = request;
    // Whatever a sender says of where it is: what is written here is what the house saw.
    headers['x-immulgo-over'] = over;
    headers['x-immulgo-from'] = request.socket.remoteAddress ?? 'unknown';
    for (const [name, value] of Object.entries(always)) response.setHeader(name, value);
    const length = headers['content-length'] === undefined ? undefined : Number(headers['content-length']);
    const away = atTheDoor({ method, url, host: headers.host, length }, names);
    if (away) {
      // What was not read is not kept waiting for either.
      response.writeHead(away.status, { 'content-type': 'application/json', connection: 'close' });
      response.end(JSON.stringify({ error: { message: away.message } }));
      return;
    }
    if (!mayBePage(url)) {
      const { writeHead } = response;
      response.writeHead = ((_: number, ...rest: unknown[]) =>
        Reflect.apply(writeHead, response, [404, ...rest]) as typeof response) as typeof writeHead;
    }
    void handle(request, response);
  };
  const servers: Server[] = [createServer(answer('http'))];
  if (lan) servers.push(createSecureServer({ key: lan.key, cert: lan.cert, minVersion: 'TLSv1.2' }, answer('https')));
  for (const server of servers) {
    server.on('clientError', (_, socket) => {
      if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n');
    });
    server.requestTimeout = 60_000;
    server.headersTimeout = 15_000;
  }
  const end = () => {
    let left = servers.length;
    for (const server of servers) {
      server.close(() => (left -= 1) === 0 && process.exit(0));
      server.closeAllConnections();
    }
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
  servers[0]!.listen(port, loopback, () => console.log(`serving on ${loopback}:${port}`));
  if (lan) servers[1]!.listen(lan.port, lan.host, () => console.log(`serving on ${lan.host}:${lan.port} over https`));
} // prettier-ignore

sayOrLose();
main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
