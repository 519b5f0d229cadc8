import { fork, type ChildProcess } from 'node:child_process';
import { createServer, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { starterShow } from '@/core/show/starter';

/* A show with one goal that counts follows, a platform that sends them, and the server that runs it: what a change costs on its way. */

export const KEY = 'bench-key-0123456789';

/** The platform: Brindle's wire format, sent from here so that the moment of sending is known. */
export class Platform {
  private readonly listeners = new Set<ServerResponse>();
  private sent = 0;
  private readonly server = createServer((req, res) => {
    if (req.url === '/bare')
      return void res.writeHead(200, { 'content-type': 'text/html' }).end('<!doctype html><title>bare</title>');
    res.writeHead(200, { 'content-type': 'text/event-stream', 'access-control-allow-origin': '*' });
    res.write('event: room\nid: 1\ndata: {"state":"live","roomId":"r","startedAt":null}\n\n');
    res.on('close', () => this.listeners.delete(res));
    this.listeners.add(res);
  });

  async open(): Promise<string> {
    await new Promise<void>((resolve) => this.server.listen(0, '127.0.0.1', resolve));
    return `http://127.0.0.1:${(this.server.address() as AddressInfo).port}`;
  }

  /** Sends follows at the rate for so many seconds. @returns when each was sent, ms of the page's clock, from the first on at place 1 */
  send(perSecond: number, seconds: number): Promise<number[]> {
    const sentAt: number[] = [0];
    const from = this.sent;
    this.sent += perSecond * seconds;
    return new Promise((resolve) => {
      const begun = performance.now();
      const timer = setInterval(() => {
        while (sentAt.length - 1 < Math.min(((performance.now() - begun) / 1000) * perSecond, perSecond * seconds)) {
          const n = sentAt.length;
          sentAt.push(performance.timeOrigin + performance.now());
          const message = {
            msgId: `m${from + n}`,
            at: new Date().toISOString(),
            user: { uid: `u${from + n}`, handle: 'v', nickname: `Viewer ${n}`, badges: [] },
          };
          for (const listener of this.listeners)
            listener.write(`event: follow\nid: ${from + n + 1}\ndata: ${JSON.stringify(message)}\n\n`);
        }
        if (sentAt.length - 1 >= perSecond * seconds) {
          clearInterval(timer);
          resolve(sentAt);
        }
      }, 2);
    });
  }

  close(): void {
    this.server.closeAllConnections();
    this.server.close();
  }
}

/** A show with one goal that counts follows, on the outlet `KEY`. */
export async function publish(port: number): Promise<void> {
  const goals = [
    { id: 'first-goal', name: 'n', measure: 'follows' as const, target: 1e9, onReach: { kind: 'stay' as const } },
  ];
  await fetch(`http://127.0.0.1:${port}/api/shows/bench`, {
    method: 'PUT',
    headers: { authorization: `Bearer ${KEY}`, 'content-type': 'application/json' },
    body: JSON.stringify({
      show: {
        ...starterShow('bench'),
        cues: [],
        goals,
        feeds: [{ id: 'f', platform: 'brindle', handle: 'bench', on: true }],
      },
      outletKeys: { main: KEY },
    }),
  });
}

export function started(args: string[]): Promise<ChildProcess> {
  const child = fork('dist/programs/server.mjs', args);
  return new Promise((resolve) => child.once('message', () => resolve(child)));
}
