import type { Fill } from '@/core/paint/display';
import { mediaKind } from '@/core/media/media';
import type { Piece } from '@/core/piece';
import { least, newPiece } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';
import { markPiece } from '@/core/piece/mark';
import { READABLE } from '@/core/piece/style';
import type { Outlet, OutletShows } from '@/core/show/outlet';
import { isUpright } from '@/core/show/safe-area';
import type { Show } from '@/core/show/show';
import { WALL_FRAME, wallFill, wallPlaces } from '@/core/show/wall';
import { carries, piecesSeen, type Look } from './seen';
import { inLayout } from './turn-frame';

/** What comes out of an outlet: a frame, what lies behind it, and the pieces on it, back to front. */
export interface OutletFrame {
  frame: FrameSize;
  ground: Fill | null;
  pieces: Piece[];
}

/** Everything that an outlet paints now; `by: 'app'`: the stage as it is arranged. While the delay is measured, viewers see what it is measured by above all else. */
export function outletFrame(show: Show, look: Look): OutletFrame {
  const laid = layOut(show, look);
  const { by, delayMark = null } = look;
  if (!delayMark || by === 'app' || by.whose !== 'viewers' || by.shows.kind === 'wall') return laid;
  // It is drawn as a piece, though no show has one.
  return { ...laid, pieces: [...laid.pieces, markPiece('delay-mark', laid.frame) as unknown as Piece] };
}

function layOut(show: Show, look: Look): OutletFrame {
  const { by } = look;
  if (by === 'app') return { frame: show.frame, ground: null, pieces: piecesSeen(show, look) };
  const { shows } = by;
  if (shows.kind === 'wall') {
    const behind = wallPicture(show, shows);
    const pieces = wallPlaces(piecesSeen(show, look));
    return {
      frame: WALL_FRAME,
      ground: wallFill(shows.ground),
      pieces: behind ? [behind, ...pieces] : pieces,
    };
  }
  if (shows.kind === 'pieces' && shows.size) {
    const { size } = shows;
    const places = sizePlaces(show, by, size);
    return { frame: size, ground: null, pieces: piecesSeen(show, look).map((piece) => filling(piece, places, size)) };
  }
  const laid = inLayout(show, by.layout);
  return { frame: laid.frame, ground: null, pieces: piecesSeen(laid, look) };
}

/** The frame of an outlet alone: how large its layer is to be, px. */
export function outletSize(show: Show, by: Outlet): FrameSize {
  if (by.shows.kind === 'wall') return WALL_FRAME;
  if (by.shows.kind === 'pieces' && by.shows.size) return by.shows.size;
  return inLayout(show, by.layout).frame;
}

/** A picture or clip of the streamer's own that covers the wall behind its pieces. */
function wallPicture(show: Show, { picture }: Extract<OutletShows, { kind: 'wall' }>): Piece | null {
  const file = show.media.find(({ id }) => id === picture);
  if (!file) return null;
  const kind = mediaKind(file) === 'clip' ? 'clip' : 'picture';
  const { width: w, height: h } = WALL_FRAME;
  return {
    ...newPiece(kind, 'wall-picture', show),
    media: file.id,
    fit: 'cover',
    place: { x: 0, y: 0, w, h },
  } as Piece;
}

/**
 * Where pieces stand that fill a frame of their own: one fills it; several share it, one below another on an upright frame and side by side
 * on a wide one, by how high (or wide) they stand on the stage. What a cue has hidden keeps its room.
 */
export function sizePlaces(show: Show, by: Outlet, size: FrameSize): Map<string, Piece['place']> {
  const upright = isUpright(size) || size.width === size.height;
  const pieces = show.pieces.filter((piece) => !piece.off && carries(by, piece));
  const lengths = pieces.map((piece) => {
    const smallest = least(piece);
    return upright
      ? Math.max(smallest.h, Math.min(piece.place.h, (piece.place.h * size.width) / piece.place.w))
      : Math.max(smallest.w, Math.min(piece.place.w, (piece.place.w * size.height) / piece.place.h));
  });
  const all = lengths.reduce((sum, length) => sum + length, 0);
  const room = upright ? size.height : size.width;
  let at = 0;
  return new Map(
    pieces.map((piece, n) => {
      const start = Math.round(at);
      at += ((lengths[n] ?? 0) / all) * room;
      const length = Math.max(1, Math.round(at) - start);
      return [
        piece.id,
        upright ? { x: 0, y: start, w: size.width, h: length } : { x: start, y: 0, w: length, h: size.height },
      ];
    }),
  );
}

/**
 * A piece as it stands on an outlet's own frame: upright, and whole. Text whose size is said in px gets smaller with its piece, but no smaller than
 * can be read.
 */
function filling(piece: Piece, places: Map<string, Piece['place']>, size: FrameSize): Piece {
  const place = places.get(piece.id) ?? { x: 0, y: 0, w: size.width, h: size.height };
  const placed = { ...piece, turn: undefined, place };
  if (placed.kind !== 'chat' && placed.kind !== 'text' && placed.kind !== 'featured') return placed;
  const by = Math.min(1, place.w / piece.place.w);
  return { ...placed, size: Math.min(placed.size, Math.max(READABLE, Math.round(placed.size * by))) };
}
