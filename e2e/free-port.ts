import { createServer } from 'node:net';

/** A port that nobody listens on just now. */
export const freePort = (): Promise<number> =>
  new Promise((resolve, reject) => {
    const probe = createServer().on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() =>
        typeof address === 'object' && address ? resolve(address.port) : reject(new Error('No port.')),
      );
    });
  });
