import { z } from 'zod';
import { CREDIT_KINDS } from '@/core/engine/feature/credits/names';
import {
  CREDIT_LEADING,
  listKey,
  NAME_MS,
  rollMs,
  type CreditsHost,
  type Roll,
} from '@/core/engine/feature/credits/slice';
import type { FontSpec, Group, Op } from '@/core/paint/display';
import { lineOps, lineWidth } from '@/core/paint/text';
import { isolate, withoutIsolates } from '@/core/words/isolate';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { READABLE, styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, airedRows, proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('credits'),
  title: z.string().max(60),
  /** Who is named, and over what time. */
  of: z.enum(CREDIT_KINDS),
  over: z.enum(['session', 'ever']),
  /** Round and round; or once through, when a cue says so. */
  runs: z.enum(['round', 'once']),
  size: z.number().int().min(24).max(96),
});
export type CreditsPiece = z.infer<typeof schema>;

export interface CreditsLive {
  kind: 'credits';
  names: readonly string[];
  /** Of names that run once: absent while they do not. */
  roll?: Roll;
}

/** Names that scroll from below upwards, whole, at a speed that can be read. */
export const credits: PieceKind<CreditsPiece, CreditsLive, object, CreditsHost> = {
  kind: 'credits',
  title: phrase('Scrolling names'),
  purpose: phrase('Rank'),
  says: phrase(
    'Followers, subscribers or supporters by name, as credits: round and round, or once when a cue says so.',
  ),
  schema,
  least: { w: 240, h: 160 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'credits',
    name: proposed(language, 'Scrolling names'),
    style: 'kiln',
    title: proposed(language, 'Thank you'),
    of: 'supporters',
    over: 'session',
    runs: 'round',
    size: 44,
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.3),
      w: Math.round(Math.min(frame.width, frame.height) * 0.56),
      h: 520,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'title', label: phrase('Title'), control: 'text' },
    {
      field: 'of',
      label: phrase('Who is named'),
      control: 'choice',
      options: [
        { value: 'followers', label: phrase('Followers') },
        { value: 'subscribers', label: phrase('Subscribers') },
        { value: 'supporters', label: phrase('Supporters') },
        { value: 'everybody', label: phrase('Everybody') },
      ],
    },
    {
      field: 'over',
      label: phrase('Of'),
      control: 'choice',
      options: [
        { value: 'session', label: phrase('This session') },
        { value: 'ever', label: phrase('All sessions') },
      ],
    },
    {
      field: 'runs',
      label: phrase('They run'),
      control: 'choice',
      options: [
        { value: 'round', label: phrase('Round and round') },
        { value: 'once', label: phrase('Once, by a cue') },
      ],
    },
    { field: 'size', label: phrase('Size of the text, px'), control: 'number', least: 24, most: 96 },
  ],
  live(piece, { derived, rolls }) {
    const names = derived.credits.get(listKey(piece.of, piece.over))?.names ?? [];
    const roll = rolls.get(piece.id);
    return { kind: 'credits', names, ...(roll && piece.runs === 'once' ? { roll } : {}) };
  },
  sample: () => ({ kind: 'credits', names: [] }),
  draw(piece, live, tools) {
    const waits = live.names.length === 0 || (piece.runs === 'once' && !live.roll);
    if (!waits) return running(piece, live, tools);
    if (tools.seen === 'air') return [];
    const says = aired(
      tools.language ?? 'en',
      '{n, plural, =0 {Names appear here} one {# name, when a cue runs it} other {# names, when a cue runs them}}',
      { n: live.names.length },
    );
    const { w, h } = piece.place;
    const font: FontSpec = { family: 'text', weight: 500, size: READABLE };
    const style = styleOf(piece);
    return [
      {
        key: piece.id,
        box: piece.place,
        ops: [
          ...style.panel(w, h),
          ...lineOps(says, { x: w / 2, baseline: h / 2, align: 'centre' }, { font, look: style.soft }, tools.measure),
        ],
      },
    ];
  },
  alternative: ({ title, name, runs }, { names, roll }, _now, language = 'en') =>
    names.length === 0 || (runs === 'once' && !roll)
      ? ''
      : `${title || name}: ${airedRows(language, names.map(withoutIsolates))}`,
};

/** Where the title and the names stand, px of the piece's box. */
function roomOf(piece: CreditsPiece): { head: FontSpec; top: number; w: number; h: number } {
  const style = styleOf(piece);
  const head: FontSpec = { family: 'title', weight: 700, size: Math.round(Math.max(READABLE, piece.size * 1.05)) };
  const top = style.pad.y * 0.7 + (piece.title === '' ? 0 : head.size * 1.35);
  return { head, top, w: piece.place.w - 2 * style.pad.x, h: piece.place.h - top - style.pad.y * 0.5 - style.foot };
}

/** The names in sight once so much time has gone, ms. Each is whole: one that is too wide is set smaller. */
function namesAt(piece: CreditsPiece, names: readonly string[], { measure }: DrawTools): (gone: number) => Op[] {
  const { size, place } = piece;
  const { top, w, h } = roomOf(piece);
  const style = styleOf(piece);
  const row = size * CREDIT_LEADING;
  const drawn = new Map<number, Op[]>();
  const nameOps = (n: number): Op[] => {
    const known = drawn.get(n);
    if (known) return known;
    const text = isolate(names[n] ?? '');
    const font: FontSpec = { family: 'text', weight: 700, size };
    const wide = lineWidth(text, font, measure);
    const fitted = { ...font, size: Math.floor(size * Math.min(1, w / Math.max(1, wide))) };
    const ops = lineOps(
      text,
      { x: place.w / 2, baseline: 0, align: 'centre' },
      { font: fitted, look: style.text },
      measure,
    );
    drawn.set(n, ops);
    return ops;
  };
  return (gone) => {
    const ops: Op[] = [];
    const moved = (gone / NAME_MS) * row;
    for (let n = Math.max(0, Math.floor((moved - h - row) / row)); n < names.length; n += 1) {
      const y = h + (n + 0.75) * row - moved;
      if (y - size * 0.9 > h) break;
      if (y > -row * 0.3) ops.push(...nameOps(n).map((op) => (op.op === 'text' ? { ...op, baseline: top + y } : op)));
    }
    return ops;
  };
}

/** The backing with its title, and over it the names. Round and round, a gap as high as the piece parts the end from the beginning. */
function running(piece: CreditsPiece, { names, roll }: CreditsLive, tools: DrawTools): Group[] {
  const { id, place, title } = piece;
  const style = styleOf(piece);
  const { head, top, h } = roomOf(piece);
  const round = Math.max(NAME_MS, rollMs(piece, names.length));
  const at = namesAt(piece, names, tools);
  const titleOps = lineOps(
    title,
    { x: place.w / 2, baseline: style.pad.y * 0.7 + head.size * 0.84, align: 'centre' },
    { font: head, look: style.head },
    tools.measure,
  );
  return [
    { key: id, box: place, ops: [...style.panel(place.w, place.h), ...(title === '' ? [] : titleOps)] },
    {
      key: `${id}/names`,
      box: place,
      ops: [],
      clip: { x: 0, y: top, w: place.w, h },
      clock: (now) => ({ ops: at(roll ? now - roll.from : now % round), next: now }),
    },
  ];
}
