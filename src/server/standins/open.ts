import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { brindle } from './brindle/routes';
import { oxbow } from './oxbow/routes';
import { tarn } from './tarn/routes';

/** The stand-in platforms in this process, for tests: on a free port, with handles that exist. */
export class Standins {
  private constructor(
    private readonly server: Server,
    readonly address: string,
  ) {}

  static async open(handles: readonly string[], port = 0): Promise<Standins> {
    const app = express();
    const server = createServer(app);
    app.use('/standins/brindle', brindle(handles));
    app.use('/standins/oxbow', oxbow(handles, server));
    app.use('/standins/tarn', tarn(handles));
    await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
    return new Standins(server, `http://127.0.0.1:${(server.address() as AddressInfo).port}`);
  }

  get addresses() {
    return {
      brindle: `${this.address}/standins/brindle`,
      oxbow: `${this.address}/standins/oxbow`,
      tarn: `${this.address}/standins/tarn`,
    };
  }

  async act(platform: 'brindle' | 'oxbow' | 'tarn', handle: string, body: Record<string, unknown>): Promise<void> {
    const place = platform === 'tarn' ? 'tarn/v1/rooms' : `${platform}/live`;
    const answer = await fetch(`${this.address}/standins/${place}/${handle}/act`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${platform} refused ${JSON.stringify(body)}: ${await answer.text()}`);
    await answer.body?.cancel();
  }

  async ledger<L>(platform: 'brindle' | 'oxbow' | 'tarn', handle: string): Promise<L> {
    return ((await (await fetch(`${this.address}/standins/${platform}/ledger`)).json()) as Record<string, L>)[
      handle
    ] as L;
  }

  async close(): Promise<void> {
    this.server.closeAllConnections();
    await new Promise((resolve) => this.server.close(resolve));
  }
}

/** After this something is not late but wrong, also on a machine that is shared with others. */
const PATIENCE_MS = 60_000;

/** Waits until `read` gives what is wanted; says what it gave last. */
export async function until<T>(read: () => T | Promise<T>, wanted: (value: T) => boolean): Promise<T> {
  for (const end = Date.now() + PATIENCE_MS; ;) {
    const value = await read();
    if (wanted(value)) return value;
    if (Date.now() > end)
      throw new Error(`Still not so after ${PATIENCE_MS} ms: ${JSON.stringify(value)?.slice(0, 400)}`);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
}
