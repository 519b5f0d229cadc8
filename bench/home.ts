import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector } from 'yjs';
import { changesBetween } from '@/core/home/changes';
import { readHome, writeChanges, writeNewHome } from '@/core/home/home-doc';
import { writeKeysDoc } from '@/core/home/keys-doc';
import { SHOW_VERSION, type Show } from '@/core/show/show';
import { newCue, starterShow } from '@/core/show/starter';
import { everywhere } from '@/server/feed/outward';
import { doorsIn } from '@/server/embedded/doors';
import { gavirnServer } from '@/server/http/server';

const HOME = 'bench';
const KEYS = ['bench-key-0123456789', 'other-key-0123456789'] as const;
const CHANGES = 200;
const IDLE = 200;
const NOWHERE = 'http://127.0.0.1:9';

const base64 = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64');
const bytesOf = (text: string): Uint8Array => new Uint8Array(Buffer.from(text, 'base64'));

/** A show as large as they come: 100 pieces, 200 cues. */
function large(): Show {
  const show = starterShow(HOME);
  const [piece] = show.pieces;
  return {
    ...show,
    pieces: Array.from({ length: 100 }, (_, n) => ({ ...piece!, id: `p${n}`, name: `Piece ${n}` })),
    cues: Array.from({ length: 200 }, (_, n) =>
      newCue(`c${n}`, { kind: 'follow' }, [
        { kind: 'show', spotlight: 'p0', words: `Thank you, {viewer} ${n}`, seconds: 4 },
      ]),
    ),
  };
}

/** A device: its copy of the home, as a browser keeps it. */
class Device {
  readonly home = new Doc();
  private readonly keys = new Doc();
  private known: Uint8Array | null = null;
  sent = 0;

  constructor(
    private readonly address: string,
    private readonly key: string,
  ) {}

  begin(show: Show): Promise<void> {
    writeNewHome(this.home, show, 'first');
    writeKeysDoc(this.keys, { outlets: { main: 'outlet-key-0123456789' }, feeds: {} });
    return this.step(true);
  }

  ask(path: string, body?: unknown): Promise<Response> {
    return fetch(this.address + path, {
      method: body === undefined ? 'GET' : 'POST',
      headers: { authorization: `Bearer ${this.key}`, 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  }

  async step(changed: boolean): Promise<void> {
    const update = changed ? encodeStateAsUpdate(this.home, this.known ?? undefined) : null;
    this.sent = update?.length ?? 0;
    const having = (doc: Doc, own: Uint8Array | null) => ({
      vector: base64(encodeStateVector(doc)),
      update: own && base64(own),
    });
    const keys = having(this.keys, this.known || !changed ? null : encodeStateAsUpdate(this.keys));
    const answer = await this.ask(`/api/shows/${HOME}/step`, {
      version: SHOW_VERSION,
      home: having(this.home, update),
      keys,
    });
    const { home } = (await answer.json()) as { home: { update: string; vector: string } };
    applyUpdate(this.home, bytesOf(home.update));
    this.known = bytesOf(home.vector);
  }

  get name(): unknown {
    return (this.home.getMap('shows').toJSON() as { first?: { name?: string } }).first?.name;
  }

  rename(name: string): void {
    const read = readHome(this.home, HOME);
    if (!read.ok) return;
    const next = { ...read.show, name };
    writeChanges(this.home, changesBetween(read.show, next), next);
  }

  /** Steps whenever the desk says that there is something; calls back when it has. */
  async follow(stepped: () => void, until: AbortSignal): Promise<void> {
    const response = await fetch(`${this.address}/api/shows/${HOME}/desk`, {
      headers: { authorization: `Bearer ${this.key}` },
      signal: until,
    });
    const decoder = new TextDecoder();
    const read = async (): Promise<void> => {
      for await (const part of response.body ?? []) {
        if (!decoder.decode(part as Uint8Array, { stream: true }).includes('"step":')) continue;
        await this.step(false);
        stepped();
      }
    };
    // It ends with the signal.
    void read().catch(() => undefined);
  }
}

const at = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;

/** Bytes of the heap for each of so many streams that nothing happens on. */
async function perStream(address: string, path: string, key: string): Promise<number> {
  const collect = async (): Promise<number> => {
    // What was closed before is let go of a little later.
    for (let times = 0; times < 3; times += 1) {
      await new Promise((resolve) => setTimeout(resolve, 300));
      globalThis.gc?.();
    }
    return process.memoryUsage().heapUsed;
  };
  const end = new AbortController();
  const before = await collect();
  const open = await Promise.all(
    Array.from({ length: IDLE }, () =>
      fetch(address + path, { headers: { authorization: `Bearer ${key}` }, signal: end.signal }),
    ),
  );
  const after = await collect();
  end.abort();
  return open.every(({ ok }) => ok) ? (after - before) / IDLE : NaN;
}

/** Several devices of one home: how soon a change is on another, what it weighs, what an idle device takes. */
export async function benchHome(): Promise<string[]> {
  const data = mkdtempSync(join(tmpdir(), 'gavirn-bench-'));
  const { server, close } = gavirnServer({
    doors: doorsIn(data),
    built: join(process.cwd(), 'dist'),
    addresses: { brindle: NOWHERE, oxbow: NOWHERE, tarn: NOWHERE },
    self: NOWHERE,
    outward: everywhere,
    standins: null,
    demo: null,
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const bare = createServer(
    (_req, res) => void res.writeHead(200, { 'content-type': 'text/event-stream' }).write(': \n\n'),
  );
  await new Promise<void>((resolve) => bare.listen(0, '127.0.0.1', resolve));
  const end = new AbortController();
  try {
    const [phone, laptop] = [new Device(address, KEYS[0]), new Device(address, KEYS[1])];
    const show = large();
    await phone.begin(show);
    const invited = (await (await phone.ask(`/api/shows/${HOME}/devices/codes`, { right: 'everything' })).json()) as {
      code: string;
    };
    await phone.ask('/api/join', { code: invited.code, name: 'Laptop', key: KEYS[1] });
    let heard: () => void = () => undefined;
    await laptop.follow(() => heard(), end.signal);
    const [seen, trips]: [number[], number[]] = [[], []];
    let sent = 0;
    for (let n = 0; n < CHANGES; n += 1) {
      const asked = performance.now();
      await (await fetch(`${address}/api/config`)).arrayBuffer();
      trips.push(performance.now() - asked);
      const begun = performance.now();
      const arrived = new Promise<void>((resolve) => {
        heard = () => {
          if (laptop.name === `Name ${n}`) resolve();
        };
      });
      phone.rename(`Name ${n}`);
      await phone.step(true);
      sent += phone.sent;
      await arrived;
      seen.push(performance.now() - begun);
      // Requests of one address are limited.
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    for (const list of [seen, trips]) list.sort((a, b) => a - b);
    const whole = JSON.stringify(show).length;
    end.abort();
    const idle = await perStream(address, `/api/shows/${HOME}/desk`, KEYS[0]);
    const plain = await perStream(`http://127.0.0.1:${(bare.address() as AddressInfo).port}`, '/', '');
    return [
      `home: a change on one device is on another after ${at(seen, 0.5).toFixed(1)} ms (median), ${at(seen, 0.99).toFixed(1)} ms (p99): ${(at(seen, 0.5) / at(trips, 0.5)).toFixed(1)} and ${(at(seen, 0.99) / at(trips, 0.99)).toFixed(1)} times a bare request to the same server; a browser gathers edits for 150 ms before`,
      `home: one change of a show with 100 pieces and 200 cues takes ${Math.round(sent / CHANGES)} bytes, ${(whole / (sent / CHANGES)).toFixed(0)} times less than the show`,
      `home: an idle device takes ${(idle / 1024).toFixed(1)} KiB (both ends in one process), ${(idle / plain).toFixed(2)} times a bare event stream`,
    ];
  } finally {
    end.abort();
    bare.closeAllConnections();
    bare.close();
    await close();
    rmSync(data, { recursive: true, force: true });
  }
}
