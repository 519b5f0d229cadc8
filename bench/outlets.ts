import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readStream } from '@/client/stream';
import { freePort } from '../e2e/free-port';
import { KEY, Platform, publish, started } from './one-goal';

const OUTLETS = 1000;
const PER_SECOND = 15;
const SECONDS = 10;
/** Of a Linux kernel's CPU times, one a second (sysconf(_SC_CLK_TCK)). */
const TICKS = 100;

/** CPU time that a process has taken, s (proc(5): utime and stime, fields 14 and 15 of stat). */
function cpuOf({ pid }: ChildProcess): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]?.split(' ') ?? [];
  return (Number(fields[11]) + Number(fields[12])) / TICKS;
}

/** Memory that a process has in use, kB (proc(5): VmRSS). */
const memoryOf = ({ pid }: ChildProcess): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]);

const rest = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** Opens as many streams; what comes is counted by the first, in bytes and in messages. */
async function listen(
  port: number,
  path: string,
): Promise<{ heard: { bytes: number; messages: number }; sockets: Socket[] }> {
  const heard = { bytes: 0, messages: 0 };
  const sockets: Socket[] = [];
  for (let n = 0; n < OUTLETS; n += 1) {
    const socket = connect(port, '127.0.0.1');
    sockets.push(socket);
    await new Promise<void>((resolve) => socket.once('connect', resolve));
    socket.write(`GET ${path} HTTP/1.1\r\nHost: 127.0.0.1\r\nAccept: text/event-stream\r\n\r\n`);
    if (n > 0) socket.resume();
    else
      socket.on('data', (part) => {
        heard.bytes += part.length;
        heard.messages += part.toString('latin1').split('event: change').length - 1;
      });
  }
  await rest(2000);
  return { heard, sockets };
}

/** A server that does nothing else than write so many bytes to each stream; run as text, in a process of its own. */
const BARE = `
  const streams = new Set();
  const [bytes, perSecond] = process.argv.slice(1).map(Number);
  const text = 'x'.repeat(bytes);
  const server = require('node:http').createServer((req, res) => {
    res.writeHead(200, { 'content-type': 'text/event-stream' });
    res.flushHeaders();
    streams.add(res);
  });
  server.listen(0, '127.0.0.1', () => process.send(server.address().port));
  setInterval(() => { for (const stream of streams) stream.write(text); }, 1000 / perSecond);
`;

function bare(bytes: number): Promise<{ child: ChildProcess; port: number }> {
  const child = spawn(process.execPath, ['-e', BARE, String(bytes), String(PER_SECOND)], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  return new Promise((resolve) => child.once('message', (port) => resolve({ child, port: Number(port) })));
}

/** How long it takes from SIGTERM to the first change that an open outlet hears from the program started next, ms; changes go on meanwhile. */
export async function benchRestart(): Promise<string[]> {
  const platform = new Platform();
  const source = await platform.open();
  const data = mkdtempSync(join(tmpdir(), 'gavirn-bench-'));
  const port = await freePort();
  const start = (): Promise<ChildProcess> =>
    started(['--port', String(port), '--standins', source, '--data', data, '--log', 'warn']);
  let server = await start();
  await publish(port);
  const heard: { event: string; at: number }[] = [];
  const stop = readStream(`http://127.0.0.1:${port}/o/${KEY}/stream`, {
    onMessage: (event) => heard.push({ event, at: performance.now() }),
    onLost: () => undefined,
  });
  await rest(1500);
  const times: number[] = [];
  const sending = platform.send(PER_SECOND, 5 * RESTARTS);
  for (let n = 0; n < RESTARTS; n += 1) {
    await rest(1500);
    heard.length = 0;
    const asked = performance.now();
    await endOf(server);
    server = await start();
    // The whole view first, then what has changed since.
    const first = await until(() => {
      const view = heard.findIndex(({ event, at }) => event === 'view' && at > asked);
      return view < 0 ? undefined : heard.slice(view).find(({ event }) => event === 'change')?.at;
    });
    times.push(first - asked);
  }
  const bareTimes: number[] = [];
  for (let n = 0; n < RESTARTS; n += 1) {
    const { child } = await bare(1);
    const asked = performance.now();
    await endOf(child);
    const again = await bare(1);
    bareTimes.push(performance.now() - asked);
    again.child.kill();
  }
  stop();
  await sending;
  await endOf(server);
  platform.close();
  rmSync(data, { recursive: true, force: true });
  return [
    `SIGTERM → first change from the program started next: median ${median(times).toFixed(0)} ms`,
    `a program that does nothing but listen, ended and started: ${median(bareTimes).toFixed(0)} ms; ratio ${(median(times) / median(bareTimes)).toFixed(1)}`,
  ];
}

const RESTARTS = 5;
const median = (times: number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;

function endOf(child: ChildProcess): Promise<void> {
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  child.kill('SIGTERM');
  return ended;
}

async function until(read: () => number | undefined): Promise<number> {
  for (;;) {
    const value = read();
    if (value !== undefined) return value;
    await rest(5);
  }
}

/** Many outlets of one show at once: the server's CPU over what the changes take without them, beside a bare server that writes the same. */
export async function benchOutlets(): Promise<string[]> {
  const platform = new Platform();
  const source = await platform.open();
  const data = mkdtempSync(join(tmpdir(), 'gavirn-bench-'));
  const port = await freePort();
  const server = await started(['--port', String(port), '--standins', source, '--data', data, '--log', 'warn']);
  const changes = async (): Promise<number> => {
    const before = cpuOf(server);
    await platform.send(PER_SECOND, SECONDS);
    await rest(500);
    return cpuOf(server) - before;
  };
  try {
    await publish(port);
    await rest(1500);
    // Once for the compiler.
    await changes();
    const alone = await changes();
    const memoryBefore = memoryOf(server);
    const { heard, sockets } = await listen(port, `/o/${KEY}/stream`);
    const each = (memoryOf(server) - memoryBefore) / OUTLETS;
    await changes();
    Object.assign(heard, { bytes: 0, messages: 0 });
    const together = await changes();
    for (const socket of sockets) socket.destroy();
    const baseline = await bareCpu(Math.round(heard.bytes / heard.messages));
    return [
      `${OUTLETS} outlets of one show, ${(heard.messages / SECONDS).toFixed(1)} changes a second of ${Math.round(heard.bytes / heard.messages)} bytes: ${(((together - alone) / SECONDS) * 100).toFixed(0)} % of a processor more than without them`,
      `a bare server that writes the same bytes as often: ${((baseline / SECONDS) * 100).toFixed(0)} %; ratio ${((together - alone) / baseline).toFixed(2)}`,
      `memory for each open outlet: ${each.toFixed(1)} kB`,
    ];
  } finally {
    server.kill('SIGTERM');
    platform.close();
    rmSync(data, { recursive: true, force: true });
  }
}

async function bareCpu(bytes: number): Promise<number> {
  const { child, port } = await bare(bytes);
  const { sockets } = await listen(port, '/');
  await rest(SECONDS * 1000);
  const before = cpuOf(child);
  await rest(SECONDS * 1000);
  const took = cpuOf(child) - before;
  for (const socket of sockets) socket.destroy();
  child.kill('SIGTERM');
  return took;
}
