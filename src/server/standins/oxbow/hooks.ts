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

/** Where one channel's webhooks go: at least once, in no order that could be relied on. */
export class Hooks {
  private readonly queue: Waiting[] = [];
  private readonly later = new Set<ReturnType<typeof setTimeout>>();
  private underway = 0;
  target: { callback: string; secret: string } | null = null;
  /** What the last answer was. */
  lastStatus: number | null = null;
  /** How many wait or are underway. */
  pending = 0;

  /** Sends one; `id` is made here unless it is one that was sent before. */
  send(body: string, id: string = `msg_${randomUUID().replaceAll('-', '')}`): string {
    this.pending += 1;
    this.queue.push({ id, body, tries: 0 });
    this.pump();
    return id;
  }

  private pump(): void {
    while (this.target && this.underway < AT_ONCE) {
      const next = this.queue.shift();
      if (!next) return;
      this.underway += 1;
      void this.deliver(next);
    }
  }

  private async deliver(message: Waiting): Promise<void> {
    const status = this.target ? await this.post(this.target, message) : null;
    this.underway -= 1;
    if (status !== null && status >= 200 && status < 300) {
      this.pending -= 1;
    } else {
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

  private async post(
    target: { callback: string; secret: string },
    { id, body }: { id: string; body: string },
  ): Promise<number | null> {
    // A signature states the time of this try, not of what happened.
    const timestamp = String(Math.floor(Date.now() / 1000));
    const answer = await fetch(target.callback, {
      method: 'POST',
      body,
      signal: AbortSignal.timeout(ANSWER_MS),
      headers: {
        'content-type': 'application/json',
        'webhook-id': id,
        'webhook-timestamp': timestamp,
        'webhook-signature': sign(target.secret, id, timestamp, body),
      },
    }).catch(() => null);
    await answer?.body?.cancel();
    this.lastStatus = answer?.status ?? null;
    return answer?.status ?? null;
  }

  /** Asks whether the callback is there; null when nothing answers. */
  ping(at: string): Promise<number | null> {
    return this.target
      ? this.post(this.target, {
          id: `ping_${randomBytes(8).toString('hex')}`,
          body: JSON.stringify({ type: 'hook.ping', timestamp: at, data: {} }),
        })
      : Promise.resolve(null);
  }

  close(): void {
    for (const timer of this.later) clearTimeout(timer);
    this.target = null;
  }
}
