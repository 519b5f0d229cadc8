import { z } from 'zod';
import { feedIdSchema, viewerKey } from '@/core/event/viewer-key';
import { whole } from '@/core/event/whole';
import type { EarnKind } from './schema';

/** Why points came or went. `earlier`: lines of long ago, put together. */
const WHYS = [
  'coin',
  'tenLikes',
  'follow',
  'share',
  'chat',
  'subscribe',
  'giftSub',
  'tip',
  'raid',
  'minute',
  'perk',
  'sent',
  'received',
  'cue',
  'hand',
  'earlier',
] as const satisfies readonly (EarnKind | string)[];
export type Why = (typeof WHYS)[number];

const count = z.number().int();
const lineSchema = z.object({
  why: z.enum(WHYS),
  /** The perk, or the other viewer. */
  note: z.string().max(400),
  points: whole,
  /** Of its first and its last change, and how many there were: what is earned for one reason in one session is one line. */
  at: count,
  until: count,
  count,
});
export type LedgerLine = z.infer<typeof lineSchema>;

/** So many lines an account keeps apart; older ones are put together. */
const KEPT_LINES = 40;

/** One viewer's points. */
export const accountSchema = z.object({
  feed: feedIdSchema,
  id: z.string().max(210),
  name: z.string().max(400),
  handle: z.string().max(400),
  /** All that ever came to the viewer by their own doing, by a cue or by hand: levels follow from it. */
  earned: whole,
  balance: whole,
  /** Likes that are not ten yet. */
  likes: count,
  /** When the viewer last did something, when a line in chat last earned; 0: never. Milliseconds watched. */
  seenAt: count,
  chatAt: count,
  watched: count,
  /** Handed on in this session. */
  given: whole,
  /** When each perk was last had. */
  perks: z.record(z.string().max(100), count),
  lines: z.array(lineSchema).max(1000),
});
export type Account = z.infer<typeof accountSchema>;

const BY_HANDLE = 'handle:';
/** What stands for a platform's id as long as only the handle is known. */
export const idByHandle = (handle: string): string => `${BY_HANDLE}${handle.toLowerCase()}`;
const isByHandle = (id: string): boolean => id.startsWith(BY_HANDLE);

/** A change of an account. `points`: whole; negative takes away. Changes for the same reason since `since` (ms; Infinity: never) are one line. */
export interface Posting {
  why: Why;
  points: number;
  at: number;
  note?: string;
  since?: number;
}

/**
 * Every account, and the house's against them: what a viewer gains the house gives, reason by reason, so that all together is always
 * nothing (double entry).
 */
export class Ledger {
  readonly accounts = new Map<string, Account>();
  /** How many accounts are known by a handle alone. */
  private byHandle = 0;
  /** What the house has given, by reason; negative: taken. */
  readonly given: Partial<Record<Why, number>> = {};

  constructor(accounts: Iterable<Account> = []) {
    for (const account of accounts) {
      this.accounts.set(viewerKey(account.feed, account.id), account);
      if (isByHandle(account.id)) this.byHandle += 1;
      for (const { why, points } of account.lines) this.given[why] = (this.given[why] ?? 0) + points;
    }
  }

  get(feed: string, id: string): Account | undefined {
    return this.accounts.get(viewerKey(feed, id));
  }

  /** The account of a viewer, opened if there is none, with the name they have now. */
  open({ feed, id, name, handle }: Pick<Account, 'feed' | 'id' | 'name' | 'handle'>): Account {
    const key = viewerKey(feed, id);
    let account = this.accounts.get(key) ?? this.adopt(feed, id, handle);
    if (!account) {
      account = {
        feed,
        id,
        name,
        handle,
        earned: 0,
        balance: 0,
        likes: 0,
        seenAt: 0,
        chatAt: 0,
        watched: 0,
        given: 0,
        perks: {},
        lines: [],
      };
      this.accounts.set(key, account);
      if (isByHandle(id)) this.byHandle += 1;
    }
    if (name !== '') account.name = name;
    if (handle !== '') account.handle = handle;
    return account;
  }

  /** Somebody who came from a file by their handle alone is known by the platform's id from now on. */
  private adopt(feed: string, id: string, handle: string): Account | undefined {
    if (this.byHandle === 0 || handle === '') return undefined;
    const key = viewerKey(feed, idByHandle(handle));
    const account = this.accounts.get(key);
    if (!account) return undefined;
    this.accounts.delete(key);
    this.byHandle -= 1;
    account.id = id;
    this.accounts.set(viewerKey(feed, id), account);
    return account;
  }

  /** Writes a change down. */
  post(account: Account, { why, points, at, note = '', since = Infinity }: Posting): void {
    if (points === 0) return;
    account.balance += points;
    this.given[why] = (this.given[why] ?? 0) + points;
    const known = account.lines.findLast((line) => line.why === why && line.note === note);
    if (known && known.at >= since) {
      known.points += points;
      known.until = at;
      known.count += 1;
      return;
    }
    account.lines.push({ why, note, points, at, until: at, count: 1 });
    if (account.lines.length > KEPT_LINES) this.putTogether(account);
  }

  /** Adds another account of the same viewer to what is known. */
  addTo(other: Account): void {
    const account = this.open(other);
    for (const { why, note, points, at } of other.lines) this.post(account, { why, points, at, note });
    account.earned += other.earned;
    account.seenAt = Math.max(account.seenAt, other.seenAt);
    account.chatAt = Math.max(account.chatAt, other.chatAt);
    account.watched += other.watched;
    account.given += other.given;
    account.likes = (account.likes + other.likes) % 10;
    for (const [perk, at] of Object.entries(other.perks)) account.perks[perk] = Math.max(account.perks[perk] ?? 0, at);
  }

  /** Another account of the same viewer, in which the same things earned points: of each figure the larger one stays. */
  raiseTo(other: Account): void {
    const known = this.get(other.feed, other.id);
    if (!known) return this.addTo(other);
    const more = Math.max(0, other.balance - known.balance);
    this.post(known, { why: 'earlier', points: more, at: other.seenAt });
    known.earned = Math.max(known.earned, other.earned);
    known.watched = Math.max(known.watched, other.watched);
    known.seenAt = Math.max(known.seenAt, other.seenAt);
    known.chatAt = Math.max(known.chatAt, other.chatAt);
    for (const [perk, at] of Object.entries(other.perks)) known.perks[perk] = Math.max(known.perks[perk] ?? 0, at);
  }

  /** The two oldest lines become one. */
  private putTogether({ lines }: Account): void {
    const [a, b] = lines;
    if (!a || !b) return;
    for (const { why, points } of [a, b]) this.given[why] = (this.given[why] ?? 0) - points;
    this.given.earlier = (this.given.earlier ?? 0) + a.points + b.points;
    lines.splice(0, 2, {
      why: 'earlier',
      note: '',
      points: a.points + b.points,
      at: a.at,
      until: b.until,
      count: a.count + b.count,
    });
  }
}
