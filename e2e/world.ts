import { fork, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Ledger } from '@/server/standins/brindle/ledger';
import { launchChromium } from './chromium';
import { freePort } from './free-port';
import type { Browser, BrowserContext, BrowserContextOptions, Page } from 'playwright-core';

export const NETWORK_NAME = 'gavirn.test';
/** As a compositor's browser is set up: nobody touches it. And a camera that shows a test picture. */
const SWITCHES = [
  '--autoplay-policy=no-user-gesture-required',
  '--use-fake-device-for-media-stream',
  '--use-fake-ui-for-media-stream',
  // This machine by a name that is not its own: a browser takes such a page for one of the network, which has no https.
  `--host-resolver-rules=MAP ${NETWORK_NAME} 127.0.0.1`,
];

/** Has a process take its machine's clock to be so far ahead of the true one, ms. */
const clockOff = (ms: number): string[] => [
  '--import',
  `data:text/javascript,${encodeURIComponent(`
    const True = Date;
    globalThis.Date = class extends True {
      constructor(...parts) { super(...(parts.length > 0 ? parts : [True.now() + ${ms}])); }
      static now() { return True.now() + ${ms}; }
    };`)}`,
];

function start(file: string, args: string[], clockMs = 0): Promise<ChildProcess> {
  const child = fork(`dist/programs/${file}`, args, {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    ...(clockMs === 0 ? {} : { execArgv: clockOff(clockMs) }),
  });
  return new Promise((resolve, reject) => {
    child.once('message', () => resolve(child));
    child.once('exit', (code) => reject(new Error(`${file} ended with ${code}.`)));
  });
}

const ended = (child: ChildProcess): Promise<void> =>
  new Promise((resolve) =>
    child.exitCode !== null || child.signalCode !== null ? resolve() : child.once('exit', () => resolve()),
  );

const ANSWER_MS = 120;

/** A person leaves a page once it has answered their last tap; a script would be gone before the browser has made a press of it. */
function leaveGently(page: Page): void {
  const goto = page.goto.bind(page);
  const reload = page.reload.bind(page);
  const answered = async (): Promise<void> => {
    if (page.url().startsWith('http'))
      await page.evaluate((ms) => new Promise((resolve) => setTimeout(resolve, ms)), ANSWER_MS).catch(() => undefined);
  };
  page.goto = (address, options) => answered().then(() => goto(address, options));
  page.reload = (options) => answered().then(() => reload(options));
}

interface WorldParts {
  port: number;
  standinsPort: number;
  standinsProcess: ChildProcess;
  browser: Browser;
  data: string;
  demo: boolean;
  /** More of the server's options. */
  more: readonly string[];
  /** How far the server's clock is ahead, ms. */
  clockMs: number;
}

/** Server, stand-ins and a browser of their own for one file of tests: the real processes, on free ports, with an empty folder. */
export class World {
  private server: ChildProcess | null = null;
  readonly address: string;
  readonly standins: string;
  readonly browser: Browser;
  readonly data: string;
  private constructor(private readonly parts: WorldParts) {
    this.address = `http://127.0.0.1:${parts.port}`;
    this.standins = `http://127.0.0.1:${parts.standinsPort}`;
    this.browser = parts.browser;
    this.data = parts.data;
  }

  static async open(
    options: { demo?: boolean; more?: readonly string[]; data?: string; clockMs?: number } = {},
  ): Promise<World> {
    const port = await freePort();
    const standinsPort = await freePort();
    const world = new World({
      port,
      standinsPort,
      standinsProcess: await start('standins.mjs', ['--port', String(standinsPort)]),
      browser: await launchChromium(SWITCHES),
      data: options.data ?? mkdtempSync(join(tmpdir(), 'gavirn-e2e-')),
      demo: options.demo ?? false,
      more: options.more ?? [],
      clockMs: options.clockMs ?? 0,
    });
    try {
      await world.startServer();
    } catch (error) {
      // Nobody else knows of the processes that are there already: they would go on, and the tests with them.
      await world.close();
      throw error;
    }
    return world;
  }

  async startServer(): Promise<void> {
    this.server = await start(
      'server.mjs',
      [
        '--port',
        String(this.parts.port),
        '--standins',
        this.standins,
        '--data',
        this.data,
        '--private',
        '--log',
        'warn',
        '--new-shows',
        '100000',
        ...this.parts.more,
        ...(this.parts.demo ? ['--demo'] : []),
      ],
      this.parts.clockMs,
    );
  }

  /** As a crash or a power cut does it: no warning, no clean end. */
  async killServer(): Promise<void> {
    this.server?.kill('SIGKILL');
    if (this.server) await ended(this.server);
  }

  /** As whoever runs it ends it: it is asked to, and has its time. @returns its exit code */
  async endServer(): Promise<number | null> {
    const { server } = this;
    server?.kill('SIGTERM');
    if (server) await ended(server);
    return server?.exitCode ?? null;
  }

  /** Starts another server, which is expected to end by itself: its exit code and what it says. */
  async another(args: readonly string[]): Promise<{ code: number | null; says: string }> {
    const child = fork(
      'dist/programs/server.mjs',
      ['--port', String(await freePort()), '--standins', this.standins, ...args],
      { stdio: ['ignore', 'ignore', 'pipe', 'ipc'] },
    );
    let says = '';
    child.stderr?.on('data', (part: Buffer) => (says += part.toString()));
    child.once('message', () => child.kill());
    await ended(child);
    return { code: child.exitCode, says };
  }

  /** The server without anything it knew. */
  loseData(): void {
    rmSync(this.data, { recursive: true, force: true });
  }

  /** A person's browser with nothing in it: a phone, unless said otherwise. */
  async person(options: BrowserContextOptions = {}): Promise<BrowserContext> {
    const context = await this.browser.newContext({
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
      baseURL: this.address,
      // It would fetch the whole app for each page of each test; what it does is tried in app.e2e.ts.
      serviceWorkers: 'block',
      ...options,
    });
    context.setDefaultTimeout(PATIENCE_MS);
    context.on('page', leaveGently);
    return context;
  }

  wide(): Promise<BrowserContext> {
    return this.person({ viewport: { width: 1280, height: 800 }, hasTouch: false, isMobile: false });
  }

  /** Does something in Brindle, as its streamer, its viewers or its faults do. */
  brindle(handle: string, body: Record<string, unknown>): Promise<void> {
    return this.act('brindle', handle, body);
  }

  /** The same in any of the stand-in platforms. */
  async act(platform: 'brindle' | 'oxbow' | 'tarn', handle: string, body: Record<string, unknown>): Promise<void> {
    const answer = await fetch(
      `${this.standins}/standins/${platform}/${platform === 'tarn' ? 'v1/rooms' : 'live'}/${handle}/act`,
      { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
    );
    if (!answer.ok) throw new Error(`${platform} refused: ${await answer.text()}`);
  }

  async ledger(handle: string): Promise<Ledger> {
    return ((await (await fetch(`${this.standins}/standins/brindle/ledger`)).json()) as Record<string, Ledger>)[
      handle
    ] as Ledger;
  }

  async close(): Promise<void> {
    await this.browser.close();
    for (const child of [this.server, this.parts.standinsProcess]) {
      child?.kill('SIGTERM');
      if (child) await ended(child);
    }
    this.loseData();
  }
}

export const VIEWERS = {
  ines: { uid: 'u1', handle: 'ines.barro', nickname: 'Inês', badges: [] },
  hana: { uid: 'u2', handle: 'hana_yama', nickname: '山田 はな', badges: [] },
  layla: { uid: 'u3', handle: 'layla.n', nickname: 'ليلى', badges: [] },
} as const;

/** A thumb's drag, px of the page. */
export async function dragByTouch(
  page: Page,
  from: { x: number; y: number },
  by: { x: number; y: number },
): Promise<void> {
  const client = await page.context().newCDPSession(page);
  const at = (n: number) => [{ x: from.x + (by.x * n) / 30, y: from.y + (by.y * n) / 30, id: 1 }];
  await client.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(0) });
  for (let n = 1; n <= 30; n += 1) {
    await client.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(n) });
    await page.waitForTimeout(8);
  }
  await client.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  await client.detach();
}

/** After this something is not late but wrong, also on a machine that is shared with others. */
const PATIENCE_MS = Number(process.env['PATIENCE_MS'] ?? 180_000);

/** Waits until `read` gives what is wanted; says what it gave last. */
export async function until<T>(read: () => Promise<T>, wanted: (value: T) => boolean): Promise<T> {
  const end = Date.now() + PATIENCE_MS;
  for (;;) {
    const value = await read();
    if (wanted(value)) return value;
    if (Date.now() > end)
      throw new Error(`Still not so after ${PATIENCE_MS} ms: ${JSON.stringify(value).slice(0, 600)}`);
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
}

/** What an outlet's page says is on its frame. */
export const wordsOn = (page: Page): Promise<string> => page.locator('#words').innerText();
