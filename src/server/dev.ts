import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:http';
import { parseArgs } from 'node:util';
import express from 'express';
import { createProxyMiddleware } from 'http-proxy-middleware';

/*
 * `npm run dev`: the server and the stand-ins, started anew when one of their files changes, and the app with reloading, at one address.
 * The outlet's and the stand-ins' pages are built once: `npm run build -- --only outlet standins` builds them again.
 */

const { values } = parseArgs({ options: { port: { type: 'string', default: '4600' } } });
const port = Number(values.port);
const [server, standins, app] = [port + 1, port + 2, port + 3];

/** What the server answers; all else is the app's. */
const SERVED = ['/api', '/in', '/o', '/outlet', '/standins', '/demo', '/emoji', '/fonts', '/sounds', '/samples'];

const children: ChildProcess[] = [];

function run(command: string, args: readonly string[], env: NodeJS.ProcessEnv = process.env): ChildProcess {
  const child = spawn(command, args, { stdio: ['ignore', 'inherit', 'inherit'], env });
  children.push(child);
  return child;
}

const ended = (child: ChildProcess): Promise<number> =>
  new Promise((resolve) => child.once('exit', (code) => resolve(code ?? 1)));

function stop(code: number): void {
  for (const child of children) child.kill('SIGTERM');
  process.exit(code);
}

async function main(): Promise<void> {
  process.on('SIGINT', () => stop(0));
  process.on('SIGTERM', () => stop(0));
  const built = run('node', [
    '--import',
    'tsx',
    'src/server/build/index.ts',
    '--only',
    'outlet',
    'standins',
    'programs',
  ]);
  if ((await ended(built)) !== 0) return stop(1);
  const watch = ['tsx', 'watch', '--clear-screen=false'];
  run('npx', [...watch, 'src/server/standins/main.ts', '--port', String(standins)]);
  run('npx', [
    ...[...watch, 'src/server/main.ts', '--port', String(server), '--standins', `http://127.0.0.1:${standins}`],
    ...['--public', `http://127.0.0.1:${port}`, '--data', '.gavirn-dev', '--log', 'warn', '--demo', '--private'],
  ]);
  // In what it takes for a build machine, Expo does not reload.
  const env = Object.fromEntries(Object.entries(process.env).filter(([name]) => name !== 'CI')) as NodeJS.ProcessEnv;
  run('npx', ['expo', 'start', '--web', '--port', String(app)], {
    ...env,
    EXPO_NO_TELEMETRY: '1',
    EXPO_OFFLINE: '1',
    // The project's tsconfig.json is its own.
    EXPO_NO_TYPESCRIPT_SETUP: '1',
  });
  const front = express();
  const isServed = (path: string): boolean => SERVED.some((start) => path === start || path.startsWith(`${start}/`));
  const toServer = createProxyMiddleware({ target: `http://127.0.0.1:${server}`, ws: true, pathFilter: isServed });
  const toApp = createProxyMiddleware({
    target: `http://127.0.0.1:${app}`,
    ws: true,
    pathFilter: (path) => !isServed(path),
  });
  front.use(toServer, toApp);
  const listening = createServer(front);
  listening.on('upgrade', (request, socket, head) =>
    (isServed(request.url ?? '') ? toServer : toApp).upgrade(request, socket as never, head),
  );
  listening.listen(port, () =>
    process.stdout.write(`Gavirn is at http://127.0.0.1:${port} and follows your changes.\n`),
  );
}

void main();
