import { drawn } from '@/core/engine/kernel/chance';
import { z } from 'zod';
import type { DriftHost, Floating } from '@/core/engine/feature/drift/slice';
import type { Group, Op } from '@/core/paint/display';
import { emojiSource } from '@/core/paint/emoji';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { placeholderOps } from './placeholder';
import { phrase } from '@/core/words/phrase';
import { proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('drift'),
  /** How long one takes from the bottom to the top, s, and its size, px. */
  seconds: z.number().int().min(2).max(15),
  size: z.number().int().min(32).max(200),
});
export type DriftPiece = z.infer<typeof schema>;

export interface DriftLive {
  kind: 'drift';
  floating: readonly Floating[];
}

const { PI, sin } = Math;

/** Chat's emoji float up across the frame, each on a way of its own. */
export const drift: PieceKind<DriftPiece, DriftLive, object, DriftHost> = {
  kind: 'drift',
  title: phrase('Emoji from chat (drift)'),
  purpose: phrase('React'),
  says: phrase('The emoji of the chat float across the frame.'),
  schema,
  least: { w: 120, h: 300 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'drift',
    name: proposed(language, 'Drift'),
    style: 'slip',
    seconds: 6,
    size: 84,
    place: {
      x: Math.round(frame.width * 0.72),
      y: Math.round(frame.height * 0.2),
      w: Math.round(frame.width * 0.22),
      h: Math.round(frame.height * 0.5),
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'seconds', label: phrase('Seconds from below to above'), control: 'number', least: 2, most: 15 },
    { field: 'size', label: phrase('Size, px'), control: 'number', least: 32, most: 200 },
  ],
  live: ({ seconds }, { floating, now }) => ({
    kind: 'drift',
    floating: floating.filter(({ at }) => at > now - seconds * 1000),
  }),
  sample: () => ({ kind: 'drift', floating: [] }),
  draw(piece, { floating }, tools) {
    const groups = floating.map((each): Group => ({
      key: `${piece.id}/${each.id}`,
      box: { ...piece.place, w: piece.size, h: piece.size },
      ops: emojiOps(each.emoji, piece.size),
      path: pathOf(piece, each),
    }));
    if (tools.seen === 'edit')
      groups.unshift({ key: `${piece.id}/empty`, box: piece.place, ops: emptyOps(piece, tools) });
    return groups;
  },
  alternative: (piece, { floating }, now) => {
    // As long as they are drawn: nothing is painted, or said, once the last one has gone.
    const seen = floating.filter((each) => each.at <= now && now < pathOf(piece, each).until);
    return seen.length === 0 ? '' : `${piece.name}: ${seen.map(({ emoji }) => emoji).join(' ')}`;
  },
};

/** Each has a lane, a delay and a sway that follow from its id alone: every outlet shows the same. */
function pathOf({ place: { w, h }, seconds, size }: DriftPiece, { id, at }: Floating): NonNullable<Group['path']> {
  const lane = drawn(`${id}/lane`) * Math.max(0, w - size);
  const sway = Math.min(w / 2, 18 + drawn(`${id}/sway`) * 30);
  const turns = 1 + drawn(`${id}/turns`) * 1.5;
  // Those that are thrown at once do not come in a row.
  const from = at + drawn(`${id}/delay`) * 900;
  const until = from + (seconds * 1000 - 900) * (0.75 + drawn(`${id}/speed`) * 0.25);
  return {
    from,
    until,
    at: (t) => ({
      dx: Math.max(0, Math.min(Math.max(0, w - size), lane + sway * sin(2 * PI * turns * t))),
      dy: (h - size) * (1 - t),
      opacity: Math.min(1, t * 6, (1 - t) * 4),
    }),
  };
}

const emojiOps = (emoji: string, size: number): Op[] => [
  { op: 'image', x: 0, y: 0, w: size, h: size, src: emojiSource(emoji) },
];

/** In the editor only: where they will float. */
const emptyOps = ({ place, name }: DriftPiece, tools: DrawTools): Op[] =>
  placeholderOps(place, name, tools, { size: 32, dark: '33' });
