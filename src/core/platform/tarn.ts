import { z } from 'zod';
import { currencySchema, microsToMinor } from '@/core/event/money';
import { cleanText } from '@/core/event/viewer';
import type { StreamEvent } from '@/core/event/event';
import type { Reading } from '@/core/intake/received';
import { MAX_MESSAGE, type Origin } from './sse-message';
import { rejected, readJson, unusable, viewerFrom } from './reading';
import { phrase, type Phrase } from '@/core/words/phrase';

/* Tarn's pages of activity become events (docs/tarn.md). Hearts and followers are only counted, for nobody in particular. */

/** What Tarn can send; an account is admitted to the last two first. */
export const tarnKinds = ['like', 'follow', 'chat', 'audience', 'tip', 'subscribe'] as const;

const author = z.object({
  channelId: z.string().min(1).max(200),
  name: z.string().max(100_000).default(''),
  isModerator: z.boolean().default(false),
  isMember: z.boolean().default(false),
});
const said = { id: z.string().min(1).max(250), at: z.iso.datetime({ offset: true }), author };
const itemSchema = z.discriminatedUnion('type', [
  z.object({ type: z.literal('comment'), ...said, text: z.string() }),
  z.object({
    type: z.literal('sticker'),
    ...said,
    name: z.string().max(10_000).default(''),
    amountMicros: z.number().int().min(0).max(Number.MAX_SAFE_INTEGER),
    currency: currencySchema,
  }),
  z.object({ type: z.literal('member'), ...said, level: z.number().int().min(1).max(100).default(1) }),
]);
type Item = z.infer<typeof itemSchema>;

const count = z.number().int().min(0).max(1e12);
const pageSchema = z.object({
  items: z.array(z.unknown()).max(10_000),
  next: z.string().min(1).max(200),
  pollAfterMs: z.number().min(0).max(600_000).default(2000),
  room: z.object({
    state: z.enum(['offline', 'live', 'ended']),
    watching: count.nullish(),
    hearts: count.nullish(),
    followers: count.nullish(),
  }),
});

/** A page read: where the next one begins, when it may be asked for, and what each part of it comes to. */
export type TarnPage =
  | { ok: true; next: string; pollAfterMs: number; live: boolean; readings: { reading: Reading; raw: string }[] }
  | { ok: false; reason: Phrase };

/**
 * Reads one page of activity. A malformed item costs itself only: the rest of the page counts.
 * @param last what the room was on the page before, so that it is told only when it changes
 */
export function readTarn(
  text: string,
  { feed, seenAt }: Origin,
  last: { state: string; watching: number | null } | null,
): TarnPage & { room?: { state: string; watching: number | null } } {
  const json = readJson(text, MAX_MESSAGE * 64);
  if (!json.ok) return json;
  const page = pageSchema.safeParse(json.json);
  if (!page.success) return { ok: false, reason: unusable('page', page.error) };
  const { items, next, pollAfterMs, room } = page.data;
  const readings: { reading: Reading; raw: string }[] = [];
  const heard = (event: StreamEvent): void =>
    void readings.push({ reading: { kind: 'heard', heard: { event } }, raw: '' });
  const read = items.map((item) => ({ item: itemSchema.safeParse(item), raw: JSON.stringify(item) ?? '' }));
  const times = read.flatMap(({ item }) => (item.success ? [Date.parse(item.data.at)] : []));
  // The page itself has no time: it is as late as its latest item.
  const at = seenAt ?? (times.length > 0 ? Math.max(...times) : 0);
  // "live" stands first, since what the page holds belongs to it; the end stands last.
  const stateChanged = room.state !== last?.state;
  const roomEvent: StreamEvent = {
    id: `room:${room.state}:${next}:${at}`,
    feed,
    at,
    seenAt: at,
    kind: 'room',
    state: room.state,
  };
  if (stateChanged && room.state === 'live') heard(roomEvent);
  for (const { item, raw } of read) {
    if (item.success) readings.push({ reading: itemReading(item.data, feed, seenAt), raw });
    else readings.push({ reading: rejected(unusable('item', item.error)), raw: raw.slice(0, 5000) });
  }
  if (room.hearts != null)
    readings.push({ reading: { kind: 'counter', counter: 'like', value: room.hearts, at }, raw: '' });
  if (room.followers != null)
    readings.push({ reading: { kind: 'counter', counter: 'follow', value: room.followers, at }, raw: '' });
  const watching = room.watching ?? null;
  if (watching !== null && watching !== last?.watching)
    heard({ id: `watching:${watching}:${next}:${at}`, feed, at, seenAt: at, kind: 'audience', watching });
  if (stateChanged && room.state !== 'live') heard(roomEvent);
  return { ok: true, next, pollAfterMs, live: room.state === 'live', readings, room: { state: room.state, watching } };
}

function itemReading(item: Item, feed: string, seenAt: number | null): Reading {
  const at = Date.parse(item.at);
  const { channelId, name, isModerator, isMember } = item.author;
  const base = {
    id: item.id,
    feed,
    at,
    seenAt: seenAt ?? at,
    viewer: viewerFrom(channelId, channelId, name, [
      ...(isModerator ? ['moderator'] : []),
      ...(isMember ? ['subscriber'] : []),
    ]),
  };
  switch (item.type) {
    case 'comment':
      return { kind: 'heard', heard: { event: { ...base, kind: 'chat', text: cleanText(item.text, 2000) } } };
    case 'member':
      return {
        kind: 'heard',
        heard: { event: { ...base, kind: 'subscribe', tier: item.level, months: 1, gifted: false } },
      };
    case 'sticker': {
      const amountMinor = microsToMinor(item.amountMicros, item.currency);
      if (amountMinor === null)
        return rejected(
          phrase('The sticker’s currency "{currency}" is none of ISO 4217.', { currency: item.currency }),
        );
      return { kind: 'heard', heard: { event: { ...base, kind: 'tip', amountMinor, currency: item.currency } } };
    }
  }
}
