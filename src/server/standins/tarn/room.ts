import { randomUUID } from 'node:crypto';
import { microsToMinor } from '@/core/event/money';
import type { Person } from '../crowd/person';
import { noPlainFaults } from '../crowd/faults';

/** How long Tarn remembers: an older cursor is answered with 410. */
const REMEMBERED_MS = 10 * 60_000;
const PAGE = 200;

/** What really happened in a room, kept by Tarn itself. */
export interface TarnLedger {
  chat: number;
  subscribe: number;
  tip: { count: number; minor: Record<string, number> };
  /** Hearts and followers that were added, whatever the counters were set to meanwhile. */
  like: number;
  follow: number;
  sent: { pages: number; repeated: number; reordered: number; malformed: number };
}

interface Item {
  seq: number;
  at: number;
  json: object | string | number | null;
}

export type TarnPageAnswer =
  { status: 200; body: { items: unknown[]; next: string; pollAfterMs: number; room: object } } | { status: 410 };

/** One streamer's room, as Tarn keeps it for those who ask. */
export class TarnRoom {
  state: 'offline' | 'live' | 'ended' = 'offline';
  public = true;
  watching = 0;
  hearts = 4120;
  followers = 318;
  pollAfterMs = 1000;
  /** Until when every answer is 503, ms. */
  downUntil = 0;
  readonly faults = noPlainFaults();
  readonly ledger: TarnLedger = {
    chat: 0,
    subscribe: 0,
    tip: { count: 0, minor: {} },
    like: 0,
    follow: 0,
    sent: { pages: 0, repeated: 0, reordered: 0, malformed: 0 },
  };
  private items: Item[] = [];
  private seq: number;
  private readonly firstSeq: number;
  private held: Item['json'] | null = null;

  /** @param now ms; cursors start from it, so that one of an earlier run is told apart */
  constructor(
    readonly handle: string,
    private readonly now: () => number,
    private readonly random: () => number,
  ) {
    this.firstSeq = now();
    this.seq = this.firstSeq;
  }

  goLive(): void {
    this.state = 'live';
  }

  end(): void {
    this.flushHeld();
    if (this.state === 'live') this.state = 'ended';
  }

  comment(user: Person, text: string): void {
    this.ledger.chat += 1;
    this.put({ type: 'comment', ...this.signed(user), text });
  }

  member(user: Person, level: number): void {
    this.ledger.subscribe += 1;
    this.put({ type: 'member', ...this.signed(user), level });
  }

  /** @returns false for what is no currency */
  sticker(user: Person, name: string, amountMicros: number, currency: string): boolean {
    const minor = microsToMinor(amountMicros, currency);
    if (minor === null) return false;
    this.ledger.tip.count += 1;
    this.ledger.tip.minor[currency] = (this.ledger.tip.minor[currency] ?? 0) + minor;
    this.put({ type: 'sticker', ...this.signed(user), name, amountMicros, currency });
    return true;
  }

  heart(count: number): void {
    this.hearts += count;
    this.ledger.like += count;
  }

  followed(count: number): void {
    this.followers += count;
    this.ledger.follow += count;
  }

  malformed(json: Item['json']): void {
    this.ledger.sent.malformed += 1;
    this.push(json);
  }

  /** Forgets everything before now, as after ten minutes. */
  forget(): void {
    this.items = [];
    this.seq += 1;
  }

  private signed({ uid, nickname, badges }: Person) {
    return {
      id: randomUUID(),
      at: new Date(this.now() + this.faults.skewMs).toISOString(),
      author: {
        channelId: uid,
        name: nickname,
        isModerator: badges.includes('moderator'),
        isMember: badges.includes('subscriber'),
      },
    };
  }

  private put(json: object): void {
    const { random, faults } = this;
    if (random() < faults.malformed) this.malformed(pickHalf(random));
    if (this.held === null && random() < faults.reorder) {
      this.held = json;
      this.ledger.sent.reordered += 1;
      return;
    }
    this.push(json);
    if (random() < faults.repeat) {
      this.ledger.sent.repeated += 1;
      this.push(json);
    }
    this.flushHeld();
  }

  private push(json: Item['json']): void {
    this.seq += 1;
    this.items.push({ seq: this.seq, at: this.now(), json });
    if (this.items.length % 512 === 0) {
      const since = this.now() - REMEMBERED_MS;
      this.items = this.items.filter(({ at }) => at >= since);
    }
  }

  flushHeld(): void {
    const { held } = this;
    this.held = null;
    if (held !== null) this.push(held);
  }

  /** One page after a cursor; "latest" begins behind everything there is. */
  page(after: string): TarnPageAnswer {
    const since = this.now() - REMEMBERED_MS;
    const first = this.items.find(({ at }) => at >= since)?.seq ?? this.seq + 1;
    const from = after === 'latest' ? this.seq : /^c\d{1,16}$/.test(after) ? Number(after.slice(1)) : NaN;
    if (!(from >= first - 1 && from <= this.seq)) return { status: 410 };
    const items = this.items.filter(({ seq }) => seq > from).slice(0, PAGE);
    const last = items.at(-1)?.seq ?? from;
    this.ledger.sent.pages += 1;
    return {
      status: 200,
      body: {
        items: items.map(({ json }) => json),
        next: `c${last}`,
        pollAfterMs: last < this.seq ? Math.min(200, this.pollAfterMs) : this.pollAfterMs,
        room: { state: this.state, watching: this.watching, hearts: this.hearts, followers: this.followers },
      },
    };
  }
}

const HALVES: readonly Item['json'][] = [
  null,
  7,
  'half',
  {},
  { type: 'sticker', id: 'x' },
  { type: 'unheard-of', id: 'y', at: '2026-11-19T19:00:00Z', author: { channelId: 'u1' } },
];
const pickHalf = (random: () => number): Item['json'] => HALVES[Math.floor(random() * HALVES.length)] ?? null;
