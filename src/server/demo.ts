import { fork, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { parseArgs } from 'node:util';

/*
 * `./gavirn demo`: the server and the stand-ins as two processes of their own, one address, and a clean stop. The stand-ins take the
 * next port, or any that is free.
 */

const { values } = parseArgs({
  options: {
    port: { type: 'string', default: '4600' },
    data: { type: 'string', default: '.gavirn' },
    log: { type: 'string', default: 'warn' },
  },
});
const port = Number(values.port);
if (!Number.isInteger(port) || port < 1 || port > 65_534) {
  process.stderr.write(`"${values.port}" is not a port. A port is a number from 1 to 65534.\n`);
  process.exit(1);
}

const children: ChildProcess[] = [];
let stopping = false;

function stop(code: number): void {
  if (stopping) return;
  stopping = true;
  let running = children.filter(({ exitCode }) => exitCode === null).length;
  if (running === 0) process.exit(code);
  for (const child of children) {
    child.once('exit', () => {
      running -= 1;
      if (running === 0) process.exit(code);
    });
    child.kill('SIGTERM');
  }
}

/** Starts a process and resolves when it listens; when it ends by itself, all ends. */
function start(file: string, args: string[]): Promise<void> {
  const child = fork(join('dist/programs', file), args, {
    execArgv: ['--enable-source-maps'],
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  children.push(child);
  child.on('exit', (code) => stop(code ?? 1));
  return new Promise((resolve) => child.once('message', () => resolve()));
}

const isFree = (candidate: number): Promise<boolean> =>
  new Promise((resolve) => {
    const probe = createServer()
      .once('error', () => resolve(false))
      .once('listening', () => probe.close(() => resolve(true)));
    probe.listen(candidate, '0.0.0.0');
  });

async function main(): Promise<void> {
  process.on('SIGINT', () => stop(0));
  process.on('SIGTERM', () => stop(0));
  if (!(await isFree(port))) {
    process.stderr.write(
      `Port ${port} is taken by another program. Choose another one: ./gavirn demo --port ${port + 100}\n`,
    );
    process.exit(1);
  }
  let standins = port + 1;
  while (!(await isFree(standins))) standins += 1;
  await Promise.all([
    start('standins.mjs', ['--port', String(standins)]),
    start('server.mjs', [
      '--port',
      String(port),
      '--standins',
      `http://127.0.0.1:${standins}`,
      '--data',
      values.data,
      '--log',
      values.log,
      '--demo',
      '--private',
    ]),
  ]);
  process.stdout.write(`Gavirn is at http://localhost:${port}\n`);
}

void main();
