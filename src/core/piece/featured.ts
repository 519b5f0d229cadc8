import { z } from 'zod';
import type { FeaturedHost } from '@/core/engine/feature/featured';
import type { FontSpec, Group, Op } from '@/core/paint/display';
import type { Moves } from '@/core/paint/motion';
import { cutLine, lineOps, readsRightToLeft, wrapText } from '@/core/paint/text';
import { isolate, withoutIsolates } from '@/core/words/isolate';
import { feedMark } from './feed-mark';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { placeholderOps } from './placeholder';
import { READABLE, styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('featured'),
  /** Of the words, px; a long line gets smaller, as far as it can be read. */
  size: z.number().int().min(24).max(96),
  /** A mark says which feed it came by. */
  marks: z.boolean(),
});
export type FeaturedPiece = z.infer<typeof schema>;

export interface FeaturedLive {
  kind: 'featured';
  /** Times: ms, the engine's clock; `until` null: until it is taken away. `mark`: its feed's place among the show's. */
  line: { id: string; at: number; until: number | null; name: string; text: string; mark: number } | null;
}

const MOVES: Moves = { come: 'rise', stay: 'fade', go: 'fade', inMs: 260, outMs: 320 };
const LEADING = 1.3;

/** What one viewer wrote, put on the frame from the desk. */
export const featured: PieceKind<FeaturedPiece, FeaturedLive, object, FeaturedHost> = {
  kind: 'featured',
  title: phrase('Featured line'),
  purpose: phrase('Talk'),
  says: phrase('A line of chat that you put on the frame from the desk, for as long as you choose.'),
  schema,
  least: { w: 300, h: 120 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'featured',
    name: proposed(language, 'Featured line'),
    style: 'slip',
    size: 46,
    marks: false,
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.36),
      w: Math.round(Math.min(frame.width, frame.height) * 0.76),
      h: 250,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'size', label: phrase('Size of the text, px'), control: 'number', least: 24, most: 96 },
    {
      field: 'marks',
      label: phrase('Mark of the feed'),
      control: 'switch',
      on: phrase('Before the name'),
      off: phrase('None'),
    },
  ],
  live: (_piece, { featured: line, show }) => ({
    kind: 'featured',
    line: line && {
      id: line.id,
      at: line.at,
      until: line.until,
      name: line.name,
      text: line.text,
      mark: Math.max(
        0,
        show.feeds.findIndex(({ id }) => id === line.feed),
      ),
    },
  }),
  sample: () => ({ kind: 'featured', line: null }),
  draw(piece, { line }, tools): Group[] {
    const { id, place } = piece;
    if (!line) {
      if (tools.seen !== 'edit') return [];
      const says = aired(tools.language ?? 'en', '{name} appears here', { name: piece.name });
      const ops = placeholderOps(place, says, tools, { size: Math.min(piece.size, 46), dark: '33', radius: 24 });
      return [{ key: id, box: place, ops }];
    }
    const motion = { from: line.at, until: line.until ?? Infinity, moves: MOVES };
    return [{ key: `${id}/${line.id}/${line.at}`, box: place, ops: cardOps(piece, line, tools), motion }];
  },
  alternative: ({ name }, { line }, now) =>
    line === null || (line.until !== null && now >= line.until)
      ? ''
      : `${name}: ${withoutIsolates(line.name)}: ${line.text}`,
};

/** The words in the largest type, no larger than asked, in which all of them have room; in the smallest the last row is cut. */
export function setWords(
  text: string,
  room: { w: number; h: number },
  size: number,
  measure: DrawTools['measure'],
): { rows: string[]; font: FontSpec } {
  for (let px = size; ; px = Math.max(READABLE, px - 4)) {
    const font: FontSpec = { family: 'text', weight: 500, size: px };
    const rows = wrapText(text, room.w, font, measure);
    const fit = Math.max(1, Math.floor(room.h / (px * LEADING)));
    if (rows.length <= fit) return { rows, font };
    if (px <= READABLE)
      return {
        rows: [...rows.slice(0, fit - 1), cutLine(rows.slice(fit - 1).join(' '), room.w, font, measure)],
        font,
      };
  }
}

function cardOps(piece: FeaturedPiece, line: NonNullable<FeaturedLive['line']>, { measure }: DrawTools): Op[] {
  const style = styleOf(piece);
  const { w, h } = piece.place;
  const { pad, foot } = style;
  const room = w - 2 * pad.x;
  const head: FontSpec = { family: 'text', weight: 700, size: Math.round(Math.max(READABLE, piece.size * 0.8)) };
  const top = pad.y * 0.8;
  const below = top + head.size * LEADING;
  const marked = piece.marks ? head.size : 0;
  const said = line.text.replace(/\s+/g, ' ').trim();
  const { rows, font } = setWords(said, { w: room, h: h - foot - below - pad.y * 0.5 }, piece.size, measure);
  const baseline = top + head.size * 0.9;
  const rtl = readsRightToLeft(said);
  return [
    ...style.panel(w, h),
    ...(piece.marks
      ? feedMark(line.mark, { x: pad.x, y: baseline - head.size * 0.72, side: head.size * 0.72 }, style.head)
      : []),
    ...lineOps(
      cutLine(isolate(line.name), room - marked, head, measure),
      { x: pad.x + marked, baseline },
      { font: head, look: style.head },
      measure,
    ),
    ...rows.flatMap((row, n) =>
      lineOps(
        row,
        {
          x: rtl ? pad.x + room : pad.x,
          baseline: below + n * font.size * LEADING + font.size * 0.95,
          ...(rtl ? { align: 'right' as const } : {}),
        },
        { font, look: style.text },
        measure,
      ),
    ),
  ];
}
