import { z } from 'zod';
import type { FontSpec, Group, Op } from '@/core/paint/display';
import { cutLine, fitText, lineOps, lineWidth, wrapText } from '@/core/paint/text';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { READABLE, styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

export const OVERLONG = ['shrink', 'cut', 'wrap', 'scroll'] as const;
export const ALIGNS = ['left', 'centre', 'right'] as const;

const schema = z.object({
  ...pieceBase,
  kind: z.literal('text'),
  words: z.string().max(500),
  /** px of the frame; where it is to shrink, the largest it is. */
  size: z.number().int().min(20).max(400),
  align: z.enum(ALIGNS),
  /** Room at its sides, px. */
  inset: z.number().int().min(0).max(200),
  /** The style's backing behind it. */
  backing: z.boolean(),
  overlong: z.enum(OVERLONG),
});
export type WordsPiece = z.infer<typeof schema>;

export interface WordsLive {
  kind: 'text';
}

const LEADING = 1.14;
/** Scrolling words move by so many em a second: some six letters, which people read with ease (common practice, no source). */
const EM_A_SECOND = 3;
/** Between the end of scrolling words and their next beginning, em. */
const APART_EM = 2.5;
/** Words of the streamer's own, in any of the fonts. */
export const words: PieceKind<WordsPiece, WordsLive> = {
  kind: 'text',
  title: phrase('Words'),
  purpose: phrase('Picture'),
  says: phrase('Your own words: a title, a link, what is on today.'),
  schema,
  least: { w: 80, h: 40 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'text',
    name: proposed(language, 'Words'),
    style: 'bisque',
    words: proposed(language, 'Tonight: celadon'),
    size: 72,
    align: 'left',
    inset: 12,
    backing: true,
    overlong: 'shrink',
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.1),
      w: Math.round(frame.width * 0.6),
      h: 120,
    },
  }),
  controls: [{ field: 'name', label: phrase('Name'), control: 'text' }],
  live: () => ({ kind: 'text' }),
  sample: () => ({ kind: 'text' }),
  draw(piece, _live, tools) {
    const { place, id } = piece;
    const backing = piece.backing ? styleOf(piece).panel(place.w, place.h) : [];
    if (piece.words.trim() === '')
      return tools.seen === 'edit'
        ? [
            {
              key: id,
              box: place,
              ops: [
                ...backing,
                ...linesOf({ ...piece, words: aired(tools.language ?? 'en', 'Write something') }, tools),
              ],
            },
          ]
        : [];
    const room = roomOf(piece);
    const font = fontOf(piece);
    if (piece.overlong !== 'scroll' || lineWidth(oneLine(piece), font, tools.measure) <= room.w)
      return [{ key: id, box: place, ops: [...backing, ...linesOf(piece, tools)] }];
    return [
      ...(backing.length > 0 ? [{ key: `${id}/backing`, box: place, ops: backing }] : []),
      scrolling(piece, tools),
    ];
  },
  alternative: ({ words: said }) => said.trim(),
};

const oneLine = ({ words: said }: WordsPiece): string => said.replace(/\s+/g, ' ').trim();
const fontOf = ({ size, place }: WordsPiece): FontSpec => ({
  family: 'title',
  weight: 700,
  size: Math.max(READABLE, Math.min(size, place.h * 0.92)),
});

function roomOf(piece: WordsPiece): {
  x: number;
  w: number;
  y: number;
  h: number;
} {
  const {
    place: { w, h },
    inset,
    backing,
  } = piece;
  const { pad, foot } = styleOf(piece);
  const x = inset + (backing ? pad.x * 0.6 : 0);
  // Slip stands on an edge that is no room for words.
  return { x, w: Math.max(1, w - 2 * x), y: 0, h: h - (backing ? foot : 0) };
}

function linesOf(piece: WordsPiece, { measure }: DrawTools): Op[] {
  const room = roomOf(piece);
  const most = fontOf(piece);
  const line = oneLine(piece);
  let font = most;
  let lines: string[];
  if (piece.overlong === 'wrap') {
    const leading = most.size * LEADING;
    const fits = Math.max(1, Math.floor((room.h + most.size * (LEADING - 1)) / leading));
    const all = piece.words.split('\n').flatMap((part) => wrapText(part, room.w, most, measure));
    lines =
      all.length <= fits
        ? all
        : [...all.slice(0, fits - 1), cutLine(all.slice(fits - 1).join(' '), room.w, most, measure)];
  } else if (piece.overlong === 'shrink') {
    const wide = lineWidth(line, most, measure);
    const size = Math.max(READABLE, Math.floor(most.size * Math.min(1, room.w / Math.max(1, wide))));
    font = { ...most, size };
    lines = size > READABLE || wide <= room.w ? [line] : [cutLine(line, room.w, font, measure)];
    // What is far too long for one line is larger on several.
    if (size < most.size * 0.6)
      ({ lines, font } = fitText(line, room, { font: most, least: READABLE, leading: LEADING }, measure));
  } else lines = [cutLine(line, room.w, most, measure)];
  const x = piece.align === 'left' ? room.x : piece.align === 'right' ? room.x + room.w : room.x + room.w / 2;
  const first = room.y + room.h / 2 - ((lines.length - 1) * font.size * LEADING) / 2 + font.size * 0.34;
  return lines.flatMap((text, n) => {
    const baseline = first + n * font.size * LEADING;
    return lineOps(text, { x, baseline, align: piece.align }, { font, look: styleOf(piece).text }, measure);
  });
}

/** Words that pass through their box at a speed that can be read, over and over. */
function scrolling(piece: WordsPiece, { measure }: DrawTools): Group {
  const room = roomOf(piece);
  const font = fontOf(piece);
  const text = oneLine(piece);
  const wide = lineWidth(text, font, measure);
  const round = wide + font.size * APART_EM;
  const baseline = room.h / 2 + font.size * 0.34;
  const at = (x: number): Op[] => lineOps(text, { x, baseline }, { font, look: styleOf(piece).text }, measure);
  return {
    key: piece.id,
    box: piece.place,
    ops: [],
    clip: { x: room.x, y: 0, w: room.w, h: piece.place.h },
    clock: (now) => {
      const gone = ((now / 1000) * EM_A_SECOND * font.size) % round;
      return { ops: [...at(room.x - gone), ...at(room.x - gone + round)], next: now };
    },
  };
}
