import { pushKept } from '@/core/event/kept';
import type { StreamEvent } from '@/core/event/event';
import type { EventKind } from '@/core/event/kind';

/** One line of "what just happened". A streak's steps are one line that grows. */
export interface Happened {
  id: string;
  feed: string;
  kind: EventKind;
  at: number;
  name: string | null;
  /** How many: likes, gifts of a streak so far, viewers of a raid. */
  count: number;
  /** What was said, or what was sent. */
  text: string;
  coins: number;
  /** The streak still grows. */
  open: boolean;
  /** The last alert it made, to be shown again. */
  alert: string | null;
  /** What was written with a tip or a subscription. */
  message?: string;
}

/** Events of one kind from one feed in one short stretch, for the pulse. */
export interface Mark {
  t: number;
  feed: string;
  kind: EventKind;
  count: number;
  /** Coins of the largest gift among them. */
  worth: number;
}

const KEPT_LINES = 120;
const PULSE_MS = 60_000;
const MARK_MS = 400;

/** What the desk and the pulse show of a session's events: lines, newest last, and marks of the last minute. */
export class Recorder {
  readonly lines: Happened[] = [];
  marks: Mark[] = [];

  /** Takes note of an event, and of the alert that it made. */
  record(event: StreamEvent, now: number, alert: string | null): void {
    this.mark(event, now);
    if (event.kind === 'audience' || event.kind === 'join') return;
    const streak = event.kind === 'gift' && event.streakId !== undefined ? `${event.feed}/${event.streakId}` : null;
    const known = streak === null ? undefined : this.lines.find(({ id }) => id === streak);
    if (known && event.kind === 'gift') {
      // The line changes as a whole, so that whoever sends only what changed sees that it did.
      const grown = {
        ...known,
        count: known.count + event.count,
        coins: known.coins + event.count * event.unitCoins,
        open: event.streakOpen ?? false,
        at: now,
        alert: alert ?? known.alert,
      };
      this.lines.splice(this.lines.indexOf(known), 1);
      this.lines.push(grown);
      return;
    }
    pushKept(
      this.lines,
      {
        id: streak ?? `${event.feed}/${event.id}`,
        feed: event.feed,
        kind: event.kind,
        at: now,
        name: event.viewer?.name ?? null,
        alert,
        ...said(event),
      },
      KEPT_LINES,
    );
  }

  /** A streak that fell silent. */
  close(feed: string, streak: string): void {
    const at = this.lines.findIndex(({ id }) => id === `${feed}/${streak}`);
    const line = this.lines[at];
    if (line) this.lines[at] = { ...line, open: false };
  }

  private mark(event: StreamEvent, now: number): void {
    const t = Math.floor(now / MARK_MS) * MARK_MS;
    const worth = event.kind === 'gift' ? event.count * event.unitCoins : 0;
    let at = this.marks.length - 1;
    while (
      at >= 0 &&
      this.marks[at]?.t === t &&
      !(this.marks[at]?.feed === event.feed && this.marks[at]?.kind === event.kind)
    )
      at -= 1;
    const last = this.marks[at];
    if (last?.t === t) this.marks[at] = { ...last, count: last.count + 1, worth: Math.max(last.worth, worth) };
    else this.marks.push({ t, feed: event.feed, kind: event.kind, count: 1, worth });
    if ((this.marks[0]?.t ?? t) < now - PULSE_MS) this.marks = this.marks.filter((mark) => mark.t >= now - PULSE_MS);
  }

  clear(): void {
    this.lines.length = 0;
  }
}

function said(event: StreamEvent): Pick<Happened, 'count' | 'text' | 'coins' | 'open' | 'message'> {
  const plain = { count: 1, text: '', coins: 0, open: false };
  switch (event.kind) {
    case 'like':
      return { ...plain, count: event.count };
    case 'gift':
      return {
        count: event.count,
        text: event.name,
        coins: event.count * event.unitCoins,
        open: event.streakOpen ?? false,
      };
    case 'chat':
      return { ...plain, text: event.text.slice(0, 300) };
    case 'subscribe':
      return { ...plain, count: event.months, ...(event.message ? { message: event.message.slice(0, 300) } : {}) };
    case 'giftSubs':
      return { ...plain, count: event.count };
    case 'raid':
      return { ...plain, count: event.viewers };
    case 'tip':
      return {
        ...plain,
        text: event.currency,
        count: event.amountMinor,
        ...(event.message ? { message: event.message.slice(0, 300) } : {}),
      };
    case 'room':
      return { ...plain, text: event.state };
    case 'follow':
      return { ...plain, count: event.count ?? 1 };
    case 'share':
    case 'join':
    case 'audience':
      return plain;
  }
}
