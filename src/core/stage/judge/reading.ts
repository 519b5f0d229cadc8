import type { FontSpec, Group, Op } from '@/core/paint/display';
import { lineWidth, type Measure } from '@/core/paint/text';
import { drawPiece, type Live, type Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';
import { isPicture, type Finding, type Judged } from './finding';
import type { Safe } from '@/core/show/safe-area';
import { phrase } from '@/core/words/phrase';

/** Capitals are about so high, em: of the two text faces, measured. */
const CAPITAL = 0.7;
/** ISO 9241-303, from memory: Latin characters 16 minutes of arc high at least; 20 to 22 are read with ease. */
export const LEAST_ARC = 16;

/**
 * How high characters come out for a viewer, minutes of arc.
 * @param size font size, px of the frame @param frame its shorter side is as wide as the screen
 */
export function arcOf(
  size: number,
  frame: { width: number; height: number },
  { width, distance }: Safe['screen'],
): number {
  const high = (size * CAPITAL * width) / Math.min(frame.width, frame.height);
  return (2 * Math.atan(high / 2 / distance) * 180 * 60) / Math.PI;
}

/** The font size at which characters are so high, px of the frame. */
export const sizeForArc = (
  arc: number,
  frame: { width: number; height: number },
  { width, distance }: Safe['screen'],
): number =>
  (2 * distance * Math.tan((arc * Math.PI) / (2 * 180 * 60)) * Math.min(frame.width, frame.height)) / (width * CAPITAL);

export const textsOf = (groups: readonly Group[]): Extract<Op, { op: 'text' }>[] =>
  groups
    .flatMap((group) => (group.clock && group.ops.length === 0 ? group.clock(0).ops : group.ops))
    .filter((op): op is Extract<Op, { op: 'text' }> => op.op === 'text');

/** The smallest type of a piece, px; Infinity where it has none. */
export const smallestType = (groups: readonly Group[]): number =>
  Math.min(
    Infinity,
    ...textsOf(groups)
      .filter(({ text }) => /[\p{L}\p{N}]/u.test(text))
      .map(({ font }) => font.size),
  );

/** Text is too small on a viewer's screen. */
export function small({ pieces, groups, show, scene }: Judged): Finding[] {
  const { frame, safe } = show;
  return pieces
    .filter((piece) => !isPicture(piece))
    .flatMap((piece): Finding[] => {
      const size = smallestType(groups.get(piece.id) ?? []);
      if (!Number.isFinite(size)) return [];
      const arc = arcOf(size, frame, safe.screen);
      if (arc >= LEAST_ARC - 0.05) return [];
      return [
        {
          key: `small/${scene}/${piece.id}`,
          pieces: [piece.id],
          says: phrase('The smallest text of {name} is too small to read.', { name: piece.name }),
          figures: phrase(
            '{arc, number, ::.0} minutes of arc high on a screen {width} mm wide at {distance} mm; {least} are the least.',
            { arc, width: safe.screen.width, distance: safe.screen.distance, least: LEAST_ARC },
          ),
          mend: {
            label: phrase('Make it larger'),
            does: enlarge(piece, (sizeForArc(LEAST_ARC, frame, safe.screen) / size) * 1.02, frame, scene),
          },
        },
      ];
    });
}

/** Larger by a factor about its middle, and kept in the frame; a piece that says its own size of text has that raised. */
function enlarge(
  piece: Piece,
  by: number,
  frame: { width: number; height: number },
  scene: string,
): Finding['mend']['does'] {
  if (piece.kind === 'chat' || piece.kind === 'text')
    return { kind: 'set', piece: piece.id, fields: { size: Math.ceil(piece.size * by) } };
  // Fewer rows stand in the same box in larger type.
  if (piece.kind === 'ticker' && piece.rows > 1)
    return { kind: 'set', piece: piece.id, fields: { rows: Math.max(1, Math.floor(piece.rows / by)) } };
  const w = Math.min(frame.width, Math.ceil(piece.place.w * by));
  const h = Math.min(frame.height, Math.ceil(piece.place.h * by));
  const x = Math.round(Math.min(Math.max(0, piece.place.x + (piece.place.w - w) / 2), frame.width - w));
  const y = Math.round(Math.min(Math.max(0, piece.place.y + (piece.place.h - h) / 2), frame.height - h));
  return { kind: 'place', places: { [piece.id]: { x, y, w, h } }, scene };
}

/** How far text reaches beyond its piece's box, px. */
function beyond(text: Extract<Op, { op: 'text' }>, box: { w: number; h: number }, measure: Measure): number {
  const wide = lineWidth(text.text, text.font as FontSpec, measure);
  return Math.max(
    -text.x,
    text.x + wide - box.w,
    text.baseline + text.font.size * 0.22 - box.h,
    text.font.size * 0.7 - text.baseline,
  );
}

/** Text runs off its backing. */
export function overflow({ pieces, groups, measure, scene, show: { frame } }: Judged): Finding[] {
  return pieces
    .filter((piece) => !isPicture(piece))
    .flatMap((piece): Finding[] => {
      const shown = groups.get(piece.id) ?? [];
      // What is clipped runs through its box, as it should.
      const worst = Math.max(
        0,
        ...shown
          .filter((group) => !group.clip)
          .flatMap((group) => textsOf([group]).map((text) => beyond(text, group.box, measure))),
      );
      if (worst < 4) return [];
      const { x, y, w, h } = piece.place;
      const more = Math.ceil(worst) + 8;
      return [
        {
          key: `overflow/${scene}/${piece.id}`,
          pieces: [piece.id],
          says: phrase('Text of {name} reaches {worst} px beyond its backing.', {
            name: piece.name,
            worst: Math.ceil(worst),
          }),
          mend: {
            label: phrase('Give it room'),
            does: {
              kind: 'place',
              places: {
                [piece.id]: {
                  x: Math.max(0, x - more),
                  y: Math.max(0, y - more),
                  w: Math.min(frame.width, w + 2 * more),
                  h: Math.min(frame.height, h + 2 * more),
                },
              },
              scene,
            },
          },
        },
      ];
    });
}

/** What a piece with one large number shows when that has become long, as far as its own setting lets it; null: it has none. */
function grownLive(piece: Piece, { countdowns, counters }: Show): Live | null {
  switch (piece.kind) {
    case 'countdown': {
      const of = countdowns.find(({ id }) => id === piece.countdown);
      if (!of) return null;
      // Time that viewers add makes it longer than it began: up to its bound, or some four times as long.
      const seconds = of.adds ? of.most || of.seconds * 4 : of.seconds;
      return { kind: 'countdown', countdown: { name: of.name, endsAt: null, left: seconds * 1000 } };
    }
    case 'counter': {
      const of = counters.find(({ id }) => id === piece.counter);
      const value = Math.max(of?.start ?? 0, of?.target ?? 999);
      return of ? { kind: 'counter', counter: { name: of.name, value, target: of.target } } : null;
    }
    case 'audience':
      return { kind: 'audience', watching: 9999 };
    default:
      return null;
  }
}

/** A number becomes longer as it runs, and smaller to fit its piece: below the size of its own name it is not what is read first any more. */
export function shrinks({ show, scene, pieces, measure }: Judged): Finding[] {
  const { frame, language } = show;
  return pieces.flatMap((piece): Finding[] => {
    const live = grownLive(piece, show);
    if (!live) return [];
    const [head, number] = textsOf(drawPiece(piece, live, { measure, seen: 'air', language }));
    if (!head || !number || number.font.size >= head.font.size) return [];
    const w = Math.ceil(piece.place.w * (head.font.size / number.font.size) * 1.05);
    if (w > frame.width) return [];
    return [
      {
        key: `shrinks/${scene}/${piece.id}`,
        pieces: [piece.id],
        says: phrase('With more digits, the number of {name} becomes smaller than its name.', { name: piece.name }),
        figures: phrase('The number comes to {number} px, its name stays at {head} px.', {
          number: number.font.size,
          head: head.font.size,
        }),
        mend: {
          label: phrase('Make it wider'),
          does: {
            kind: 'place',
            places: { [piece.id]: { ...piece.place, x: Math.round(Math.min(piece.place.x, frame.width - w)), w } },
            scene,
          },
        },
      },
    ];
  });
}
