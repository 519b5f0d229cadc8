import { z } from 'zod';
import type { PlateHost } from '@/core/engine/feature/plate';
import { figure } from '@/core/event/figures';
import type { FontSpec, Group, Op } from '@/core/paint/display';
import { cutLine, lineOps, lineWidth, type TextLook } from '@/core/paint/text';
import { isolate, withoutIsolates } from '@/core/words/isolate';
import type { FrameShow } from './frame';
import type { Host } from '@/core/engine/kernel/feature';
import { ownPicture, type OwnPicture } from './own-picture';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { potOps } from './pot';
import { READABLE, styleOf } from './style';
import type { StyleLook } from './style-look';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('gifts'),
  title: z.string().max(60),
  rows: z.number().int().min(1).max(10),
  /** Newest first, a row each; or one after another from right to left. */
  way: z.enum(['list', 'flow']),
  /** Gifts of fewer coins are left out. */
  least: z.number().int().min(0).max(1_000_000),
  /** Pictures of the streamer's own, by the gift's name. */
  pictures: z
    .array(z.object({ gift: z.string().max(200), media: z.string().max(64) }))
    .max(60)
    .optional(),
});
export type GiftsPiece = z.infer<typeof schema>;

export interface GiftsLive {
  kind: 'gifts';
  /** Newest first. `coins`: of all of them; `picture`: absent where there is none of its own. */
  gifts: { id: string; viewer: string; gift: string; count: number; coins: number; picture?: OwnPicture }[];
}

/** The latest gifts: picture, name, how many, and by whom. */
export const gifts: PieceKind<GiftsPiece, GiftsLive, object, PlateHost & Host<FrameShow>> = {
  kind: 'gifts',
  title: phrase('Recent gifts'),
  purpose: phrase('React'),
  says: phrase('The latest gifts with their pictures, how many, and by whom.'),
  schema,
  least: { w: 320, h: 90 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'gifts',
    name: proposed(language, 'Recent gifts'),
    style: 'kiln',
    title: '',
    rows: 3,
    way: 'list',
    least: 0,
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.66),
      w: Math.round(Math.min(frame.width, frame.height) * 0.62),
      h: 300,
    },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'title', label: phrase('Title'), control: 'text' },
    {
      field: 'way',
      label: phrase('How they stand'),
      control: 'choice',
      options: [
        { value: 'list', label: phrase('Newest first, below each other') },
        { value: 'flow', label: phrase('Flowing from right to left') },
      ],
    },
    { field: 'rows', label: phrase('How many'), control: 'number', least: 1, most: 10 },
    { field: 'least', label: phrase('Of so many coins at least'), control: 'number', least: 0, most: 1_000_000 },
  ],
  live: ({ rows, least, pictures = [] }, { notables, show }) => ({
    kind: 'gifts',
    gifts: (notables.get('gift')?.latest ?? [])
      .filter(({ size }) => size >= least)
      .slice(0, rows)
      .map(({ id, size, values }) => {
        const gift = String(values.gift ?? '');
        const own = pictures.find((each) => each.gift === gift);
        const picture = own ? ownPicture(show, own.media) : null;
        return {
          id,
          viewer: String(values.viewer ?? ''),
          gift,
          count: Number(values.count ?? 1),
          coins: size,
          ...(picture ? { picture } : {}),
        };
      }),
  }),
  sample: () => ({ kind: 'gifts', gifts: [] }),
  draw(piece, live, tools) {
    if (live.gifts.length === 0 && tools.seen === 'air') return [];
    return piece.way === 'flow' && live.gifts.length > 0 ? flowing(piece, live, tools) : listed(piece, live, tools);
  },
  alternative: ({ title, name }, live, _now, language) =>
    live.gifts.length === 0
      ? ''
      : `${title || name}: ${live.gifts.map((each) => withoutIsolates(giftWords(each, language))).join('; ')}`,
};

type Gift = GiftsLive['gifts'][number];

const giftWords = (gift: Gift, language: string | undefined): string =>
  `${isolate(gift.viewer)}: ${whatOf(gift, language)}`;

/** The gift's picture in a square: one's own, or a pot of the house, larger the more it is worth. */
function pictureOps({ picture, gift, coins }: Gift, { x, y, side }: { x: number; y: number; side: number }): Op[] {
  if (!picture) return potOps({ name: gift, coins }, x, y + side * 0.9, side);
  const src = `media:${picture.id}${picture.frames.length > 1 ? '#0' : ''}`;
  const scale = Math.min(side / picture.width, side / picture.height);
  const [w, h] = [picture.width * scale, picture.height * scale];
  return [{ op: 'image', x: x + (side - w) / 2, y: y + (side - h) / 2, w, h, src, radius: 8 }];
}

/** How rows stand in the room below the title: how many, how high, and whether the gift stands below the name. px. */
interface Rows {
  fit: number;
  row: number;
  size: number;
  stacked: boolean;
}

/** Whole rows only, and none smaller than can be read; each name and gift is whole where that is possible. */
function rowsIn(
  { rows, given }: { rows: number; given: readonly Gift[] },
  { room, across }: { room: number; across: number },
  { measure, language }: DrawTools,
): Rows {
  const laid = (least: number, share: number, texts: readonly string[]): Rows & { whole: boolean } => {
    const fit = Math.max(1, Math.min(rows, Math.floor(room / (READABLE * least))));
    const most = Math.round(Math.max(READABLE, Math.min(52, (room / fit) * share)));
    // What is left of a row beside the picture, which is as large as the words are.
    const longest = Math.max(1, ...texts.map((text) => lineWidth(text, { ...BOLD, size: most }, measure) + most * 2));
    const size = Math.max(READABLE, Math.floor(most * Math.min(1, across / longest)));
    return { fit, row: room / fit, size, stacked: least > 2, whole: (longest * size) / most <= across };
  };
  const one = laid(
    1.45,
    0.62,
    given.map((each) => `${isolate(each.viewer)}  ${whatOf(each, language)}`),
  );
  if (one.whole || room < READABLE * 2.6) return one;
  return laid(
    2.6,
    0.34,
    given.flatMap((each) => [isolate(each.viewer), whatOf(each, language)]),
  );
}

const BOLD = { family: 'text', weight: 700 } as const;
const whatOf = ({ count, gift }: Gift, language: string | undefined): string =>
  `${figure(count, language)} × ${isolate(gift)}`;

function listed(piece: GiftsPiece, live: GiftsLive, tools: DrawTools): Group[] {
  const { measure, language } = tools;
  const { place, title } = piece;
  const style = styleOf(piece);
  const head: FontSpec = { family: 'title', weight: 700, size: READABLE + 3 };
  const x = style.pad.x;
  const top = style.pad.y * 0.7 + (title === '' ? 0 : head.size * 1.35);
  const room = place.h - top - style.pad.y * 0.5 - style.foot;
  const laid = rowsIn({ rows: piece.rows, given: live.gifts }, { room, across: place.w - 2 * x }, tools);
  const line = (text: string, y: number, font: FontSpec, look: TextLook): Op[] =>
    lineOps(cutLine(text, place.w - 2 * x, font, measure), { x, baseline: y }, { font, look }, measure);
  return [
    {
      key: piece.id,
      box: place,
      ops: [
        ...style.panel(place.w, place.h),
        ...(title === '' ? [] : line(title, style.pad.y * 0.7 + head.size * 0.84, head, style.head)),
        ...(live.gifts.length > 0
          ? []
          : line(
              aired(language ?? 'en', 'Gifts appear here'),
              top + laid.size,
              { ...BOLD, size: laid.size },
              style.soft,
            )),
        ...live.gifts
          .slice(0, laid.fit)
          .flatMap((each, n) => rowOps(each, { ...laid, y: top + n * laid.row, x, right: place.w - x, style }, tools)),
      ],
    },
  ];
}

function rowOps(
  each: Gift,
  { row, size, stacked, x, y, right, style }: Rows & { x: number; y: number; right: number; style: StyleLook },
  { measure, language }: DrawTools,
): Op[] {
  const font: FontSpec = { ...BOLD, size };
  const side = Math.min(row * 0.86, size * 1.5);
  const after = x + side + size * 0.5;
  const across = right - after;
  const baseline = y + row / 2 + size * 0.35;
  const picture = pictureOps(each, { x, y: y + (row - side) / 2, side });
  const [who, what] = [isolate(each.viewer), whatOf(each, language)];
  const said = (text: string, wide: number, at: { x: number; align?: 'right'; up: number }, look: TextLook): Op[] =>
    lineOps(cutLine(text, wide, font, measure), { ...at, baseline: baseline - at.up * size }, { font, look }, measure);
  if (stacked)
    return [
      ...picture,
      ...said(who, across, { x: after, up: 0.58 }, style.text),
      ...said(what, across, { x: after, up: -0.58 }, style.head),
    ];
  // What a short name leaves free is the gift's.
  const free = across - size * 0.5 - lineWidth(who, font, measure);
  const whatWide = Math.min(lineWidth(what, font, measure), Math.max(across * 0.55, free));
  return [
    ...picture,
    ...said(who, across - whatWide - size * 0.5, { x: after, up: 0 }, style.text),
    ...said(what, whatWide + 1, { x: right, align: 'right', up: 0 }, style.head),
  ];
}

/** Three em a second are read with ease (common practice, no source). */
const EM_A_SECOND = 3;

/** One after another, from right to left, over and over. */
function flowing(piece: GiftsPiece, live: GiftsLive, { measure, language }: DrawTools): Group[] {
  const { place, id } = piece;
  const style = styleOf(piece);
  const room = place.h - style.foot;
  const size = Math.round(Math.max(READABLE, Math.min(56, room * 0.42)));
  const side = Math.min(room * 0.8, size * 1.6);
  const font: FontSpec = { family: 'text', weight: 700, size };
  let x = 0;
  const ops: Op[] = live.gifts.flatMap((each) => {
    const text = giftWords(each, language);
    const from = x;
    x += side + size * 0.5 + lineWidth(text, font, measure) + size * 1.8;
    return [
      ...pictureOps(each, { x: from, y: (room - side) / 2, side }),
      ...lineOps(
        text,
        { x: from + side + size * 0.5, baseline: room / 2 + size * 0.35 },
        { font, look: style.text },
        measure,
      ),
    ];
  });
  // What is shorter than its room passes with the whole room after it.
  const round = Math.max(x, place.w);
  return [
    { key: id, box: place, ops: style.panel(place.w, place.h) },
    {
      key: `${id}/flow`,
      box: place,
      ops: [],
      clip: { x: style.pad.x * 0.5, y: 0, w: place.w - style.pad.x, h: place.h },
      clock: (now) => {
        const gone = ((now / 1000) * EM_A_SECOND * size) % round;
        return { ops: [...shifted(ops, -gone), ...shifted(ops, round - gone)], next: now };
      },
    },
  ];
}

const shifted = (ops: readonly Op[], by: number): Op[] =>
  ops.map((op) => (op.op === 'path' ? { ...op, x: (op.x ?? 0) + by } : { ...op, x: op.x + by }));
