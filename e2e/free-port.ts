import { randomInt } from 'node:crypto';
import { createServer } from 'node:net';

/** Below the ports that systems give to outgoing connections (32768 and up on Linux): a server that is started again finds its port free. */
const [FROM, TO] = [20_000, 32_000];
const TRIES = 100;

const isFree = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const probe = createServer().on('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

/** A port that nobody listens on just now. */
export async function freePort(): Promise<number> {
  for (let n = 0; n < TRIES; n += 1) {
    const port = randomInt(FROM, TO);
    if (await isFree(port)) return port;
  }
  throw new Error('No port is free.');
}
