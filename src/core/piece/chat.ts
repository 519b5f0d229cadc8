import type { ChatHost, ChatLine } from '@/core/engine/feature/chat/slice';
import { withoutIsolates } from '@/core/words/isolate';
import type { Group, Op } from '@/core/paint/display';
import type { Moves } from '@/core/paint/motion';
import { chatRows, setLines, type SetLine } from './chat-rows';
import { schema, type ChatLive, type ChatPiece } from './chat-schema';
import type { DrawTools, PieceKind } from './piece';
import { placeholderOps } from './placeholder';
import { styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

/** So many are sent: more do not stand on any frame. */
const MOST = 20;
const ROLE_WORDS: Partial<Record<string, string>> = { host: 'host', moderator: 'mod' };

/** What viewers write, whole lines only. */
export const chat: PieceKind<ChatPiece, ChatLive, object, ChatHost> = {
  kind: 'chat',
  title: phrase('Chat'),
  purpose: phrase('Talk'),
  says: phrase('What viewers write, for those who watch without a chat beside the picture.'),
  schema,
  least: { w: 240, h: 120 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'chat',
    name: proposed(language, 'Chat'),
    style: 'kiln',
    size: 38,
    wrap: true,
    roles: true,
    bots: false,
    keywords: false,
    without: [],
    seconds: 0,
    backing: true,
    skips: ['/'],
    moves: true,
    // Common practice, no source: about 400 px wide.
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.5),
      w: Math.min(460, Math.round(frame.width * 0.5)),
      h: 420,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'size', label: phrase('Size of the text, px'), control: 'number', least: 24, most: 96 },
    {
      field: 'wrap',
      label: phrase('Long lines'),
      control: 'switch',
      on: phrase('Wrap'),
      off: phrase('Cut off'),
    },
    {
      field: 'roles',
      label: phrase('Hosts and moderators'),
      control: 'switch',
      on: phrase('Marked'),
      off: phrase('Like everyone'),
    },
    {
      field: 'bots',
      label: phrase('Bots'),
      control: 'switch',
      on: phrase('Shown'),
      off: phrase('Left out'),
    },
    { field: 'keywords', label: phrase('Keywords'), control: 'switch', on: phrase('Shown'), off: phrase('Left out') },
    {
      field: 'seconds',
      label: phrase('A line leaves after, seconds (0: it stays)'),
      control: 'number',
      least: 0,
      most: 600,
    },
    { field: 'backing', label: phrase('Backing'), control: 'switch', on: phrase('Behind it'), off: phrase('None') },
    {
      field: 'anchor',
      label: phrase('The newest line stands'),
      control: 'choice',
      otherwise: 'below',
      options: [
        { value: 'below', label: phrase('Below') },
        { value: 'above', label: phrase('Above') },
      ],
    },
    {
      field: 'moves',
      label: phrase('Lines come and go'),
      control: 'switch',
      on: phrase('With a motion'),
      off: phrase('At once'),
    },
    {
      field: 'marks',
      label: phrase('Mark of the feed'),
      control: 'switch',
      on: phrase('Before each line'),
      off: phrase('None'),
    },
  ],
  live: (piece, { chats, madeUp, show }) => {
    const feeds = show.feeds.map(({ id }) => id);
    const lines = [...chats.filter((line) => isShown(piece, line)), ...(madeUp?.lines ?? [])];
    return {
      kind: 'chat',
      lines: lines.slice(-MOST).map(({ id, at, feed, name, roles, text }) => ({
        id,
        at,
        name,
        role: piece.roles ? roleOf(roles) : '',
        text,
        ...(piece.marks ? { mark: Math.max(0, feeds.indexOf(feed)) } : {}),
      })),
    };
  },
  sample: () => ({ kind: 'chat', lines: [] }),
  draw: (piece, { lines }, tools) =>
    lines.length > 0 && piece.moves ? movingGroups(piece, lines, tools) : stillGroups(piece, lines, tools),
  alternative: ({ name, seconds }, { lines }, now) => {
    const shown = seconds === 0 ? lines : lines.filter(({ at }) => now - at < seconds * 1000);
    return shown.length === 0
      ? ''
      : `${name}: ${shown.map(({ name: who, text }) => `${withoutIsolates(who)}: ${text}`).join('; ')}`;
  },
};

const roleOf = (roles: readonly string[]): string =>
  roles.map((role) => ROLE_WORDS[role] ?? '').find((role) => role !== '') ?? '';

const isShown = (piece: ChatPiece, { roles, text, feed, viewer }: ChatLine): boolean =>
  (piece.bots || !roles.includes('bot')) &&
  (piece.keywords || !/^!\S/.test(text.trim())) &&
  (piece.feeds?.includes(feed) ?? true) &&
  (!piece.people || roles.some((role) => piece.people?.roles.includes(role)) === (piece.people.how === 'only')) &&
  !piece.skips?.some((start) => text.trim().toLowerCase().startsWith(start.toLowerCase())) &&
  !piece.without.some((one) => one.feed === feed && one.viewer === viewer);

const backingOf = (piece: ChatPiece): Op[] => (piece.backing ? styleOf(piece).panel(piece.place.w, piece.place.h) : []);

/** All lines as one: they come and go at once. */
function stillGroups(piece: ChatPiece, lines: ChatLive['lines'], tools: DrawTools): Group[] {
  const { id, place } = piece;
  const empty = tools.seen === 'edit' ? emptyOps(piece, tools) : [];
  const opsOf = (shown: ChatLive['lines']): Op[] =>
    shown.length === 0 ? empty : [...backingOf(piece), ...flat(setLines(piece, shown, tools))];
  if (piece.seconds === 0) {
    const ops = opsOf(lines);
    return ops.length === 0 ? [] : [{ key: id, box: place, ops }];
  }
  const stays = piece.seconds * 1000;
  let kept: { count: number; ops: Op[] } | null = null;
  return [
    {
      key: id,
      box: place,
      ops: [],
      clock: (now) => {
        const shown = lines.filter(({ at }) => now - at < stays);
        if (kept?.count !== shown.length) kept = { count: shown.length, ops: opsOf(shown) };
        return { ops: kept.ops, next: shown[0] ? shown[0].at + stays : Infinity };
      },
    },
  ];
}

/** Lines come and go so. */
const MOVES: Record<'below' | 'above', Moves> = {
  below: { come: 'rise', stay: 'fade', go: 'fade', inMs: 240, outMs: 400 },
  above: { come: 'sink', stay: 'fade', go: 'fade', inMs: 240, outMs: 400 },
};

/** Each line by itself. One that leaves stands furthest from the newest, so that no other moves for it. */
function movingGroups(piece: ChatPiece, lines: ChatLive['lines'], tools: DrawTools): Group[] {
  const { id, place, seconds, anchor = 'below' } = piece;
  const stays = seconds === 0 ? Infinity : seconds * 1000;
  const times = lines.map(({ at }) => at);
  const backing = backingOf(piece);
  const { leading, top } = chatRows(piece);
  const groups: Group[] = setLines(piece, lines, tools).map(({ line, first, rows, opsAt }) => ({
    key: `${id}/${line.id}`,
    box: { ...place, y: place.y + first * leading, h: top + (rows + 0.4) * leading },
    ops: opsAt(0),
    motion: { from: line.at, until: line.at + stays, moves: MOVES[anchor] },
  }));
  if (backing.length === 0) return groups;
  const moves: Moves = { ...MOVES[anchor], come: 'fade' };
  const motion = { from: Math.min(...times), until: Math.max(...times) + stays, moves };
  return [{ key: id, box: place, ops: backing, motion }, ...groups];
}

const flat = (set: readonly SetLine[]): Op[] => set.flatMap(({ opsAt, first }) => opsAt(first));

/** In the editor: where chat will be. Its backing would cover the picture while nothing stands on it. */
const emptyOps = (piece: ChatPiece, tools: DrawTools): Op[] =>
  placeholderOps(piece.place, aired(tools.language ?? 'en', '{name} appears here', { name: piece.name }), tools, {
    size: piece.size,
    dark: '33',
    radius: 24,
  });
