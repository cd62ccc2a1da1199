import { createServer } from 'node:net';

/** The port that was asked for, when it is free; any that is for 0. Undefined when it is taken. */
export function freePort(port: number, host = '127.0.0.1'): Promise<number | undefined> {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(undefined));
    server.listen(port, host, () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : undefined));
    });
  });
}
