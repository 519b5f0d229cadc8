import { spawn, type ChildProcess } from 'node:child_process';
import { createClient } from 'redis';
import { freePort } from '../e2e/free-port';

/* A Redis of Debian's package, started for a comparison and ended with it; it keeps nothing. */

const connecting = (port: number) =>
  createClient({
    url: `redis://127.0.0.1:${port}`,
    socket: { reconnectStrategy: (tries) => (tries < 100 ? 50 : new Error('Redis did not come up.')) },
  });

export interface Redis {
  client: ReturnType<typeof connecting>;
  stop: () => Promise<void>;
}

/** Starts one and connects to it. */
export async function startRedis(): Promise<Redis> {
  const port = await freePort();
  const server: ChildProcess = spawn(
    'redis-server',
    ['--port', String(port), '--bind', '127.0.0.1', '--save', '', '--appendonly', 'no'],
    { stdio: 'ignore' },
  );
  const failed = new Promise<never>((_resolve, reject) =>
    server.once('error', () => reject(new Error('redis-server is not installed (Debian’s package redis-server).'))),
  );
  const client = connecting(port);
  client.on('error', () => undefined);
  await Promise.race([client.connect(), failed]);
  return {
    client,
    stop: async () => {
      client.destroy();
      server.kill('SIGTERM');
      await new Promise((resolve) => server.once('exit', resolve));
    },
  };
}
