import { randomBytes, randomUUID } from 'node:crypto';
import { sign } from '@/server/feed/signature';

/** The pauses between tries of one webhook: growing, as Standard Webhooks 1.0 asks of a sender; the last goes on for good. */
const PAUSES_MS = [500, 1000, 2000, 4000, 8000, 15_000, 30_000];
/** So many are underway at once: the rest wait. */
const AT_ONCE = 16;
const ANSWER_MS = 10_000;

interface Waiting {
  id: string;
  body: string;
  tries: number;
}

/** Whoever has asked to be told of a channel: where, and by which secret it is signed. */
export interface Target {
  callback: string;
  secret: string;
}

/** So many may be told of one channel; one that does not answer goes for another. */
const MOST_CALLBACKS = 10;
/** So many wait for one callback; of more the oldest go. */
const MOST_WAITING = 20_000;

/** One callback: at least once, in no order that could be relied on. */
class Callback {
  private queue: Waiting[] = [];
  private readonly later = new Set<ReturnType<typeof setTimeout>>();
  private underway = 0;
  private closed = false;
  lastStatus: number | null = null;
  pending = 0;

  constructor(public target: Target) {}

  send(message: { id: string; body: string }): void {
    this.pending += 1;
    this.queue.push({ ...message, tries: 0 });
    if (this.queue.length > MOST_WAITING) {
      this.pending -= this.queue.length - MOST_WAITING;
      this.queue = this.queue.slice(-MOST_WAITING);
    }
    this.pump();
  }

  private pump(): void {
    while (!this.closed && this.underway < AT_ONCE) {
      const next = this.queue.shift();
      if (!next) return;
      this.underway += 1;
      void this.deliver(next);
    }
  }

  private async deliver(message: Waiting): Promise<void> {
    const status = await this.post(message);
    this.underway -= 1;
    if (status !== null && status >= 200 && status < 300) this.pending -= 1;
    else if (!this.closed) {
      const timer = setTimeout(
        () => {
          this.later.delete(timer);
          this.queue.push({ ...message, tries: message.tries + 1 });
          this.pump();
        },
        PAUSES_MS[Math.min(message.tries, PAUSES_MS.length - 1)] ?? 0,
      );
      timer.unref();
      this.later.add(timer);
    }
    this.pump();
  }

  async post({ id, body }: { id: string; body: string }): Promise<number | null> {
    // A signature states the time of this try, not of what happened.
    const timestamp = String(Math.floor(Date.now() / 1000));
    const answer = await fetch(this.target.callback, {
      method: 'POST',
      body,
      signal: AbortSignal.timeout(ANSWER_MS),
      headers: {
        'content-type': 'application/json',
        'webhook-id': id,
        'webhook-timestamp': timestamp,
        'webhook-signature': sign(this.target.secret, id, timestamp, body),
      },
    }).catch(() => null);
    await answer?.body?.cancel();
    this.lastStatus = answer?.status ?? null;
    return answer?.status ?? null;
  }

  close(): void {
    this.closed = true;
    for (const timer of this.later) clearTimeout(timer);
  }
}

/** Where one channel's webhooks go: to every callback that has asked for them, each by itself. */
export class Hooks {
  private readonly callbacks = new Map<string, Callback>();
  /** What was sent before anybody had asked: the first to come has it. */
  private early: { id: string; body: string }[] = [];

  /** What the last answers were. */
  get lastStatus(): number | null {
    return [...this.callbacks.values()].at(-1)?.lastStatus ?? null;
  }

  /** How many wait or are underway. */
  get pending(): number {
    return [...this.callbacks.values()].reduce((sum, { pending }) => sum + pending, this.early.length);
  }

  get registered(): number {
    return this.callbacks.size;
  }

  /** Somebody asks to be told; @returns whether this callback or its secret is new, or that no more are told */
  register(target: Target): 'new' | 'known' | 'full' {
    const known = this.callbacks.get(target.callback);
    const isNew = known?.target.secret !== target.secret;
    if (known) known.target = target;
    else if (!this.hasRoom()) return 'full';
    else {
      const callback = new Callback(target);
      this.callbacks.set(target.callback, callback);
      for (const message of this.early) callback.send(message);
      this.early = [];
    }
    return isNew ? 'new' : 'known';
  }

  /** Whether one more can be told, once one that does not answer is gone. */
  private hasRoom(): boolean {
    if (this.callbacks.size < MOST_CALLBACKS) return true;
    const [silent] =
      [...this.callbacks].find(([, { pending, lastStatus }]) => pending > 0 && lastStatus === null) ?? [];
    if (silent !== undefined) this.forget(silent);
    return silent !== undefined;
  }

  /** Somebody is not to be told any more. */
  forget(callback: string): void {
    this.callbacks.get(callback)?.close();
    this.callbacks.delete(callback);
  }

  /** Sends one to all; `id` is made here unless it is one that was sent before. */
  send(body: string, id: string = `msg_${randomUUID().replaceAll('-', '')}`): string {
    if (this.callbacks.size === 0) this.early = [...this.early, { id, body }].slice(-MOST_WAITING);
    for (const callback of this.callbacks.values()) callback.send({ id, body });
    return id;
  }

  /** The same to one alone. */
  sendTo(callback: string, message: { id: string; body: string }): void {
    this.callbacks.get(callback)?.send(message);
  }

  /** Asks whether a callback is there; null when nothing answers, or it has not asked to be told. */
  async ping(callback: string, at: string): Promise<number | null> {
    return (
      (await this.callbacks.get(callback)?.post({
        id: `ping_${randomBytes(8).toString('hex')}`,
        body: JSON.stringify({ type: 'hook.ping', timestamp: at, data: {} }),
      })) ?? null
    );
  }

  close(): void {
    for (const callback of this.callbacks.keys()) this.forget(callback);
  }
}
