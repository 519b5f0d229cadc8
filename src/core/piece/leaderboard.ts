import { boardIn, boardKey } from '@/core/engine/count/board-key';
import { BOARD_MEASURES, type BoardMeasure } from '@/core/engine/count/row';
import { teamPart } from '@/core/engine/feature/leaderboard/board';
import { z } from 'zod';
import type { BoardHost } from '@/core/engine/feature/leaderboard/slice';
import { movedPlaces } from '@/core/engine/feature/leaderboard/standings';

import { figureWords, MEASURE, shownValue, withCurrency } from '@/core/engine/count/measure';
import { type PartSum, type Team } from '@/core/engine/count/team';
import { windowSchema } from '@/core/engine/count/window';
import { isolate } from '@/core/words/isolate';
import type { FontSpec, Op } from '@/core/paint/display';
import { cutLine, lineOps, lineWidth, type Measure, type TextLook } from '@/core/paint/text';
import { boardWords, movedWords, placed, titleOf, type Board } from './board-words';
import { inTurn } from './in-turn';
import { pieceBase, type DrawTools, type PieceKind } from './piece';
import { READABLE, styleOf } from './style';
import type { StyleLook } from './style-look';
import { phrase } from '@/core/words/phrase';
import { aired, proposed } from '@/core/words/on-air';

const schema = z.object({
  ...pieceBase,
  kind: z.literal('leaderboard'),
  title: z.string().max(60),
  measure: z.enum(BOARD_MEASURES),
  /** Whose places they are; absent: viewers'. */
  who: z.enum(['viewers', 'teams']).optional(),
  /** Of what stretch of time; absent: of this session. */
  window: windowSchema.optional(),
  /** Other measures, shown in turn with the first, each for so many seconds. */
  turns: z.array(z.enum(BOARD_MEASURES)).max(6).optional(),
  seconds: z.number().int().min(3).max(60).optional(),
  /** It says by how many places each has come up or gone down within the last minute or two. */
  moves: z.boolean().optional(),
  /** With this word in chat a viewer asks for their own place; absent or empty: nobody can. */
  ask: z.string().max(40).optional(),
  /** Places to show at most; fewer when no more whole rows fit. */
  rows: z.number().int().min(1).max(10),
});
export type LeaderboardPiece = z.infer<typeof schema>;

export interface LeaderboardLive {
  kind: 'leaderboard';
  /** What its measure is counted in, if that is money; rows are then in minor units. */
  currency?: string;
  rows: { name: string; value: number; moved?: number }[];
  /** Those of the other measures that take turns. */
  others?: { measure: BoardMeasure; rows: { name: string; value: number }[]; currency?: string }[];
}

/** The viewers who gave most, in whole rows only. */
export const leaderboard: PieceKind<LeaderboardPiece, LeaderboardLive, object, BoardHost> = {
  kind: 'leaderboard',
  title: phrase('Leaderboard'),
  purpose: phrase('Rank'),
  says: phrase('Who has given most, in this session or over a longer time.'),
  schema,
  least: { w: 280, h: 200 },
  make: (id, { frame, language }) => ({
    id,
    kind: 'leaderboard',
    name: proposed(language, 'Leaderboard'),
    style: 'slip',
    title: proposed(language, 'Top supporters'),
    measure: 'coins',
    rows: 4,
    place: {
      x: Math.round(frame.width * 0.083),
      y: Math.round(frame.height * 0.5),
      w: Math.round(frame.width * 0.5),
      h: 380,
    },
  }),
  controls: [
    { field: 'title', label: phrase('Title'), control: 'text' },
    {
      field: 'measure',
      label: phrase('Counts'),
      control: 'choice',
      options: BOARD_MEASURES.map((value) => ({ value, label: MEASURE[value].title })),
    },
    {
      field: 'who',
      label: phrase('Places of'),
      control: 'choice',
      options: [
        { value: 'viewers', label: phrase('Viewers') },
        { value: 'teams', label: phrase('Teams') },
      ],
      otherwise: 'viewers',
    },
    { field: 'rows', label: phrase('Places'), control: 'number', least: 1, most: 10 },
  ],
  live(piece, state) {
    const { derived, standings, show } = state;
    const rowsOf = (of: BoardMeasure): LeaderboardLive['rows'] => {
      if (piece.who === 'teams') return teamRows(piece, of, show.teams, derived.parts);
      const board = boardIn(state, of, piece.window);
      const moved = (key: string, place: number) =>
        piece.moves && of === piece.measure ? movedPlaces(standings, piece.id, key, place) : null;
      return (board?.places ?? [])
        .map((tally, n) => ({
          name: tally.name,
          value: shownValue(of, tally[of] ?? 0),
          ...movedOf(moved(tally.key, n)),
        }))
        .filter(({ value }) => value > 0)
        .slice(0, piece.rows);
    };
    const others = measuresOf(piece)
      .slice(1)
      .map((measure) => ({ measure, rows: rowsOf(measure), ...withCurrency(measure, show) }));
    return {
      kind: 'leaderboard',
      rows: rowsOf(piece.measure),
      ...withCurrency(piece.measure, show),
      ...(others.length > 0 ? { others } : {}),
    };
  },
  sample: () => ({ kind: 'leaderboard', rows: [] }),
  draw(piece, live, tools) {
    const first = boardOps(piece, { ...live, title: piece.title }, tools);
    const pictures = [
      first,
      ...(live.others ?? []).map((other) =>
        boardOps(piece, { ...other, title: titleOf(piece, other.measure, tools.language) }, tools),
      ),
    ];
    return [
      {
        key: piece.id,
        box: piece.place,
        ops: first,
        ...(pictures.length > 1 ? { clock: inTurn(pictures, piece.seconds ?? 8) } : {}),
      },
    ];
  },
  alternative: (piece, live, _now, language) =>
    [
      boardWords({ ...live, title: piece.title }, language),
      ...(live.others ?? []).map((other) =>
        boardWords({ ...other, title: titleOf(piece, other.measure, language) }, language),
      ),
    ].join('. '),
};

/** Every team has a row, also with nothing: who has joined sees that it counts. Equals stand in the show's order. */
const teamRows = (
  piece: LeaderboardPiece,
  of: BoardMeasure,
  teams: readonly Team[],
  parts: ReadonlyMap<string, PartSum>,
): LeaderboardLive['rows'] =>
  teams
    .map(({ id, name }) => ({
      name,
      value: shownValue(of, parts.get(teamPart(id, boardKey(of, piece.window)))?.value ?? 0),
    }))
    .sort((a, b) => b.value - a.value)
    .slice(0, piece.rows);

/** No change is no change to be told. */
const movedOf = (moved: number | null): { moved?: number } => (moved ? { moved } : {});
/** All that a board shows in turn, each once. */
export const measuresOf = ({ measure, turns = [] }: Pick<LeaderboardPiece, 'measure' | 'turns'>): BoardMeasure[] => [
  ...new Set([measure, ...turns]),
];

/** How many whole rows fit into a board of this size, with their height in px. */
export function rowsThatFit(piece: LeaderboardPiece): { rows: number; rowHeight: number; size: number; top: number } {
  const { w, h } = piece.place;
  const { pad } = styleOf(piece);
  const size = Math.round(Math.max(READABLE, Math.min(64, w * 0.082)));
  const rowHeight = size * 1.46;
  const top = pad.y + (piece.title ? size * 1.5 : 0);
  return {
    rows: Math.max(0, Math.min(piece.rows, Math.floor((h - top - pad.y * 0.6) / rowHeight))),
    rowHeight,
    size,
    top,
  };
}

/** How high a board must be at a width to show all its places, px. */
export function heightFor(piece: LeaderboardPiece, w: number): number {
  const { rowHeight, top } = rowsThatFit({ ...piece, place: { ...piece.place, w } });
  return Math.ceil(top + piece.rows * rowHeight + styleOf(piece).pad.y * 0.6) + 1;
}

function boardOps(
  piece: LeaderboardPiece,
  { title, rows: given, currency }: Board,
  { measure, language }: DrawTools,
): Op[] {
  const { w, h } = piece.place;
  const style = styleOf(piece);
  const { rows, rowHeight, size, top } = rowsThatFit(piece);
  const font: FontSpec = { family: 'text', weight: 700, size };
  const head: FontSpec = { family: 'title', weight: 700, size: Math.round(Math.max(READABLE, size * 0.94)) };
  const right = w - style.pad.x;
  const nameAt = style.pad.x + size * 1.35;
  const ops: Op[] = [...style.panel(w, h)];
  if (piece.title)
    ops.push(
      ...lineOps(
        cutLine(title, right - style.pad.x, head, measure),
        { x: style.pad.x, baseline: style.pad.y + head.size * 0.86 },
        { font: head, look: style.head },
        measure,
      ),
    );
  // Empty places are shown as such: a board of one row would jump to four as the first gifts come. Teams are as many as there are.
  const shown = placed(given);
  const count = piece.who === 'teams' ? Math.min(rows, shown.length) : rows;
  for (let n = 0; n < count; n += 1) {
    const line: Line = {
      baseline: top + n * rowHeight + size * 0.94,
      left: style.pad.x,
      nameAt,
      right,
      font,
      style,
      measure,
      currency,
      language,
    };
    const row = shown[n];
    ops.push(...textOps(String(row?.place ?? n + 1), line, { x: line.left }, style.soft));
    if (row) ops.push(...rowOps(row, line));
    else {
      const says = n === 0 && given.length === 0 ? aired(language ?? 'en', 'Yours to take') : '·  ·  ·';
      ops.push(...textOps(says, { ...line, font: { ...font, weight: 500 } }, { x: nameAt }, style.soft));
    }
  }
  return ops;
}

/** One place of the board: where its texts stand, px. */
interface Line {
  baseline: number;
  left: number;
  nameAt: number;
  right: number;
  font: FontSpec;
  style: StyleLook;
  measure: Measure;
  currency: string | undefined;
  language: string | undefined;
}

const textOps = (
  text: string,
  { baseline, font, measure }: Line,
  at: { x: number; align?: 'right' },
  look: TextLook,
): Op[] => lineOps(text, { ...at, baseline }, { font, look }, measure);

/** A name, how much it has, and by how many places it has moved. */
function rowOps(row: LeaderboardLive['rows'][number], line: Line): Op[] {
  const { font, style, measure } = line;
  const { size } = font;
  const value = figureWords(row.value, line.currency, line.language);
  const moved = row.moved ? movedWords(row.moved) : '';
  const small: FontSpec = { ...font, size: Math.round(Math.max(READABLE, size * 0.8)) };
  const valueWide = lineWidth(value, font, measure) + size * 0.6;
  const movedWide = moved ? lineWidth(moved, small, measure) + size * 0.4 : 0;
  const room = line.right - line.nameAt - valueWide - movedWide;
  return [
    ...textOps(cutLine(isolate(row.name), room, font, measure), line, { x: line.nameAt }, style.text),
    ...textOps(value, line, { x: line.right, align: 'right' }, style.text),
    ...(moved
      ? textOps(
          moved,
          { ...line, font: small },
          { x: line.right - valueWide, align: 'right' },
          moved.startsWith('+') ? style.head : style.soft,
        )
      : []),
  ];
}
