import type { Box, Group } from '@/core/paint/display';
import type { Measure } from '@/core/paint/text';
import type { Piece } from '@/core/piece';
import type { Show } from '@/core/show/show';
import type { Phrase } from '@/core/words/phrase';

/** What puts a finding right: plain data, so that it can come out of a worker. */
export type Mend =
  | { kind: 'place'; places: Record<string, Box>; scene: string }
  | { kind: 'set'; piece: string; fields: Record<string, unknown> }
  | { kind: 'remove'; piece: string }
  | { kind: 'outlet'; outlet: string; piece: string }
  | { kind: 'scenes'; piece: string; scenes: string[] | null }
  | { kind: 'front'; piece: string }
  /** To the nearest place that is clear: it, or else `other`; where neither finds room, what matters less comes off (mend.ts). */
  | { kind: 'clear'; piece: string; scene: string; other?: string };

/** A mend, and how it is called. */
export interface Offer {
  label: Phrase;
  does: Mend;
}

/** Something that is wrong with the layout: what, the figures behind it, and how it is put right. */
export interface Finding {
  /** The same finding has the same key, so that it stays dismissed. */
  key: string;
  /** Whom it is about; it is shown on the first. */
  pieces: string[];
  says: Phrase;
  /** What was measured and what is the least; absent: what it says is all. */
  figures?: Phrase;
  mend: Offer;
}

/** A picture of what lies behind the pieces, RGBA, as large as wanted. */
export interface Behind {
  width: number;
  height: number;
  rgba: Uint8ClampedArray;
}

/** A layout as it is judged: one scene of a show, with what its pieces hold. */
export interface Judged {
  show: Show;
  scene: string;
  /** Back to front, each where it stands in this scene. */
  pieces: readonly Piece[];
  /** What each draws with content of the usual kind, by its id. */
  groups: ReadonlyMap<string, readonly Group[]>;
  measure: Measure;
  /** The picture behind at several moments; none: it is not known. */
  behind: readonly Behind[];
}

/** Pieces that are the picture itself: they are meant to be covered, and to fill the frame. */
const PICTURES: ReadonlySet<Piece['kind']> = new Set(['camera', 'game', 'art', 'picture', 'clip']);
export const isPicture = ({ kind }: Piece): boolean => PICTURES.has(kind);
/** Drift floats over everything, and covers nothing for long. */
export const covers = (piece: Piece): boolean => !isPicture(piece) && piece.kind !== 'drift';
