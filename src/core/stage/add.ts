import type { Listed } from '@/core/engine/kernel/feature';
import { PIECE_KINDS, type Piece, type PieceKindName } from '@/core/piece';
import { addListed, copyListed, freshName, listed, shownBy } from '@/core/show/listed';
import { isUpright } from '@/core/show/safe-area';
import type { Show } from '@/core/show/show';
import { covers, isPicture } from './judge/finding';
import { roomFor } from './room';
import { freePlace, keepInFrame } from './place';

/* Pieces that are added to the frame, and copied on it. A goal, counter … brings its own thing to show, or shows one that is there. */

/** Ids for what is made: core has no chance of its own. */
export interface NewIds {
  piece: string;
  own: string;
}

/** So far from its original a copy lies, px of the frame. */
const BESIDE = 40;

// The field is that of the piece's kind (`shownBy`), and takes an id.
const showing = (piece: Piece, field: string, id: string): Piece => ({ ...piece, [field]: id }) as Piece;

/**
 * Adds a piece. Changes the show.
 * @param shows the id of what it is to show; null: one of its own, where its kind shows one of several
 */
export function addPiece(show: Show, kind: PieceKindName, ids: NewIds, shows: string | null): Piece {
  const made: Piece = PIECE_KINDS[kind].make(ids.piece, show);
  const of = shownBy(made);
  const own: Listed | null = of && shows === null ? addListed(show, of.list, ids.own) : null;
  const id = shows ?? own?.id;
  const there = of && shows !== null ? listed(show, of.list.list).find((each) => each.id === shows) : undefined;
  // What has no name but its kind's is called as its piece is, and a piece as what it shows: one name wherever it is seen.
  const nameless = own !== null && of !== null && made.name.startsWith(of.list.make('', show.language).name);
  const name = freshName(there?.name ?? (own && !nameless ? own.name : made.name), show.pieces);
  if (own && of && nameless)
    own.name = freshName(
      name,
      listed(show, of.list.list).filter((each) => each.id !== own.id),
    );
  // It comes in the style of what is there.
  const style = show.pieces.at(-1)?.style ?? made.style;
  const piece: Piece = { ...(of && id !== undefined ? showing(made, of.field, id) : made), style, name };
  // What is the picture itself lies behind everything else.
  if (isPicture(piece)) show.pieces.splice(behind(piece, show), 0, piece);
  else show.pieces.push(covers(piece) ? roomed(piece, show) : piece);
  return piece;
}

/** How many pieces a picture has behind it: none, but a camera on a wide frame lies over the game, or it would not be seen. */
const behind = ({ kind }: Piece, { frame, pieces }: Show): number =>
  kind === 'camera' && !isUpright(frame) ? pieces.findIndex((piece) => piece.kind === 'game') + 1 : 0;

/** The fewest rows with which a list is still one. */
const FEWEST_ROWS = 2;

/** The piece where there is room for it, with fewer rows where it must be; where there is none at all, where it covers least. */
function roomed(piece: Piece, show: Show): Piece {
  const place = roomFor(piece, show);
  if (place) return { ...piece, place };
  if ('rows' in piece && piece.rows > FEWEST_ROWS) return roomed({ ...piece, rows: piece.rows - 1 }, show);
  const others = show.pieces.filter(covers).map((other) => other.place);
  return { ...piece, place: freePlace(piece.place, others, show.frame) };
}

/**
 * Puts a copy of a piece beside it. Changes the show.
 * @param own it gets a copy of what the piece shows, too; else both show the same
 */
export function copyPiece(show: Show, piece: Piece, ids: NewIds, own: boolean): Piece | null {
  const at = show.pieces.findIndex(({ id }) => id === piece.id);
  if (at < 0) return null;
  const of = shownBy(piece);
  const name = freshName(piece.name, show.pieces);
  const thing = own && of ? copyListed(show, of.list, of.id, ids.own) : null;
  // Called as its piece where the first one is.
  if (thing && of && listed(show, of.list.list).some((each) => each.id === of.id && each.name === piece.name))
    thing.name = freshName(
      name,
      listed(show, of.list.list).filter((each) => each.id !== thing.id),
    );
  const copy: Piece = {
    ...(thing && of ? showing(piece, of.field, thing.id) : piece),
    id: ids.piece,
    name,
    place: keepInFrame({ ...piece.place, x: piece.place.x + BESIDE, y: piece.place.y + BESIDE }, show.frame),
  };
  show.pieces.splice(at + 1, 0, copy);
  return copy;
}
