import { z } from 'zod';
import { cleanText } from '@/core/event/viewer';
import type { Reading } from '@/core/intake/received';
import type { Origin } from './sse-message';
import { rejected, unusable, viewerFrom } from './reading';
import { phrase } from '@/core/words/phrase';

/* Activity Streams 2.0 by POST: Follow, Like, Announce, and Create of a Note (W3C, Activity Vocabulary). */

export const activityKinds = ['follow', 'like', 'share', 'chat'] as const;

const text = z.string().max(100_000);
/** A reference is an address or an object that may have one. */
const thing = z.union([
  text,
  z.looseObject({
    id: text.nullish(),
    type: z.union([text, z.array(text)]).nullish(),
    name: text.nullish(),
    preferredUsername: text.nullish(),
    url: z.unknown().optional(),
    content: text.nullish(),
  }),
]);
const first = z.union([
  thing,
  z
    .array(thing)
    .min(1)
    .transform(([one]) => one as z.infer<typeof thing>),
]);
const activitySchema = z.looseObject({
  type: z.union([text, z.array(text)]),
  id: text.nullish(),
  actor: first,
  object: first.nullish(),
  published: z.iso.datetime({ offset: true }).nullish(),
});

const KINDS = { Follow: 'follow', Like: 'like', Announce: 'share', Create: 'chat' } as const;
const isKind = (type: string): type is keyof typeof KINDS => Object.hasOwn(KINDS, type);
const typesOf = (type: string | string[] | null | undefined): string[] =>
  type == null ? [] : typeof type === 'string' ? [type] : type;

/**
 * Reads one activity. `fallbackId` stands for an id that it does not state.
 */
export function readActivity(json: unknown, { feed, seenAt }: Origin, fallbackId: string): Reading {
  const parsed = activitySchema.safeParse(json);
  if (!parsed.success) return rejected(unusable('activity', parsed.error));
  const { type, id, actor, object, published } = parsed.data;
  const known = typesOf(type).find(isKind);
  if (!known)
    return rejected(
      phrase('Gavirn reads Follow, Like, Announce and Create; this is "{text}".', {
        text: typesOf(type).join(', ').slice(0, 80),
      }),
    );
  const who = actorOf(actor);
  if (!who) return rejected(phrase('The activity does not say who did it.'));
  const at = published ? Date.parse(published) : (seenAt ?? 0);
  const base = {
    id: (id || fallbackId).slice(-300),
    feed,
    at,
    seenAt: seenAt ?? at,
    viewer: viewerFrom(who.id.slice(-200), who.handle, who.name, []),
  };
  const kind = KINDS[known];
  switch (kind) {
    case 'follow':
      return { kind: 'heard', heard: { event: { ...base, kind } } };
    case 'share':
      return { kind: 'heard', heard: { event: { ...base, kind } } };
    case 'like':
      return { kind: 'heard', heard: { event: { ...base, kind, count: 1 } } };
    case 'chat': {
      const note =
        typeof object === 'object' && object !== null && typesOf(object.type).includes('Note') ? object : null;
      if (!note || note.content == null) return rejected(phrase('What was created is no Note with content.'));
      return { kind: 'heard', heard: { event: { ...base, kind, text: cleanText(plain(note.content), 2000) } } };
    }
  }
}

function actorOf(actor: z.infer<typeof thing>): { id: string; handle: string; name: string } | null {
  if (typeof actor === 'string')
    return actor === '' ? null : { id: actor, handle: handleIn(actor), name: handleIn(actor) };
  const id = actor.id || (typeof actor.url === 'string' ? actor.url : '') || actor.preferredUsername || actor.name;
  if (!id) return null;
  const handle = actor.preferredUsername || handleIn(id);
  return { id, handle, name: actor.name || handle };
}

/** The last part of an address, which is where a handle stands in one. */
const handleIn = (address: string): string =>
  address
    .replace(/[/?#]+$/, '')
    .split('/')
    .at(-1)
    ?.replace(/^@/, '') || address;

const ENTITIES: Readonly<Record<string, string>> = {
  lt: '<',
  gt: '>',
  quot: '"',
  apos: "'",
  '#39': "'",
  nbsp: ' ',
  amp: '&',
};
/** A note's content is HTML: its words, without the marks. What comes out is text and is never read as markup. */
const plain = (html: string): string =>
  html
    .replace(/<br\s*\/?>|<\/p>\s*<p[^>]*>/gi, ' ')
    .replace(/<[^>]*>/g, '')
    .replace(/&(lt|gt|quot|apos|#39|nbsp|amp);/g, (_, name: string) => ENTITIES[name] ?? '');
