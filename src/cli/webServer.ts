import { createServer } from 'node:http';
import next from 'next';
import { always, atTheDoor, mayBePage } from '@/server/http/door';

/** Serves the build in this folder: `serve PORT HOST`. Every request is looked at before anything of it is read, files and pages alike. */
const [port, host] = [Number(process.argv[2]), process.argv[3] ?? '127.0.0.1'];
const opened = host !== '127.0.0.1';

async function main(): Promise<void> {
  const app = next({ dev: false, dir: process.cwd(), hostname: host, port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const server = createServer((request, response) => {
    const { method = 'GET', url = '/', headers } = request;
    for (const [name, value] of Object.entries(always)) response.setHeader(name, value);
    const length = headers['content-length'] === undefined ? undefined : Number(headers['content-length']);
    const away = atTheDoor({ method, url, host: headers.host, length }, opened);
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
  });
  server.on('clientError', (_, socket) => {
    if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n');
  });
  server.requestTimeout = 60_000;
  server.headersTimeout = 15_000;
  const end = () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
  server.listen(port, host, () => console.log(`serving on ${host}:${port}`));
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
