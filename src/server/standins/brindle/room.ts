import { randomUUID } from 'node:crypto';
import type { Person } from '../crowd/person';
import { creditViewer, newLedger, type Ledger } from './ledger';

/** Brindle's ring: how long a dropped client may stay away without losing anything. */
const RING_MS = 5 * 60_000;
/** More batches of likes a second than this and Brindle drops some; the room's total then runs ahead of what was sent. */
const LIKE_BATCHES_A_SECOND = 200;

/** The faults of a room, each a chance from 0 to 1; `skewMs` is added to every time it states. */
export interface FaultSettings {
  repeat: number;
  reorder: number;
  loseStreakEnds: number;
  malformed: number;
  skewMs: number;
}

interface Sent {
  id: number;
  sentAt: number;
  text: string;
}

const HALF_MESSAGES = [
  '{"msgId":"',
  '{"msgId":"x1","at":"yesterday","user":{}}',
  '[]',
  'null',
  '{"at":1,"user":"nobody"}',
  '"',
];

/** One streamer's room: its state, what it has sent lately, who listens, and the ledger of what happened. */
export class Room {
  state: 'offline' | 'live' | 'ended' = 'offline';
  public = true;
  roomId: string | null = null;
  startedAt: number | null = null;
  readonly ledger: Ledger = newLedger();
  readonly faults: FaultSettings = { repeat: 0, reorder: 0, loseStreakEnds: 0, malformed: 0, skewMs: 0 };
  private total = 0;
  private ring: Sent[] = [];
  private readonly firstId: number;
  private lastId: number;
  private held: { event: string; data: object } | null = null;
  private readonly listeners = new Set<(text: string) => void>();
  private readonly closers = new Set<() => void>();
  private likeBatches = { second: 0, sent: 0 };

  /** @param now ms; ids start from it, so that they go on increasing when Brindle is started again */
  constructor(
    readonly handle: string,
    private readonly now: () => number,
    private readonly random: () => number,
  ) {
    this.firstId = now();
    this.lastId = this.firstId;
  }

  /** Connects a client; returns what it must be sent first. `lastEventId` is its header of that name, if it had one. */
  join(lastEventId: string | undefined, send: (text: string) => void, close: () => void): string {
    this.listeners.add(send);
    this.closers.add(close);
    const last = lastEventId === undefined || !/^\d{1,16}$/.test(lastEventId) ? null : Number(lastEventId);
    if (last === null) return this.format(this.lastId, 'room', this.roomData());
    const known = this.ring[0]?.id ?? this.lastId + 1;
    const missed = this.ring
      .filter(({ id }) => id > last)
      .map(({ text }) => text)
      .join('');
    if (last >= known - 1) return missed;
    // Older than the ring: how many is known only if they were this process's own.
    const lost = last >= this.firstId ? known - 1 - last : null;
    return (
      this.format(known - 1, 'gap', { lost, at: this.iso() }) + this.format(known - 1, 'room', this.roomData()) + missed
    );
  }

  leave(send: (text: string) => void, close: () => void): void {
    this.listeners.delete(send);
    this.closers.delete(close);
  }

  get listening(): number {
    return this.listeners.size;
  }

  /** Cuts every connection, without a word. */
  drop(): void {
    for (const close of [...this.closers]) close();
  }

  goLive(): void {
    if (this.state === 'live') return;
    this.state = 'live';
    this.roomId = randomUUID();
    this.startedAt = this.now();
    this.total = 0;
    this.emit('room', this.roomData());
  }

  end(): void {
    if (this.state !== 'live') return;
    this.flushHeld();
    this.state = 'ended';
    this.emit('room', this.roomData());
  }

  watching(count: number): void {
    this.emit('viewers', { watching: count });
  }

  simple(event: 'follow' | 'share' | 'join', user: Person): void {
    this.ledger[event] += 1;
    this.say(event, { ...this.signed(user) });
  }

  chat(user: Person, text: string): void {
    this.ledger.chat += 1;
    this.say('chat', { ...this.signed(user), text });
  }

  subscribe(user: Person, months: number): void {
    this.ledger.subscribe += 1;
    this.say('subscribe', { ...this.signed(user), months });
  }

  like(user: Person, taps: number): void {
    this.total += taps;
    this.ledger.like.room += taps;
    const second = Math.floor(this.now() / 1000);
    if (second !== this.likeBatches.second) this.likeBatches = { second, sent: 0 };
    this.likeBatches.sent += 1;
    if (this.likeBatches.sent > LIKE_BATCHES_A_SECOND) {
      this.ledger.sent.likeBatchesDropped += 1;
      return;
    }
    this.ledger.like.viewers += taps;
    creditViewer(this.ledger, user.uid, 0, taps);
    this.say('like', { ...this.signed(user), taps, total: this.total });
  }

  /** `streak`: this step's place in a streak; `count` is the streak's so far and `step` what this one adds. */
  gift(
    user: Person,
    gift: { id: string; name: string; coins: number },
    streak: { key: string; count: number; step: number; done: boolean } | null,
  ): void {
    const added = streak ? streak.step : 1;
    this.ledger.gift.count += added;
    this.ledger.gift.coins += added * gift.coins;
    creditViewer(this.ledger, user.uid, added * gift.coins, 0);
    if (streak?.done && streak.step === 0 && this.random() < this.faults.loseStreakEnds) {
      this.ledger.sent.streakEndsLost += 1;
      return;
    }
    this.say('gift', {
      ...this.signed(user),
      gift,
      streak: streak && { key: streak.key, count: streak.count, done: streak.done },
    });
  }

  /** A malformed message, as it is. */
  malformed(text: string): void {
    this.ledger.sent.malformed += 1;
    this.emitText('chat', text);
  }

  private signed(user: Person) {
    return { msgId: randomUUID(), at: this.iso(), user };
  }

  private iso(): string {
    return new Date(this.now() + this.faults.skewMs).toISOString();
  }

  private roomData() {
    return {
      state: this.state,
      roomId: this.roomId,
      startedAt: this.startedAt === null ? null : new Date(this.startedAt + this.faults.skewMs).toISOString(),
    };
  }

  /** Sends what happened, with the faults that were asked for. */
  private say(event: string, data: object): void {
    if (this.random() < this.faults.malformed)
      this.malformed(HALF_MESSAGES[Math.floor(this.random() * HALF_MESSAGES.length)] ?? '');
    if (!this.held && this.random() < this.faults.reorder) {
      this.held = { event, data };
      this.ledger.sent.reordered += 1;
      return;
    }
    this.emit(event, data);
    if (this.random() < this.faults.repeat) {
      this.ledger.sent.repeated += 1;
      this.emit(event, data);
    }
    this.flushHeld();
  }

  /** Sends a message that was held back to come too late; a crowd's silence must not keep it forever. */
  flushHeld(): void {
    const { held } = this;
    this.held = null;
    if (held) this.emit(held.event, held.data);
  }

  private emit(event: string, data: object): void {
    this.emitText(event, JSON.stringify(data));
  }

  private emitText(event: string, data: string): void {
    this.lastId += 1;
    const sent = { id: this.lastId, sentAt: this.now(), text: this.formatText(this.lastId, event, data) };
    this.ring.push(sent);
    this.ledger.sent.messages += 1;
    // Once in a while rather than each time: taking from the front of a long list is dear.
    if (this.ring.length % 512 === 0) this.ring = this.ring.filter(({ sentAt }) => sent.sentAt - sentAt <= RING_MS);
    for (const send of this.listeners) send(sent.text);
  }

  private format(id: number, event: string, data: object): string {
    return this.formatText(id, event, JSON.stringify(data));
  }

  private formatText(id: number, event: string, data: string): string {
    return `id: ${id}\nevent: ${event}\n${data
      .split(/\r\n|\r|\n/)
      .map((line) => `data: ${line}\n`)
      .join('')}\n`;
  }

  /** Forgets the ring's messages, as if five minutes had passed: the next resume finds a gap. */
  emptyRing(): void {
    this.ring = [];
  }
}
