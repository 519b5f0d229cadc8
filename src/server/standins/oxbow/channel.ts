import { randomUUID } from 'node:crypto';
import { formatIrc } from '@/core/platform/irc';
import { toMinor } from '@/core/event/money';
import type { Person } from '../crowd/person';
import { noPlainFaults } from '../crowd/faults';
import { Hooks } from './hooks';

/** Who joins the chat again is sent what was said in the last minutes, with the ids and times it had; of a louder chat the latest lines. */
const HISTORY_MS = 5 * 60_000;
export const HISTORY_LINES = 20_000;

/** What really happened in a channel, kept by Oxbow itself. */
export interface OxbowLedger {
  chat: number;
  follow: number;
  subscribe: number;
  giftSubs: { count: number };
  raid: { count: number; viewers: number };
  tip: { count: number; minor: Record<string, number> };
  sent: { lines: number; hooks: number; repeated: number; reordered: number; malformed: number };
}

const HALF_BODIES = [
  '{"type":"channel.foll',
  '{}',
  '[]',
  '{"type":"channel.tipped","timestamp":"2026-11-19T19:00:00Z","data":{"user":{"account":"u1"},"amount":{"value":"much","currency":"EUR"}}}',
  '{"type":"channel.unheard_of","timestamp":"2026-11-19T19:00:00Z","data":{}}',
];
const HALF_LINES = [
  '@id=;time= PRIVMSG',
  ':nobody',
  '@id=x1;time=yesterday :a!a@oxbow PRIVMSG #room :hello',
  '@time=2026-11-19T19:00:00.000Z :a!a@oxbow PRIVMSG #room :no id',
];

/** One streamer's channel: its state, its chat, its webhooks, and the ledger of what happened. */
export class OxbowChannel {
  state: 'offline' | 'live' | 'ended' = 'offline';
  public = true;
  readonly moderators = new Set<string>();
  readonly hooks = new Hooks();
  readonly faults = noPlainFaults();
  readonly ledger: OxbowLedger = {
    chat: 0,
    follow: 0,
    subscribe: 0,
    giftSubs: { count: 0 },
    raid: { count: 0, viewers: 0 },
    tip: { count: 0, minor: {} },
    sent: { lines: 0, hooks: 0, repeated: 0, reordered: 0, malformed: 0 },
  };
  private readonly listeners = new Set<(line: string) => void>();
  private history: { at: number; line: string }[] = [];
  /** When the latest line was said that is not kept any more, though it is of the last minutes; 0: none. */
  private cutAt = 0;
  private heldLine: string | null = null;
  private heldHook: string | null = null;
  /** The webhook that said what the channel is now: told to whoever registers later. */
  private word: { id: string; body: string } | null = null;

  constructor(
    readonly handle: string,
    private readonly now: () => number,
    private readonly random: () => number,
  ) {}

  join(send: (line: string) => void): () => void {
    const since = this.now() - HISTORY_MS;
    if (this.cutAt >= since)
      send(
        formatIrc({
          tags: { 'oxbow/kept-from': new Date(this.cutAt + this.faults.skewMs).toISOString() },
          prefix: 'oxbow',
          command: 'NOTICE',
          params: [`#${this.handle}`, `No more than ${this.history.length} lines are kept.`],
        }).trimEnd(),
      );
    for (const { at, line } of this.history) if (at >= since) send(line);
    this.listeners.add(send);
    return () => this.listeners.delete(send);
  }

  get listening(): number {
    return this.listeners.size;
  }

  private iso(): string {
    return new Date(this.now() + this.faults.skewMs).toISOString();
  }

  goLive(): void {
    if (this.state === 'live') return;
    this.state = 'live';
    this.tellState('channel.live');
  }

  end(): void {
    if (this.state !== 'live') return;
    this.flushHeld();
    this.state = 'ended';
    this.tellState('channel.offline');
  }

  private tellState(type: string): void {
    const body = JSON.stringify({ type, timestamp: this.iso(), data: { handle: this.handle } });
    this.word = { body, id: this.hooks.send(body) };
  }

  /** Tells a callback that was just registered what the channel is now. */
  tellAgain(callback: string): void {
    if (this.word) this.hooks.sendTo(callback, this.word);
  }

  chat(user: Person, text: string): void {
    this.ledger.chat += 1;
    const tags = {
      id: randomUUID(),
      time: this.iso(),
      account: user.uid,
      'display-name': user.nickname,
      badges: user.badges.join(','),
    };
    const nick = user.handle.replace(/[^\w.-]/g, '_') || 'viewer';
    this.line(
      formatIrc({
        tags,
        prefix: `${nick}!${nick}@oxbow`,
        command: 'PRIVMSG',
        params: [`#${this.handle}`, text],
      }).trimEnd(),
    );
  }

  follow(user: Person): void {
    this.ledger.follow += 1;
    this.hook('channel.followed', { user: who(user) });
  }

  subscribe(user: Person, tier: number, months: number, { gifted = false, message = '' } = {}): void {
    if (!gifted) this.ledger.subscribe += 1;
    this.hook('channel.subscribed', { user: who(user), tier, months, message: message || null, gifted });
  }

  /** One giver, many recipients; each of these is told of as well. */
  giftSubs(user: Person, tier: number, recipients: readonly Person[]): void {
    this.ledger.giftSubs.count += recipients.length;
    this.hook('channel.subscriptions_gifted', {
      user: who(user),
      tier,
      count: recipients.length,
      recipients: recipients.map(who),
    });
    for (const recipient of recipients) this.subscribe(recipient, tier, 1, { gifted: true });
  }

  raid(from: Person, viewers: number): void {
    this.ledger.raid.count += 1;
    this.ledger.raid.viewers += viewers;
    this.hook('channel.raided', { from: who(from), viewers });
  }

  /** @returns false when the amount is none of that currency */
  tip(user: Person, value: string, currency: string, message = ''): boolean {
    const minor = toMinor(value, currency);
    if (minor === null) return false;
    this.ledger.tip.count += 1;
    this.ledger.tip.minor[currency] = (this.ledger.tip.minor[currency] ?? 0) + minor;
    this.hook('channel.tipped', { user: who(user), amount: { value, currency }, message: message || null });
    return true;
  }

  watching(count: number): void {
    this.hook('channel.audience', { watching: count });
  }

  malformed(where: 'chat' | 'hook', text: string): void {
    this.ledger.sent.malformed += 1;
    if (where === 'chat') for (const send of this.listeners) send(text);
    else this.hooks.send(text);
  }

  private line(line: string): void {
    const { random, faults } = this;
    if (random() < faults.malformed) this.malformed('chat', pickOf(HALF_LINES, random));
    this.history.push({ at: this.now(), line });
    if (this.history.length > HISTORY_LINES) {
      this.cutAt = this.history[HISTORY_LINES / 2]?.at ?? 0;
      this.history = this.history.slice(-HISTORY_LINES / 2);
    }
    if (this.heldLine === null && random() < faults.reorder) {
      this.heldLine = line;
      this.ledger.sent.reordered += 1;
      return;
    }
    this.say(line);
    if (random() < faults.repeat) {
      this.ledger.sent.repeated += 1;
      this.say(line);
    }
    this.flushHeld();
  }

  private say(line: string): void {
    this.ledger.sent.lines += 1;
    for (const send of this.listeners) send(line);
  }

  private hook(type: string, data: object): void {
    const { random, faults } = this;
    const body = JSON.stringify({ type, timestamp: this.iso(), data });
    if (random() < faults.malformed) this.malformed('hook', pickOf(HALF_BODIES, random));
    this.ledger.sent.hooks += 1;
    if (this.heldHook === null && random() < faults.reorder) {
      this.heldHook = body;
      this.ledger.sent.reordered += 1;
      return;
    }
    const id = this.hooks.send(body);
    if (random() < faults.repeat) {
      this.ledger.sent.repeated += 1;
      this.hooks.send(body, id);
    }
    this.flushHeld();
  }

  /** Sends what was held back to come too late. */
  flushHeld(): void {
    const { heldLine, heldHook } = this;
    this.heldLine = null;
    this.heldHook = null;
    if (heldLine !== null) this.say(heldLine);
    if (heldHook !== null) this.hooks.send(heldHook);
  }
}

const pickOf = (list: readonly string[], random: () => number): string =>
  list[Math.floor(random() * list.length)] ?? '';
const who = ({ uid, handle, nickname, badges }: Person) => ({ account: uid, handle, displayName: nickname, badges });
