import type { Feed } from '@/core/platform/feed';
import { createParser, type EventSourceParser } from 'eventsource-parser';
import { HealthKeeper } from '@/core/desk/feed-health';
import type { Reading } from '@/core/intake/received';
import { readBrindle } from '@/core/platform/brindle';
import { readOxbowChat, readOxbowHook } from '@/core/platform/oxbow';
import { readTarn } from '@/core/platform/tarn';
import type { Show } from '@/core/show/show';
import { Crowd } from '@/server/standins/brindle/crowd';
import { Room } from '@/server/standins/brindle/room';
import { PEOPLE } from '@/server/standins/crowd/people';
import { OxbowChannel } from '@/server/standins/oxbow/channel';
import { oxbowStep } from '@/server/standins/oxbow/crowd';
import { TarnRoom } from '@/server/standins/tarn/room';
import type { FeedClient } from '@/server/feed/client';
import type { Connection } from './connections';
import { everywhere } from '@/server/feed/outward';
import { SteadyClock } from './clock';
import { journalsIn } from '@/server/embedded/journals-in-folder';
import { LiveShow } from './live-show';
import { takeSnapshot } from '@/server/embedded/snapshot';
import type { Runtime } from '@/server/runtime/runtime';
import { english } from '@/core/words/phrase';

const base = { handle: 'h', on: false, rate: { coin: 0, kept: 0 }, admitted: [] };
export const FEEDS: Feed[] = [
  { ...base, id: 'b', platform: 'brindle' },
  { ...base, id: 'o', platform: 'oxbow', helper: '' },
  { ...base, id: 't', platform: 'tarn' },
];

/** The private parts that a process's sudden end is played with. */
interface Inside {
  hearing: { hear: (connection: Connection, reading: Reading, raw: string, position?: string) => void };
  runtime: Pick<Runtime, 'positions'>;
  journal: {
    number: number;
    bytes: number;
    parts: { waiting: string[]; file: { close: () => Promise<void> } | null }[];
    stopTimer: (() => void) | null;
    writing: Promise<void> | null;
    flush: () => Promise<boolean>;
  };
  streakTimer: ReturnType<typeof setInterval>;
  ticks: { stop: () => void };
}

/** The process's sudden end: what is not on the disk yet is gone, and nothing goes on. */
export async function pullPlug(live: LiveShow): Promise<void> {
  const { journal, streakTimer, ticks } = live as unknown as Inside;
  live.connections.stop();
  // What is being written just now may still come to its end.
  await journal.writing;
  for (const { waiting, file } of journal.parts) {
    waiting.length = 0;
    await file?.close().catch(() => undefined);
  }
  journal.stopTimer?.();
  clearInterval(streakTimer);
  ticks.stop();
}

export interface DaySetup {
  folder: string;
  random: () => number;
  show: Show;
  /** Where the platforms' clock begins, ms. */
  now: number;
  /** The server's clock is the same, and not the machine's. */
  own?: boolean;
}

/**
 * Three platforms at once and the server that hears them, for tests: connections are cut, messages repeated and reordered, pages asked for
 * again, and the server killed over and over. The wires are replaced by calls; all else is the real thing.
 */
export class Day {
  live: LiveShow;
  private readonly connections = new Map<string, Connection>();
  readonly brindle: Room;
  readonly oxbow: OxbowChannel;
  readonly tarn: TarnRoom;
  private readonly crowd: Crowd;
  private hooks: { id: string; body: string }[] = [];
  private leaveBrindle: (() => void) | null = null;
  private leaveChat: (() => void) | null = null;
  private lastEventId: string | undefined;
  private tarnLast: { state: string; watching: number | null } | null = null;

  readonly random: () => number;
  /** Where the platforms' clock stands, ms. */
  now: number;

  constructor(private readonly setup: DaySetup) {
    const { random } = setup;
    this.random = random;
    this.now = setup.now;
    const clock = (): number => (this.now += 3);
    this.brindle = new Room('h', clock, random);
    this.oxbow = new OxbowChannel('h', clock, random);
    this.tarn = new TarnRoom('h', clock, random);
    this.crowd = new Crowd(this.brindle, random);
    let serial = 0;
    this.oxbow.hooks.send = (body, id = `msg_${(serial += 1)}`) => {
      this.hooks.push({ id, body });
      return id;
    };
    this.live = this.start();
  }

  get state() {
    return this.live.state;
  }

  private get inside(): Inside {
    return this.live as unknown as Inside;
  }

  private start(): LiveShow {
    this.connections.clear();
    for (const feed of FEEDS) {
      const client: Pick<FeedClient, 'room' | 'setRoom'> & { room: 'live' | 'off' | null } = {
        room: null,
        setRoom: (live) => void (client.room = live ? 'live' : 'off'),
      };
      this.connections.set(feed.id, { feed, client: client as FeedClient, keeper: new HealthKeeper(0), raw: [] });
    }
    const live = new LiveShow(this.setup.show, journalsIn(this.setup.folder), {
      addresses: { brindle: '', oxbow: '', tarn: '' },
      outward: everywhere,
      asks: () => null,
      secrets: () => ({ inbox: '' }),
      inbox: () => '',
      recording: () => Promise.resolve(null),
      ...(this.setup.own
        ? {
            clock: new SteadyClock(
              () => this.now,
              () => this.now,
            ),
          }
        : {}),
    });
    // The feeds are off, so that nothing is connected for real: whether one is live is played here too.
    Object.defineProperty(live.connections, 'anyLive', {
      get: () => [...this.connections.values()].some(({ client }) => client?.room === 'live'),
    });
    return live;
  }

  private hear(feed: string, reading: Reading, raw: string, position?: string): void {
    const connection = this.connections.get(feed);
    if (connection) this.inside.hearing.hear(connection, reading, raw, position);
  }

  /** As a power cut does it: what was not on the disk yet is gone, and every connection with it. */
  async kill(): Promise<void> {
    const { journal } = this.inside;
    await pullPlug(this.live);
    this.cutBrindle();
    this.cutChat();
    // Every third time a snapshot had just been taken.
    if (this.random() < 1 / 3) takeSnapshot(this.setup.folder, journal.number, journal.bytes);
    this.live = this.start();
    this.lastEventId = this.inside.runtime.positions.get('b');
    this.tarnLast = null;
  }

  async flush(): Promise<void> {
    await this.inside.journal.flush();
  }

  cutBrindle(): void {
    this.leaveBrindle?.();
    this.leaveBrindle = null;
  }

  connectBrindle(): void {
    if (this.leaveBrindle) return;
    const parser: EventSourceParser = createParser({
      onEvent: ({ event, data, id }) => {
        this.lastEventId = id ?? this.lastEventId;
        this.hear(
          'b',
          readBrindle(
            { event: event ?? 'message', data, id: this.lastEventId ?? '' },
            { feed: 'b', seenAt: (this.now += 1) },
          ),
          data,
          this.lastEventId,
        );
      },
    });
    const send = (text: string): void => parser.feed(text);
    const close = (): void => undefined;
    this.leaveBrindle = () => this.brindle.leave(send, close);
    send(this.brindle.join(this.lastEventId, send, close));
  }

  cutChat(): void {
    this.leaveChat?.();
    this.leaveChat = null;
  }

  connectChat(): void {
    this.leaveChat ??= this.oxbow.join((line) => {
      const reading = readOxbowChat(line, { feed: 'o', seenAt: (this.now += 1) });
      if (reading) this.hear('o', reading, line);
    });
  }

  /** Delivers waiting webhooks in any order; only what is on the disk is acknowledged. `lost`: the answer does not reach the platform. */
  async deliver(lost: boolean): Promise<void> {
    const batch = [...this.hooks].sort(() => this.random() - 0.5);
    for (const hook of batch) this.hear('o', readOxbowHook(hook, { feed: 'o', seenAt: (this.now += 1) }), hook.body);
    if (lost) return;
    await this.flush();
    this.hooks = this.hooks.filter((hook) => !batch.includes(hook));
  }

  /** Asks for pages until there is nothing new; `again` asks from where it was left before the last one. */
  poll(again: boolean): void {
    const cursor = this.inside.runtime.positions.get('t') ?? 'latest';
    for (let after = cursor, pages = 0; pages < 50; pages += 1) {
      const page = this.tarn.page(after);
      if (page.status !== 200) throw new Error('Nothing was forgotten here.');
      const read = readTarn(JSON.stringify(page.body), { feed: 't', seenAt: (this.now += 1) }, this.tarnLast);
      if (!read.ok) throw new Error(english(read.reason));
      read.readings.forEach(({ reading, raw }, n) =>
        this.hear('t', reading, raw, n === read.readings.length - 1 ? read.next : undefined),
      );
      if (again) return;
      this.tarnLast = read.room ?? null;
      if (read.next === after) return;
      after = read.next;
    }
  }

  act(): void {
    const { random } = this;
    for (let n = 0; n < 10; n += 1) this.crowd.step();
    for (let n = 0; n < 6; n += 1) oxbowStep(this.oxbow, random);
    for (let n = 0; n < 4; n += 1) {
      const user = PEOPLE[Math.floor(random() * PEOPLE.length)] ?? PEOPLE[0];
      if (!user) continue;
      if (random() < 0.4) this.tarn.comment(user, 'hello');
      else if (random() < 0.3) this.tarn.sticker(user, 'Reed', 1_250_000, 'KWD');
      else if (random() < 0.5) this.tarn.heart(3);
      else this.tarn.followed(1);
    }
  }

  finish(): void {
    this.crowd.finish();
    this.oxbow.flushHeld();
    this.tarn.flushHeld();
  }

  close(): Promise<void> {
    return this.live.close();
  }
}
