import { z } from 'zod';
import { fastReader, type Reader } from '@/core/event/fast-reader';
import { cleanText, type Viewer } from '@/core/event/viewer';
import type { StreamEvent } from '@/core/event/event';
import type { Reading } from '@/core/intake/received';
import type { SseMessage, Origin } from './sse-message';
import { rejected, readJson, unusable, viewerFrom } from './reading';
import { phrase } from '@/core/words/phrase';

/*
 * Brindle's messages (docs/brindle.md) become events. One message is one event; what is cumulative on the wire (streak counts, the
 * room's likes) is handed on beside it and made a difference by intake.
 */

const amount = z.number().int().min(0).max(1e9);
const user = z.object({
  uid: z.string().min(1).max(200),
  handle: z.string().max(100_000).default(''),
  nickname: z.string().max(100_000).default(''),
  // A badge we do not know yet must not cost the viewer the gift.
  badges: z.array(z.string()).default([]),
});
const said = { msgId: z.string().min(1).max(200), at: z.iso.datetime({ offset: true }), user };

const wire = {
  room: z.object({
    state: z.enum(['offline', 'live', 'ended']),
    roomId: z.string().max(200).nullish(),
    startedAt: z.iso.datetime({ offset: true }).nullish(),
  }),
  viewers: z.object({ watching: amount }),
  join: z.object(said),
  chat: z.object({ ...said, text: z.string() }),
  like: z.object({ ...said, taps: amount, total: amount }),
  follow: z.object(said),
  share: z.object(said),
  subscribe: z.object({ ...said, months: z.number().int().min(0).max(1200) }),
  gift: z.object({
    ...said,
    gift: z.object({ id: z.string().min(1).max(100), name: z.string().max(10_000), coins: amount }),
    streak: z.object({ key: z.string().min(1).max(200), count: amount.min(1), done: z.boolean() }).nullable(),
  }),
  gap: z.object({ lost: z.number().int().min(0).nullish(), at: z.iso.datetime({ offset: true }).nullish() }),
};

const readers = Object.fromEntries(
  Object.entries(wire).map(([name, schema]) => [name, fastReader<unknown>(schema)]),
) as Record<keyof typeof wire, Reader<unknown>>;

type Wire = { [K in keyof typeof wire]: z.infer<(typeof wire)[K]> };
type Said = Wire['follow'];

const viewerOf = ({ user: u }: Said): Viewer => viewerFrom(u.uid, u.handle, u.nickname, u.badges);

/** What Brindle can send, for the feed's card; `subscribe` needs the account to be admitted first. */
export const brindleKinds = ['like', 'gift', 'follow', 'chat', 'share', 'subscribe', 'join', 'audience'] as const;

/**
 * Reads one message of Brindle's event stream.
 * @param frame event name, data (JSON) and id as the transport delivered them
 * @param origin the feed, and when it arrived (ms since the epoch); null takes the platform's own time, as for a saved stream
 * @returns the event, a gap, or a refusal with a sentence; it never throws
 */
export function readBrindle(frame: SseMessage, origin: Origin): Reading {
  if (!Object.hasOwn(wire, frame.event))
    return rejected(
      phrase('Brindle sent a kind of message that Gavirn does not know: "{text}".', { text: frame.event.slice(0, 40) }),
    );
  const name = frame.event as keyof Wire;
  const json = readJson(frame.data);
  if (!json.ok) return rejected(json.reason);
  const parsed = readers[name].safeParse(json.json);
  if (!parsed.success) return rejected(unusable(`${name} message`, parsed.error));
  return toReading(name, parsed.data as Wire[keyof Wire], frame, origin);
}

function toReading(name: keyof Wire, message: Wire[keyof Wire], frame: SseMessage, { feed, seenAt }: Origin): Reading {
  const heard = (event: StreamEvent): Reading => ({ kind: 'heard', heard: { event } });
  const of = <K extends keyof Wire>(_name: K) => message as Wire[K];
  const stamp = (at: number) => ({ feed, at, seenAt: seenAt ?? at });
  const by = (m: Said) => ({ id: m.msgId, ...stamp(Date.parse(m.at)), viewer: viewerOf(m) });
  // room and viewers carry neither an id nor a time of their own: the stream's id, and the time of arrival.
  const unsigned = (prefix: string) => ({ id: `${prefix}:${frame.id}`, ...stamp(seenAt ?? 0) });
  switch (name) {
    case 'room': {
      const m = of('room');
      const startedAt = m.startedAt ? Date.parse(m.startedAt) : undefined;
      const when = seenAt === null && startedAt !== undefined ? { at: startedAt, seenAt: startedAt } : {};
      return heard({
        ...unsigned(`room:${m.state}`),
        ...when,
        kind: 'room',
        state: m.state,
        ...(m.roomId ? { roomId: m.roomId } : {}),
        ...(startedAt === undefined ? {} : { startedAt }),
      });
    }
    case 'viewers':
      return heard({ ...unsigned('viewers'), kind: 'audience', watching: of('viewers').watching });
    case 'chat': {
      const m = of('chat');
      return heard({ ...by(m), kind: 'chat', text: cleanText(m.text, 2000) });
    }
    case 'like': {
      const m = of('like');
      return { kind: 'heard', heard: { event: { ...by(m), kind: 'like', count: m.taps }, likesTotal: m.total } };
    }
    case 'subscribe': {
      const m = of('subscribe');
      return heard({ ...by(m), kind: 'subscribe', tier: 1, months: m.months, gifted: false });
    }
    case 'gift': {
      const m = of('gift');
      const event: StreamEvent = {
        ...by(m),
        kind: 'gift',
        giftId: m.gift.id,
        name: cleanText(m.gift.name, 200),
        unitCoins: m.gift.coins,
        count: m.streak?.count ?? 1,
      };
      if (!m.streak) return heard(event);
      // A key is only promised to be one's own within a viewer's gifts of one sort.
      const key = `${m.user.uid}:${m.gift.id}:${m.streak.key}`;
      return { kind: 'heard', heard: { event, streak: { key, count: m.streak.count, done: m.streak.done } } };
    }
    case 'gap': {
      const m = of('gap');
      return { kind: 'gap', lost: m.lost ?? null, at: m.at ? Date.parse(m.at) : seenAt };
    }
    case 'follow':
    case 'share':
    case 'join':
      return heard({ ...by(of(name)), kind: name });
  }
}
