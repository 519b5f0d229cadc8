import { z } from 'zod';
import type { DelayHost } from '@/core/engine/feature/delay';
import type { FontSpec, Op } from '@/core/paint/display';
import { lineOps, lineWidth } from '@/core/paint/text';
import type { FrameSize } from './frame';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { phrase } from '@/core/words/phrase';

const schema = z.object({ ...pieceBase, kind: z.literal('mark') });
export type MarkPiece = z.infer<typeof schema>;

export interface MarkLive {
  kind: 'mark';
  /** Times: ms, the engine's clock. `number`: '' for a mark. */
  mark: { id: string; at: number; until: number; number: string } | null;
}

/** What the delay is measured by. It is no part of a show: outlets have it while it is measured (stage/outlet-frame.ts). */
export const mark: PieceKind<MarkPiece, MarkLive, object, DelayHost> = {
  kind: 'mark',
  title: phrase('Mark'),
  purpose: phrase('Picture'),
  says: phrase('What the delay is measured by.'),
  schema,
  least: { w: 1, h: 1 },
  make: (id, { frame }) => markPiece(id, frame),
  controls: [],
  live: (_piece, { delayMark }) => ({ kind: 'mark', mark: delayMark }),
  sample: () => ({ kind: 'mark', mark: null }),
  draw(piece, { mark: shown }, tools) {
    if (!shown) return [];
    const ops = shown.number === '' ? blockOps(piece) : numberOps(piece, shown.number, tools);
    return [
      {
        key: `${piece.id}/${shown.id}`,
        box: piece.place,
        ops: [],
        clock: (now) => ({
          ops: now >= shown.at && now < shown.until ? ops : [],
          next: now < shown.at ? shown.at : now < shown.until ? shown.until : Infinity,
        }),
      },
    ];
  },
  alternative: (_piece, { mark: shown }, now) =>
    shown && now >= shown.at && now < shown.until ? (shown.number === '' ? '◆' : shown.number) : '',
};

/** In the middle of a frame, as wide as half its shorter side. */
export function markPiece(id: string, frame: FrameSize): MarkPiece {
  const side = Math.round(Math.min(frame.width, frame.height) / 2);
  return {
    id,
    kind: 'mark',
    name: 'Mark',
    style: 'slip',
    place: {
      x: Math.round((frame.width - side) / 2),
      y: Math.round((frame.height - side) / 2),
      w: side,
      h: side,
    },
  };
}

const WHITE = '#ffffff';
const BLACK = '#000000';

const blockOps = ({ place: { w, h } }: MarkPiece): Op[] => [
  { op: 'rect', x: 0, y: 0, w, h, radius: 0, fill: WHITE },
  { op: 'path', d: 'M12 3 21 12 12 21 3 12Z', x: 0, y: 0, scale: w / 24, fill: BLACK },
];

function numberOps({ place: { w, h } }: MarkPiece, number: string, { measure }: DrawTools): Op[] {
  const font: FontSpec = { family: 'title', weight: 700, size: Math.round(w * 0.44) };
  return [
    { op: 'rect', x: 0, y: 0, w, h, radius: 0, fill: WHITE },
    ...lineOps(
      number,
      { x: (w - lineWidth(number, font, measure)) / 2, baseline: h / 2 + font.size * 0.34 },
      { font, look: { fill: BLACK } },
      measure,
    ),
  ];
}
