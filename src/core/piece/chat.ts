import { z } from 'zod';
import type { ChatHost, ChatLine } from '@/core/engine/feature/chat/slice';
import { someoneSchema } from '@/core/engine/count/someone';
import { isolate, withoutIsolates } from '@/core/words/fields';
import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps, lineWidth, readsRightToLeft, wrapText } from '@/core/paint/text';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { READABLE, STYLES } from './style';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('chat'),
  size: z.number().int().min(24).max(96),
  wrap: z.boolean(),
  /** Whether a host or moderator is told as one. */
  roles: z.boolean(),
  /** Lines of helper accounts, and keywords, are left out. */
  bots: z.boolean(),
  keywords: z.boolean(),
  /** Viewers whose lines are left out. */
  without: z.array(someoneSchema).max(200),
  /** A line leaves after so many seconds; 0: it stays until others push it out. */
  seconds: z.number().int().min(0).max(600),
  /** The style's backing behind it. */
  backing: z.boolean(),
});
export type ChatPiece = z.infer<typeof schema>;

export interface ChatLive {
  kind: 'chat';
  /** Oldest first; `at`: ms, the engine's clock. `role`: '' where none is told. */
  lines: { id: string; at: number; name: string; role: string; text: string }[];
}

/** So many are sent: more do not stand on any frame. */
const MOST = 20;
const LEADING = 1.3;
const ROLE_WORDS: Partial<Record<string, string>> = { host: 'host', moderator: 'mod' };

/** What viewers write, whole lines only, the newest below. */
export const chat: PieceKind<ChatPiece, ChatLive, object, ChatHost> = {
  kind: 'chat',
  title: 'Chat column',
  purpose: 'Talk',
  says: 'What viewers write, for those who watch without a chat beside the picture.',
  schema,
  least: { w: 240, h: 120 },
  make: (id, { frame }) => ({
    id,
    kind: 'chat',
    name: 'Chat',
    style: 'kiln',
    size: 38,
    wrap: true,
    roles: true,
    bots: false,
    keywords: false,
    without: [],
    seconds: 0,
    backing: true,
    // Common practice, no source: about 400 px wide.
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.5),
      w: Math.min(460, Math.round(frame.width * 0.5)),
      h: 420,
    },
  }),
  controls: [
    { field: 'name', label: 'Name', control: 'text' },
    { field: 'size', label: 'Size of the text, px', control: 'number', least: 24, most: 96 },
    { field: 'wrap', label: 'Long lines', control: 'switch', on: 'Go on below', off: 'Are cut' },
    { field: 'roles', label: 'Hosts and moderators', control: 'switch', on: 'Told as such', off: 'As everybody' },
    { field: 'bots', label: 'Helper accounts', control: 'switch', on: 'Shown', off: 'Left out' },
    { field: 'keywords', label: 'Keywords', control: 'switch', on: 'Shown', off: 'Left out' },
    { field: 'seconds', label: 'A line leaves after, seconds (0: it stays)', control: 'number', least: 0, most: 600 },
    { field: 'backing', label: 'Backing', control: 'switch', on: 'Behind it', off: 'None' },
  ],
  live: (piece, { chats }) => ({
    kind: 'chat',
    lines: chats
      .filter((line) => isShown(piece, line))
      .slice(-MOST)
      .map(({ id, at, name, roles, text }) => ({ id, at, name, role: piece.roles ? roleOf(roles) : '', text })),
  }),
  sample: () => ({ kind: 'chat', lines: [] }),
  draw(piece, { lines }, tools) {
    const { id, place } = piece;
    const empty = tools.seen === 'edit' ? [...backingOf(piece), ...emptyOps(piece, tools)] : [];
    const opsOf = (shown: ChatLive['lines']): Op[] =>
      shown.length === 0 ? empty : [...backingOf(piece), ...rowOps(piece, shown, tools)];
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
  },
  alternative: ({ name, seconds }, { lines }, now) => {
    const shown = seconds === 0 ? lines : lines.filter(({ at }) => now - at < seconds * 1000);
    return shown.length === 0
      ? ''
      : `${name}: ${shown.map(({ name: who, text }) => `${withoutIsolates(who)}: ${text}`).join('; ')}`;
  },
};

const roleOf = (roles: readonly string[]): string =>
  roles.map((role) => ROLE_WORDS[role] ?? '').find((role) => role !== '') ?? '';

const isShown = ({ bots, keywords, without }: ChatPiece, { roles, text, feed, viewer }: ChatLine): boolean =>
  (bots || !roles.includes('bot')) &&
  (keywords || !/^!\S/.test(text.trim())) &&
  !without.some((one) => one.feed === feed && one.viewer === viewer);

const backingOf = ({ backing, style, place: { w, h } }: ChatPiece): Op[] => (backing ? STYLES[style].panel(w, h) : []);

/** Its room, and how many whole lines of text stand in it. */
export function chatRows({ place: { w, h }, size, style, backing }: ChatPiece): {
  x: number;
  w: number;
  top: number;
  rows: number;
  leading: number;
} {
  const { pad } = STYLES[style];
  const x = backing ? pad.x * 0.7 : 6;
  const top = backing ? pad.y * 0.7 : 4;
  const leading = size * LEADING;
  const bottom = top + (backing && style === 'slip' ? 14 : 0);
  return { x, w: w - 2 * x, top, rows: Math.max(0, Math.floor((h - top - bottom) / leading)), leading };
}

/** From below upwards, a message at a time: one that would not be whole is not begun, but for the newest, which is cut. */
function rowOps(piece: ChatPiece, lines: ChatLive['lines'], { measure }: DrawTools): Op[] {
  const style = STYLES[piece.style];
  const { x, w, top, rows, leading } = chatRows(piece);
  const font: FontSpec = { family: 'text', weight: 500, size: piece.size };
  const bold: FontSpec = { ...font, weight: 700 };
  const small: FontSpec = { ...bold, size: Math.round(Math.max(Math.min(READABLE, piece.size), piece.size * 0.72)) };
  const ops: Op[] = [];
  let left = rows;
  for (const { name, role, text } of [...lines].reverse()) {
    if (left <= 0) break;
    const rtl = readsRightToLeft(text);
    const told = role === '' ? 0 : lineWidth(role, small, measure) + piece.size * 0.35;
    const who = cutLine(isolate(name), w * 0.55, bold, measure);
    const whoWide = lineWidth(who, bold, measure) + piece.size * 0.35;
    const said = text.replace(/\s+/g, ' ').trim();
    // The name's room is taken from the first line alone.
    const first = w - told - whoWide;
    const all = piece.wrap ? wrapAfter(said, { first, rest: w }, font, measure) : [cutLine(said, first, font, measure)];
    if (all.length > left && left < rows) break;
    const shown = all.slice(0, left);
    if (shown.length < all.length)
      shown[shown.length - 1] = cutLine(`${shown.at(-1) ?? ''} ${all.slice(shown.length).join(' ')}`, w, font, measure);
    left -= shown.length;
    shown.forEach((line, n) => {
      const baseline = top + (left + n) * leading + piece.size * 0.98;
      const start = n === 0 ? told + whoWide : 0;
      ops.push(
        ...(rtl
          ? lineOps(line, { x: x + w, baseline, align: 'right' }, { font, look: style.text }, measure)
          : lineOps(line, { x: x + start, baseline }, { font, look: style.text }, measure)),
      );
      if (n > 0) return;
      if (role !== '') ops.push(...lineOps(role, { x, baseline }, { font: small, look: style.soft }, measure));
      ops.push(...lineOps(who, { x: x + told, baseline }, { font: bold, look: style.head }, measure));
    });
  }
  return ops;
}

/** Breaks a text whose first line has less room than the others. */
function wrapAfter(
  text: string,
  { first, rest }: { first: number; rest: number },
  font: FontSpec,
  measure: DrawTools['measure'],
): string[] {
  const [start = ''] = first > font.size * 2 ? wrapText(text, first, font, measure) : [''];
  const more = text.slice(start.length).trim();
  return more === '' ? [start] : [start, ...wrapText(more, rest, font, measure)];
}

function emptyOps(piece: ChatPiece, tools: DrawTools): Op[] {
  return rowOps(
    { ...piece, wrap: true },
    [{ id: 'e', at: 0, name: piece.name, role: '', text: 'what viewers write appears here' }],
    tools,
  );
}
