import { z } from 'zod';
import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps, lineWidth } from '@/core/paint/text';
import type { Host, Keyword, Kit } from '@/core/engine/kernel/feature';
import type { FrameShow } from './frame';
import { inTurn } from './in-turn';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { READABLE, styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('info'),
  title: z.string().max(60),
  of: z.enum(['keywords', 'perks', 'both']),
  seconds: z.number().int().min(3).max(60),
});
export type InfoPiece = z.infer<typeof schema>;

export interface InfoLive {
  kind: 'info';
  /** What viewers can write, and what it does. */
  lines: { word: string; says: string }[];
}

/** What viewers can write in chat, and what points buy: always as the show is set up, page by page where it does not fit. */
export const info: PieceKind<InfoPiece, InfoLive, object, Host<FrameShow>> = {
  kind: 'info',
  title: phrase('Info card'),
  purpose: phrase('Talk'),
  says: phrase('The keywords and perks that viewers have, always as they are set up.'),
  schema,
  least: { w: 300, h: 160 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'info',
    name: proposed(language, 'Info card'),
    style: 'slip',
    title: proposed(language, 'Write in chat'),
    of: 'both',
    seconds: 8,
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.55),
      w: Math.round(frame.width * 0.56),
      h: 320,
    },
  }),
  controls: [
    { field: 'title', label: phrase('Title'), control: 'text' },
    {
      field: 'of',
      label: phrase('Lists'),
      control: 'choice',
      options: [
        { value: 'both', label: phrase('Keywords and perks') },
        { value: 'keywords', label: phrase('Keywords') },
        { value: 'perks', label: phrase('Perks') },
      ],
    },
    { field: 'seconds', label: phrase('Seconds for each page'), control: 'number', least: 3, most: 60 },
  ],
  live: ({ of }, { show, kit }) => ({ kind: 'info', lines: linesOf(show, of, kit) }),
  sample: ({ of }, show, kit) => ({ kind: 'info', lines: linesOf(show, of, kit) }),
  draw(piece, { lines }, tools) {
    const { rows } = infoRows(piece);
    const shown =
      lines.length > 0
        ? lines
        : tools.seen === 'edit'
          ? [{ word: '', says: aired(tools.language ?? 'en', 'Keywords and perks are listed here') }]
          : [];
    if (shown.length === 0 || rows === 0) return [];
    const pages = Array.from({ length: Math.ceil(shown.length / rows) }, (_, n) =>
      cardOps(piece, shown.slice(n * rows, (n + 1) * rows), tools),
    );
    const [ops = []] = pages;
    return [
      { key: piece.id, box: piece.place, ops, ...(pages.length > 1 ? { clock: inTurn(pages, piece.seconds) } : {}) },
    ];
  },
  alternative: ({ title }, { lines }) =>
    lines.length === 0 ? '' : `${title}: ${lines.map(({ word, says }) => `${word} ${says}`).join('; ')}`,
};

/** Whose keywords come first; those of other features stand before the last. */
const FIRST: readonly string[] = ['points', 'team', 'counter', 'draw', 'leaderboard', 'cue'];
const LAST = 'leftOut';

/** What viewers can write, by what each feature says of its keywords. */
function linesOf(show: FrameShow, of: InfoPiece['of'], { features }: Kit): InfoLive['lines'] {
  const place = (name: string): number => {
    const at = FIRST.indexOf(name);
    return name === LAST ? Infinity : at < 0 ? FIRST.length : at;
  };
  const all = features
    .map(({ name, keywords }) => ({ place: place(name), words: keywords?.(show) ?? [] }))
    .sort((a, b) => a.place - b.place)
    .flatMap(({ words }) => words)
    .filter(({ word, written = word, does }) => written.trim() !== '' && does !== '');
  const lines = (words: readonly Keyword[]): InfoLive['lines'] =>
    words.map(({ word, written = word, does }) => ({ word: written, says: does }));
  const perks = lines(all.filter(({ buys }) => buys));
  const keywords = lines(all.filter(({ buys }) => !buys));
  return of === 'perks' ? perks : of === 'keywords' ? keywords : [...keywords, ...perks];
}

/** How many whole rows fit, and how large they are. */
function infoRows(piece: InfoPiece): { rows: number; size: number; top: number } {
  const {
    place: { w, h },
    title,
  } = piece;
  const { pad, foot } = styleOf(piece);
  const size = Math.round(Math.max(READABLE, Math.min(46, w * 0.07)));
  const top = pad.y + (title ? size * 1.6 : 0);
  return {
    rows: Math.max(0, Math.floor((h - top - pad.y * 0.6 - foot) / (size * 1.4))),
    size,
    top,
  };
}

function cardOps(piece: InfoPiece, lines: InfoLive['lines'], { measure }: DrawTools): Op[] {
  const style = styleOf(piece);
  const { size, top } = infoRows(piece);
  const { w, h } = piece.place;
  const room = w - 2 * style.pad.x;
  const head: FontSpec = { family: 'title', weight: 700, size: Math.round(size * 1.05) };
  const bold: FontSpec = { family: 'text', weight: 700, size };
  const plain: FontSpec = { family: 'text', weight: 500, size };
  return [
    ...style.panel(w, h),
    ...(piece.title
      ? lineOps(
          cutLine(piece.title, room, head, measure),
          { x: style.pad.x, baseline: style.pad.y + head.size * 0.84 },
          { font: head, look: style.head },
          measure,
        )
      : []),
    ...lines.flatMap(({ word, says }, n) => {
      const baseline = top + n * size * 1.4 + size * 0.95;
      const shown = cutLine(word, room * 0.5, bold, measure);
      const after = word === '' ? 0 : lineWidth(shown, bold, measure) + size * 0.5;
      return [
        ...lineOps(shown, { x: style.pad.x, baseline }, { font: bold, look: style.text }, measure),
        ...lineOps(
          cutLine(says, room - after, plain, measure),
          { x: style.pad.x + after, baseline },
          { font: plain, look: style.soft },
          measure,
        ),
      ];
    }),
  ];
}
