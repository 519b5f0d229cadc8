import { z } from 'zod';
import { currencySchema, toMinor } from '@/core/event/money';
import { cleanText } from '@/core/event/viewer';
import type { StreamEvent } from '@/core/event/event';
import type { Reading } from '@/core/intake/received';
import { MAX_MESSAGE, type Origin } from './sse-message';
import { parseIrc } from './irc';
import { rejected, readJson, unusable, viewerFrom } from './reading';
import { phrase } from '@/core/words/phrase';

/* Oxbow's chat (IRC with tags) and its webhooks become events (docs/oxbow.md). Both name a viewer by the account, so that who chats and who tips is one. */

/** What Oxbow can send; an account is admitted to the last four first. */
export const oxbowKinds = ['chat', 'follow', 'raid', 'audience', 'subscribe', 'giftSubs', 'tip'] as const;

/** Oxbow's badges by our names. */
const BADGES: Readonly<Record<string, string>> = {
  broadcaster: 'host',
  moderator: 'moderator',
  subscriber: 'subscriber',
  bot: 'bot',
};
const rolesOf = (badges: readonly string[]): string[] => badges.map((badge) => BADGES[badge] ?? badge);

/**
 * Reads one line of Oxbow's chat.
 * @returns null for a line that is the protocol's own (PING, JOIN, numbers): nothing that a viewer did
 */
export function readOxbowChat(line: string, { feed, seenAt }: Origin): Reading | null {
  if (line.length > MAX_MESSAGE)
    return rejected(
      phrase('The line is {line, number} characters long; no more than {most, number} are read.', {
        line: line.length,
        most: MAX_MESSAGE,
      }),
    );
  const message = parseIrc(line);
  if (!message) return rejected(phrase('The line is no IRC message.'));
  if (message.command !== 'PRIVMSG') return null;
  const {
    tags,
    prefix,
    params: [, text],
  } = message;
  const at = Date.parse(tags.time ?? '');
  const account = tags.account || prefix?.nick;
  if (!tags.id || tags.id.length > 200) return rejected(phrase('The chat line has no usable "id" tag.'));
  if (!Number.isFinite(at) || at < 0) return rejected(phrase('The chat line has no usable "time" tag.'));
  if (!account || account.length > 200) return rejected(phrase('The chat line does not say who wrote it.'));
  if (text === undefined) return rejected(phrase('The chat line has no text.'));
  const badges = (tags.badges ?? '')
    .split(',')
    .map((badge) => badge.split('/')[0] ?? '')
    .filter(Boolean);
  return {
    kind: 'heard',
    heard: {
      event: {
        id: tags.id,
        feed,
        at,
        seenAt: seenAt ?? at,
        viewer: viewerFrom(account, prefix?.nick ?? account, tags['display-name'] ?? '', rolesOf(badges)),
        kind: 'chat',
        text: cleanText(text, 2000),
      },
    },
  };
}

const amount = z.number().int().min(0).max(1e9);
const user = z.object({
  account: z.string().min(1).max(200),
  handle: z.string().max(100_000).default(''),
  displayName: z.string().max(100_000).default(''),
  badges: z.array(z.string()).default([]),
});
const bodies = {
  'channel.live': z.object({ handle: z.string() }),
  'channel.offline': z.object({ handle: z.string() }),
  'channel.followed': z.object({ user }),
  'channel.subscribed': z.object({
    user,
    tier: z.number().int().min(1).max(100),
    months: z.number().int().min(0).max(1200),
    message: z.string().nullish(),
    gifted: z.boolean().default(false),
  }),
  'channel.subscriptions_gifted': z.object({
    user,
    tier: z.number().int().min(1).max(100),
    count: amount,
    recipients: z.array(user).max(10_000),
  }),
  'channel.raided': z.object({ from: user, viewers: amount }),
  'channel.tipped': z.object({
    user,
    amount: z.object({ value: z.string(), currency: currencySchema }),
    message: z.string().nullish(),
  }),
  'channel.audience': z.object({ watching: amount }),
} as const;
type Bodies = { [K in keyof typeof bodies]: z.infer<(typeof bodies)[K]> };

const envelope = z.object({
  type: z.string().max(200),
  timestamp: z.iso.datetime({ offset: true }),
  data: z.unknown(),
});

/** One webhook as it came (Standard Webhooks 1.0): its id, the time of this try, and the body. Signatures are checked before. */
export interface Hook {
  id: string;
  body: string;
}

/** Reads one of Oxbow's webhooks; its id is the event's, since a hook that is tried again keeps it. */
export function readOxbowHook({ id, body }: Hook, { feed, seenAt }: Origin): Reading {
  const text = readJson(body, MAX_MESSAGE * 16);
  if (!text.ok) return rejected(text.reason);
  const read = envelope.safeParse(text.json);
  if (!read.success) return rejected(unusable('webhook', read.error));
  if (id === '' || id.length > 250) return rejected(phrase('The webhook has no usable "webhook-id".'));
  const { type } = read.data;
  if (!isType(type))
    return rejected(
      phrase('Oxbow sent a kind of message that Gavirn does not know: "{text}".', { text: type.slice(0, 40) }),
    );
  const data = bodies[type].safeParse(read.data.data);
  if (!data.success) return rejected(unusable(`${type} webhook`, data.error));
  const at = Date.parse(read.data.timestamp);
  const event = toEvent(type, data.data as Bodies[keyof Bodies], { id, feed, at, seenAt: seenAt ?? at });
  return event
    ? { kind: 'heard', heard: { event } }
    : rejected(phrase('The tip’s amount cannot be read, or its currency is none of ISO 4217.'));
}

/** What a viewer wrote with a tip or a subscription. */
const said = (message: string | null | undefined): { message?: string } => {
  const text = cleanText(message ?? '', 2000).trim();
  return text === '' ? {} : { message: text };
};

const isType = (type: string): type is keyof Bodies => Object.hasOwn(bodies, type);
const viewerOf = (u: z.infer<typeof user>) => viewerFrom(u.account, u.handle, u.displayName, rolesOf(u.badges));

function toEvent(
  type: keyof Bodies,
  body: Bodies[keyof Bodies],
  base: { id: string; feed: string; at: number; seenAt: number },
): StreamEvent | null {
  const of = <K extends keyof Bodies>(_type: K) => body as Bodies[K];
  switch (type) {
    case 'channel.live':
      return { ...base, kind: 'room', state: 'live', roomId: base.id, startedAt: base.at };
    case 'channel.offline':
      return { ...base, kind: 'room', state: 'ended' };
    case 'channel.followed':
      return { ...base, kind: 'follow', viewer: viewerOf(of(type).user) };
    case 'channel.subscribed': {
      const { user: who, tier, months, gifted, message } = of(type);
      return { ...base, kind: 'subscribe', viewer: viewerOf(who), tier, months, gifted, ...said(message) };
    }
    case 'channel.subscriptions_gifted':
      return { ...base, kind: 'giftSubs', viewer: viewerOf(of(type).user), count: of(type).count };
    case 'channel.raided':
      return { ...base, kind: 'raid', viewer: viewerOf(of(type).from), viewers: of(type).viewers };
    case 'channel.tipped': {
      const {
        user: who,
        amount: { value, currency },
        message,
      } = of(type);
      const amountMinor = toMinor(value, currency);
      return amountMinor === null
        ? null
        : { ...base, kind: 'tip', viewer: viewerOf(who), amountMinor, currency, ...said(message) };
    }
    case 'channel.audience':
      return { ...base, kind: 'audience', watching: of(type).watching };
  }
}
