import { z } from 'zod';
import type { LanternShow, LanternState } from '@/core/engine/feature/lantern/schema';
import type { LanternHost } from '@/core/engine/feature/lantern/slice';
import { brightness } from '@/core/engine/feature/lantern/schema';
import type { Box, FontSpec, Group, Op } from '@/core/paint/display';
import { cutLine, lineOps } from '@/core/paint/text';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { READABLE, styleOf } from './style';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({ ...pieceBase, kind: z.literal('lantern'), lantern: z.string().max(100) });
export type LanternPiece = z.infer<typeof schema>;

export interface LanternLive {
  kind: 'lantern';
  /** `lit`: in hundredths; `at`: when it last let go, ms, the engine's clock. Null: its lantern is gone. */
  lantern: { name: string; lit: number; gone: number; at?: number } | null;
}

/** A lantern that brightens with everything viewers do, and lets go when it is full. */
export const lantern: PieceKind<LanternPiece, LanternLive, LanternShow, LanternHost> = {
  kind: 'lantern',
  title: phrase('Likes filling up (lantern)'),
  purpose: phrase('Count'),
  says: phrase('Brightens with every like, and lets go when it is full.'),
  schema,
  least: { w: 160, h: 200 },
  make: (id, { frame, lanterns, language }) => ({
    id,
    kind: 'lantern',
    name: proposed(language, 'Lantern'),
    style: 'slip',
    lantern: lanterns[0]?.id ?? '',
    place: { x: Math.round(frame.width * 0.62), y: Math.round(frame.height * 0.36), w: 300, h: 300 },
  }),
  controls: [
    { field: 'name', label: phrase('Name'), control: 'text' },
    { field: 'lantern', label: phrase('Lantern'), control: 'choice', from: 'lanterns' },
  ],
  live(piece, state) {
    const defined = state.show.lanterns.find(({ id }) => id === piece.lantern);
    const course: LanternState = state.lanterns.get(piece.lantern) ?? { base: 0, gone: 0 };
    return {
      kind: 'lantern',
      lantern: defined
        ? {
            name: defined.name,
            lit: Math.floor(brightness(defined, course, state.totals) * 100),
            gone: course.gone,
            ...(course.at === undefined ? {} : { at: course.at }),
          }
        : null,
    };
  },
  sample(piece, show) {
    const defined = show.lanterns.find(({ id }) => id === piece.lantern);
    return { kind: 'lantern', lantern: defined ? { name: defined.name, lit: 0, gone: 0 } : null };
  },
  draw: (piece, { lantern: shown }, tools) =>
    !shown && tools.seen === 'air'
      ? []
      : [
          {
            key: piece.id,
            box: piece.place,
            ops: lanternOps(
              piece,
              shown ?? { name: aired(tools.language ?? 'en', 'Choose a lantern'), lit: 0, gone: 0 },
              tools,
            ),
          },
          ...(shown?.at === undefined ? [] : burstGroups(piece, shown.at)),
        ],
  alternative: (_piece, { lantern: shown }, _now, language = 'en') =>
    shown
      ? aired(language, '{name}: {lit} % bright, let go {gone} ×', {
          name: shown.name,
          lit: shown.lit,
          gone: shown.gone,
        })
      : '',
};

/** A glass with its light rising in it, a cap and a foot, and its name below. */
function lanternOps(
  piece: LanternPiece,
  { name, lit, gone }: NonNullable<LanternLive['lantern']>,
  { measure }: DrawTools,
): Op[] {
  const { w, h } = piece.place;
  const font: FontSpec = {
    family: 'title',
    weight: 700,
    size: Math.round(Math.max(READABLE, Math.min(40, h * 0.12, w * 0.16))),
  };
  const glass = { x: w * 0.25, y: h * 0.18, w: w * 0.5, h: h - font.size * 1.9 - h * 0.24 };
  const share = lit / 100;
  return [
    ...(share > 0 ? glowOps(glass, share) : []),
    ...lightOps(glass, share),
    ...metalOps(glass, h),
    ...lineOps(
      cutLine(gone > 0 ? `${name} ${gone} ×` : name, w - 8, font, measure),
      { x: w / 2, baseline: h - font.size * 0.45, align: 'centre' },
      {
        font,
        look: { ...styleOf(piece).text, fill: piece.look?.text ?? '#ffffff', outline: { color: '#1b120d', width: 9 } },
      },
      measure,
    ),
  ];
}

/** So long a burst is seen, ms, and of how many sparks it is. */
const BURST_MS = 2200;
const SPARKS = 18;
const SPARK_FILLS = ['#FFE08A', '#F4B23E', '#D9622B', '#FFF6DC'];

/** It lets go: a flash, and sparks that rise out of the glass, fan out and fall as they fade. @param at ms, the engine's clock */
function burstGroups({ id, place }: LanternPiece, at: number): Group[] {
  const middle = { x: place.x + place.w / 2, y: place.y + place.h * 0.42 };
  const far = Math.max(place.w, place.h) * 0.62;
  const flash: Group = {
    key: `${id}/flash`,
    box: { x: middle.x - far * 0.6, y: middle.y - far * 0.6, w: far * 1.2, h: far * 1.2 },
    ops: [0.6, 0.42, 0.24].map((r) => ({ op: 'disc', x: far * 0.6, y: far * 0.6, r: far * r, fill: '#FFE08A55' })),
    path: { from: at, until: at + BURST_MS / 2, at: (t) => ({ dx: 0, dy: 0, opacity: (1 - t) ** 2 }) },
  };
  const sparks = Array.from({ length: SPARKS }, (_, n): Group => {
    // Evenly over three quarters of a circle, upwards; every third flies further.
    const angle = (-1.25 + (1.5 * n) / (SPARKS - 1)) * Math.PI;
    const reach = far * (0.62 + 0.19 * (n % 3));
    const r = place.w * (0.022 + 0.008 * (n % 2));
    return {
      key: `${id}/spark${n}`,
      box: { x: middle.x - r, y: middle.y - r, w: 2 * r, h: 2 * r },
      ops: [{ op: 'disc', x: r, y: r, r, fill: SPARK_FILLS[n % SPARK_FILLS.length] ?? '#FFE08A' }],
      path: {
        from: at,
        until: at + BURST_MS,
        at: (t) => {
          const out = 1 - (1 - t) ** 3;
          return {
            dx: Math.cos(angle) * reach * out,
            dy: Math.sin(angle) * reach * out + far * 0.5 * t * t,
            opacity: t < 0.5 ? 1 : 2 - 2 * t,
          };
        },
      },
    };
  });
  return [flash, ...sparks];
}

/** What shines around the glass, more of it the brighter it is. */
const glowOps = (glass: Box, share: number): Op[] =>
  [0.5, 0.34, 0.18].map((more) => ({
    op: 'rect',
    x: glass.x - glass.w * more,
    y: Math.max(0, glass.y - glass.h * more * 0.25),
    w: glass.w * (1 + 2 * more),
    h: glass.h * (1 + more * 0.3),
    radius: glass.w * 0.6,
    fill: `#F4B23E${Math.round(share * 90)
      .toString(16)
      .padStart(2, '0')}`,
  }));

/** The glass, and the light in it as high as its share. */
function lightOps(glass: Box, share: number): Op[] {
  const light = glass.h * share;
  const radius = glass.w * 0.32;
  return [
    { op: 'rect', ...glass, radius, fill: '#241A14e0', stroke: { color: '#F3EBDD', width: 5 } },
    {
      op: 'rect',
      x: glass.x + 6,
      y: glass.y + glass.h - light + 6,
      w: glass.w - 12,
      h: Math.max(0, light - 12),
      radius: Math.min(radius - 4, Math.max(0, light / 2 - 6)),
      fill: {
        from: [0, glass.y + glass.h],
        to: [0, glass.y],
        stops: [
          [0, '#D9622B'],
          [1, '#FFE08A'],
        ],
      },
    },
  ];
}

/** Handle, cap and foot. @param h how high the whole piece is, px */
const metalOps = (glass: Box, h: number): Op[] => [
  {
    op: 'rect',
    x: glass.x + glass.w * 0.3,
    y: h * 0.03,
    w: glass.w * 0.4,
    h: h * 0.14,
    radius: glass.w * 0.2,
    stroke: { color: '#F3EBDD', width: 7 },
  },
  {
    op: 'rect',
    x: glass.x + glass.w * 0.12,
    y: glass.y - h * 0.05,
    w: glass.w * 0.76,
    h: h * 0.06,
    radius: [glass.w * 0.3, glass.w * 0.3, 4, 4],
    fill: '#F3EBDD',
  },
  {
    op: 'rect',
    x: glass.x - glass.w * 0.08,
    y: glass.y + glass.h - h * 0.015,
    w: glass.w * 1.16,
    h: h * 0.05,
    radius: 8,
    fill: '#F3EBDD',
  },
];
