import { pushKept } from '@/core/event/kept';
import type { EventOf, StreamEvent } from '@/core/event/event';
import type { EventKind } from '@/core/event/kind';
import { deskChatLine, type DeskChatLine } from './chat-line';

/** One line of "what just happened". A streak's steps are one line that grows, and so are the likes of some moments. */
export interface Happened {
  id: string;
  feed: string;
  kind: EventKind;
  at: number;
  name: string | null;
  /** How many others did it too. */
  others: number;
  /** How many: likes, gifts of a streak so far, viewers of a raid. */
  count: number;
  /** What was said, or what was sent. */
  text: string;
  coins: number;
  /** Thousandths of a minor unit of the streamer's currency. */
  worth: number;
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

/** So many lines are kept of what happened, and of chat. */
export const KEPT_LINES = 120;
export const KEPT_CHAT = 300;
/** Likes of one feed within so long, ms, are one line while no more than so few other lines have come after it. */
const LIKES_MS = 30_000;
const LIKES_BEHIND = 3;
/** So many of those who liked are told apart in one line; more are still counted as likes. */
const MOST_WHO = 10_000;
const PULSE_MS = 60_000;
const MARK_MS = 400;

/** What is known of an event beside itself. */
export interface Known {
  /** The alert that it made. */
  alert: string | null;
  worth: number;
  /** Its writer has never written before. */
  first: boolean;
}

/** What the desk and the pulse show of a session's events: lines and chat, newest last, and marks of the last minute. */
export class Recorder {
  readonly lines: Happened[] = [];
  readonly chat: DeskChatLine[] = [];
  marks: Mark[] = [];
  /** The latest line of likes of each feed, and who is in it. */
  private readonly likes = new Map<string, { id: string; who: Set<string> }>();

  /** Takes note of an event. */
  record(event: StreamEvent, now: number, { alert, worth, first }: Known): void {
    this.mark(event, now);
    if (event.kind === 'audience' || event.kind === 'join') return;
    if (event.kind === 'chat') {
      if (event.text.trim() !== '') pushKept(this.chat, deskChatLine(event, now, first), KEPT_CHAT);
      return;
    }
    if (event.kind === 'like' && this.liked(event, now)) return;
    const streak = event.kind === 'gift' && event.streakId !== undefined ? `${event.feed}/${event.streakId}` : null;
    const known = streak === null ? undefined : this.lines.find(({ id }) => id === streak);
    if (known && event.kind === 'gift') {
      // The line changes as a whole, so that whoever sends only what changed sees that it did.
      const grown = {
        ...known,
        count: known.count + event.count,
        coins: known.coins + event.count * event.unitCoins,
        worth: known.worth + worth,
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
        others: 0,
        worth,
        alert,
        ...said(event),
      },
      KEPT_LINES,
    );
  }

  /** Likes join the line of those before them, where that is not long ago and near by: in its place, so that nothing moves for them. */
  private liked(event: EventOf<'like'>, now: number): boolean {
    const who = event.viewer?.id ?? '';
    const known = this.likes.get(event.feed);
    const at = known ? this.lines.findLastIndex(({ id }) => id === known.id) : -1;
    const line = this.lines[at];
    if (!known || !line || now - line.at > LIKES_MS || this.lines.length - at > LIKES_BEHIND + 1) {
      this.likes.set(event.feed, { id: `${event.feed}/${event.id}`, who: new Set([who]) });
      return false;
    }
    if (known.who.size < MOST_WHO) known.who.add(who);
    this.lines[at] = { ...line, count: line.count + event.count, others: known.who.size - 1 };
    return true;
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
    this.chat.length = 0;
    this.likes.clear();
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
    case 'chat':
    case 'join':
    case 'audience':
      return plain;
  }
}
