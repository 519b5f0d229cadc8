import { z } from 'zod';
import { pointsWords } from '@/core/engine/feature/points/schema';
import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps, lineWidth } from '@/core/paint/text';
import type { Show } from '@/core/show/show';
import { inTurn } from './in-turn';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { READABLE, STYLES } from './style';

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
export const info: PieceKind<InfoPiece, InfoLive> = {
  kind: 'info',
  title: 'Info card',
  purpose: 'Talk',
  says: 'The keywords and perks that viewers have, always as they are set up.',
  schema,
  least: { w: 300, h: 160 },
  make: (id, { frame }) => ({
    id,
    kind: 'info',
    name: 'Info card',
    style: 'slip',
    title: 'Write in chat',
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
    { field: 'title', label: 'Title', control: 'text' },
    {
      field: 'of',
      label: 'Lists',
      control: 'choice',
      options: [
        { value: 'both', label: 'Keywords and perks' },
        { value: 'keywords', label: 'Keywords' },
        { value: 'perks', label: 'Perks' },
      ],
    },
    { field: 'seconds', label: 'Seconds for each page', control: 'number', least: 3, most: 60 },
  ],
  live: ({ of }, { show }) => ({ kind: 'info', lines: linesOf(show, of) }),
  sample: ({ of }, show) => ({ kind: 'info', lines: linesOf(show, of) }),
  draw(piece, { lines }, tools) {
    const { rows } = infoRows(piece);
    const shown =
      lines.length > 0
        ? lines
        : tools.seen === 'edit'
          ? [{ word: '', says: 'Keywords and perks are listed here' }]
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
  twin: ({ title }, { lines }) =>
    lines.length === 0 ? '' : `${title}: ${lines.map(({ word, says }) => `${word} ${says}`).join('; ')}`,
};

function linesOf(
  { points, teams, counters, pieces, draws, leftOut, cues }: Show,
  of: InfoPiece['of'],
): InfoLive['lines'] {
  const perks = points.on
    ? points.perks.map(({ keyword, name, price }) => ({
        word: keyword,
        says: price > 0 ? `${name}, ${pointsWords(price, points)}` : name,
      }))
    : [];
  if (of === 'perks') return perks;
  const keywords = [
    ...(points.on
      ? [
          { word: points.ask, says: `your ${points.unit}` },
          { word: points.give.keyword, says: 'hand some on' },
        ]
      : []),
    ...teams.map(({ keyword, name }) => ({ word: keyword, says: `join ${name}` })),
    ...counters.map(({ keyword = '', name }) => ({ word: keyword, says: name })),
    ...draws.map(({ keyword, name }) => ({ word: keyword, says: name })),
    ...pieces.flatMap((piece) =>
      piece.kind === 'leaderboard' ? [{ word: piece.ask ?? '', says: `your place: ${piece.title || piece.name}` }] : [],
    ),
    ...cues.flatMap(({ on, when, name }) =>
      on && when.kind === 'chat' && when.how === 'keyword' && name !== '' ? [{ word: when.text, says: name }] : [],
    ),
    { word: leftOut.keyword, says: 'off the leaderboards, or back' },
  ].filter(({ word }) => word.trim() !== '');
  return of === 'keywords' ? keywords : [...keywords, ...perks];
}

/** How many whole rows fit, and how large they are. */
function infoRows({ place: { w, h }, style, title }: InfoPiece): { rows: number; size: number; top: number } {
  const { pad } = STYLES[style];
  const size = Math.round(Math.max(READABLE, Math.min(46, w * 0.07)));
  const top = pad.y + (title ? size * 1.6 : 0);
  return {
    rows: Math.max(0, Math.floor((h - top - pad.y * 0.6 - (style === 'slip' ? 14 : 0)) / (size * 1.4))),
    size,
    top,
  };
}

function cardOps(piece: InfoPiece, lines: InfoLive['lines'], { measure }: DrawTools): Op[] {
  const style = STYLES[piece.style];
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
          style.pad.x,
          style.pad.y + head.size * 0.84,
          head,
          style.head,
          measure,
        )
      : []),
    ...lines.flatMap(({ word, says }, n) => {
      const baseline = top + n * size * 1.4 + size * 0.95;
      const shown = cutLine(word, room * 0.5, bold, measure);
      const after = word === '' ? 0 : lineWidth(shown, bold, measure) + size * 0.5;
      return [
        ...lineOps(shown, style.pad.x, baseline, bold, style.text, measure),
        ...lineOps(
          cutLine(says, room - after, plain, measure),
          style.pad.x + after,
          baseline,
          plain,
          style.soft,
          measure,
        ),
      ];
    }),
  ];
}
