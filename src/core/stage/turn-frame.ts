import type { Box } from '@/core/paint/display';
import type { Measure } from '@/core/paint/text';
import type { Piece } from '@/core/piece';
import { least, PIECE_KINDS } from '@/core/piece';
import { isUpright } from '@/core/show/safe-area';
import { frameSchema, type FrameSize } from '@/core/piece/frame';
import type { Show } from '@/core/show/show';
import { arrange } from './arrange';
import { isPicture } from './judge/finding';

/** So many layouts of other frames are kept. */
const KEPT = 6;

/** By what the layouts of other frames are kept: frames of one size share one. */
export const frameKey = ({ width, height }: FrameSize): string => `${width}×${height}`;

/** The frame that a layout is for; null where its name is none. */
export function frameOf(key: string): FrameSize | null {
  const [width, height] = key.split('×').map(Number);
  const read = frameSchema.safeParse({ width, height });
  return read.success ? read.data : null;
}

const others = new WeakMap<Show, Map<string, Show>>();

/** A show as it stands in one of its layouts; what was added since that was last looked at stands in the same part of it. */
export function inLayout(show: Show, key: string | undefined): Show {
  const frame = key === undefined || key === frameKey(show.frame) ? null : frameOf(key);
  if (key === undefined || !frame) return show;
  const made = others.get(show) ?? new Map<string, Show>();
  others.set(show, made);
  const known = made.get(key) ?? { ...show, frame, pieces: cameraOverGame(placedOn(show, frame), frame) };
  made.set(key, known);
  return known;
}

/** The pieces as they stood on another frame, or in the same part of it. */
function placedOn(show: Show, frame: FrameSize): Piece[] {
  const known = show.layouts[frameKey(frame)] ?? {};
  return show.pieces.map((piece) => {
    const stood = known[piece.id];
    return {
      ...piece,
      place: stood?.place ?? viewPlace(piece, show, frame) ?? carried(piece, show.frame, frame),
      places: stood?.places,
      off: (stood?.off ?? piece.off) || undefined,
    };
  });
}

/**
 * The show on a frame of another size: arranged anew where the proportions change, never stretched; on a frame that it has stood on before, as
 * it stood there. The layout that it leaves is kept.
 */
export function onFrame(show: Show, frame: FrameSize, measure: Measure): Show {
  if (frameKey(frame) === frameKey(show.frame)) return show;
  const left = Object.fromEntries(
    show.pieces.map(({ id, place, places, off }) => [id, { place, off: off === true, ...(places ? { places } : {}) }]),
  );
  // The latest few: a size that is stepped through by tens is nobody's layout. Those that are kept side by side stay.
  const { [frameKey(show.frame)]: before, ...rest } = show.layouts;
  void before;
  const besides = (key: string): boolean => show.beside?.includes(key) ?? false;
  const entries = [...Object.entries(rest), [frameKey(show.frame), left] as const];
  const kept = new Set(
    entries
      .map(([key]) => key)
      .filter((key) => !besides(key))
      .slice(-KEPT),
  );
  const layouts = Object.fromEntries(entries.filter(([key]) => kept.has(key) || besides(key)));
  const known = show.layouts[frameKey(frame)] ?? {};
  const scaled = { ...show, frame, layouts, pieces: cameraOverGame(placedOn(show, frame), frame) };
  const sameShape = Math.abs(show.frame.width / show.frame.height - frame.width / frame.height) < 0.02;
  const fresh = show.pieces.filter(({ id }) => !known[id]);
  if (fresh.length === 0 || sameShape) return scaled;
  // Only what has not stood here before is arranged; the rest is kept where it stood.
  const locked = {
    ...scaled,
    pieces: scaled.pieces.map((piece) => (known[piece.id] ? { ...piece, locked: true } : piece)),
  };
  const [best] = arrange(locked, scaled.scenes[0]?.id ?? '', measure);
  return best
    ? {
        ...scaled,
        pieces: scaled.pieces.map((piece) =>
          known[piece.id] || !best.places[piece.id] ? piece : { ...piece, place: best.places[piece.id] ?? piece.place },
        ),
      }
    : scaled;
}

/** Where a game view stands on a frame of that shape, and a camera beside one: a game fills a wide frame, and a camera takes a corner of it. */
function viewPlace(piece: Piece, show: Show, frame: FrameSize): Box | null {
  if (!show.pieces.some(({ kind }) => kind === 'game') || (piece.kind !== 'game' && piece.kind !== 'camera'))
    return null;
  return PIECE_KINDS[piece.kind].make(piece.id, { ...show, frame }).place;
}

/** On a wide frame the camera lies over the game, or it would not be seen. */
function cameraOverGame(pieces: Piece[], frame: FrameSize): Piece[] {
  const game = pieces.findIndex(({ kind }) => kind === 'game');
  const camera = pieces.findIndex(({ kind }) => kind === 'camera');
  if (isUpright(frame) || camera < 0 || camera > game) return pieces;
  const order = [...pieces];
  order.splice(game, 0, ...order.splice(camera, 1));
  return order;
}

/** A piece in the same part of another frame: pictures that filled it fill it again, others keep their size in proportion to the shorter side. */
function carried(piece: Piece, from: FrameSize, to: FrameSize): Box {
  const { x, y, w, h } = piece.place;
  if (isPicture(piece) && w >= from.width * 0.98) {
    if (h >= from.height * 0.98) return { x: 0, y: 0, w: to.width, h: to.height };
  }
  const by = Math.min(to.width, to.height) / Math.min(from.width, from.height);
  const smallest = least(piece);
  const [nw, nh] = [
    Math.round(Math.min(to.width, Math.max(smallest.w, w * by))),
    Math.round(Math.min(to.height, Math.max(smallest.h, h * by))),
  ];
  // The room to its left and above keeps its share of all the room there is.
  const share = (at: number, size: number, whole: number): number =>
    whole - size <= 0 ? 0 : Math.min(1, Math.max(0, at / (whole - size)));
  return {
    x: Math.round(share(x, w, from.width) * (to.width - nw)),
    y: Math.round(share(y, h, from.height) * (to.height - nh)),
    w: nw,
    h: nh,
  };
}
