import type { Box } from '@/core/paint/display';
import { turnPoint } from '@/core/paint/turn';
import type { Piece } from '@/core/piece';
import type { ArtPiece, Hole } from '@/core/piece/art';
import type { Show } from '@/core/show/show';

/* Frame art, and the cameras, game views and pictures that are seen through its holes. */

/** What can be seen through a hole: whatever fills its box with a picture. */
export const fillsHole = (piece: Piece): boolean => 'fit' in piece;

const artOf = (show: Show, id: string): ArtPiece | null => {
  const piece = show.pieces.find((each) => each.id === id);
  return piece?.kind === 'art' ? piece : null;
};

/** Its holes, where they are known of the picture that it now shows. */
export const holesOf = ({ holes, media }: ArtPiece): Hole[] => (holes && holes.of === media ? holes.list : []);

/** Where a hole lies in the frame, upright, px: the picture keeps its proportions within its piece. Null without the picture's size. */
export function holePlace(show: Show, art: ArtPiece, hole: Box): Box | null {
  const media = show.media.find(({ id }) => id === art.media);
  if (!media) return null;
  const { place } = art;
  const scale = Math.min(place.w / media.width, place.h / media.height);
  const [w, h] = [media.width * scale, media.height * scale];
  const at = { x: place.x + (place.w - w) / 2 + hole.x * w, y: place.y + (place.h - h) / 2 + hole.y * h };
  const size = { w: Math.max(1, hole.w * w), h: Math.max(1, hole.h * h) };
  // Turned about the middle of the art, as the hole is.
  const middle = turnPoint(
    { x: at.x + size.w / 2, y: at.y + size.h / 2 },
    { degrees: art.turn ?? 0, x: place.x + place.w / 2, y: place.y + place.h / 2 },
  );
  return {
    x: Math.round(middle.x - size.w / 2),
    y: Math.round(middle.y - size.h / 2),
    w: Math.round(size.w),
    h: Math.round(size.h),
  };
}

/** Sets the holes that were found in the art's picture; what was seen through the ones before is seen through those in their order. Changes the show. */
export function setHoles(show: Show, id: string, found: readonly Box[]): void {
  const art = artOf(show, id);
  if (!art) return;
  const before = art.holes?.list ?? [];
  delete art.hole;
  art.holes = {
    of: art.media,
    list: found.map(({ x, y, w, h }, n) => {
      const takes = before[n]?.takes;
      return { x, y, w, h, ...(takes === undefined ? {} : { takes }) };
    }),
  };
  refit(show, id);
}

/** Has a piece be seen through a hole; null: nothing is. It fills the hole, right behind the art. Changes the show. */
export function takeInHole(show: Show, id: string, n: number, piece: string | null): void {
  const art = artOf(show, id);
  const hole = art && holesOf(art)[n];
  if (!hole) return;
  // A piece is in one place.
  if (piece !== null) leaveHoles(show, piece);
  if (piece === null) delete hole.takes;
  else hole.takes = piece;
  refit(show, id);
}

/** A piece is seen through no hole any more: it was moved by hand. Changes the show. */
export function leaveHoles(show: Show, piece: string): void {
  for (const art of show.pieces)
    if (art.kind === 'art') for (const hole of art.holes?.list ?? []) if (hole.takes === piece) delete hole.takes;
}

/** Brings what is seen through an art's holes to where these are. Changes the show. */
export function refit(show: Show, id: string): void {
  const art = artOf(show, id);
  if (!art) return;
  for (const hole of holesOf(art)) {
    const at = show.pieces.findIndex((each) => each.id === hole.takes);
    const piece = show.pieces[at];
    const place = holePlace(show, art, hole);
    if (!piece || !place || !('fit' in piece)) continue;
    piece.place = place;
    piece.fit = 'cover';
    if (art.turn === undefined) delete piece.turn;
    else piece.turn = art.turn;
    // Behind the art, so that its edge covers what reaches beyond the hole.
    const front = show.pieces.findIndex((each) => each.id === id);
    if (at > front) {
      show.pieces.splice(at, 1);
      show.pieces.splice(front, 0, piece);
    }
  }
}

/** Pieces were placed by hand: what was taken out of a hole is seen through it no more, and what lies in the holes of a moved art goes with it. Changes the show. */
export function followHoles(show: Show, moved: readonly string[]): void {
  const arts = show.pieces.filter((piece): piece is ArtPiece => piece.kind === 'art' && moved.includes(piece.id));
  const carried = new Set(arts.flatMap((art) => holesOf(art).map(({ takes }) => takes)));
  for (const id of moved) if (!carried.has(id)) leaveHoles(show, id);
  for (const { id } of arts) refit(show, id);
}
