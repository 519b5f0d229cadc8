import { PIECE_KINDS, type Piece } from '@/core/piece';
import type { Box } from '@/core/paint/display';
import { cropBy } from '@/core/stage/crop';
import type { Guide, Handle } from '@/core/stage/place';

/** Where pieces would come to stand if they were let go of now. */
export interface Draft {
  boxes: Record<string, Box>;
  turn?: number;
  /** What would be kept of the dragged picture, in shares of it; null: all of it. */
  crop?: Box | null;
  guides: Guide[];
}

/** What a drag needs of the piece and of the editor, as they now are. */
export interface Dragged {
  piece: Piece;
  chosen: boolean;
  /** Boxes that it snaps to. */
  lines: () => readonly Box[];
  /** Everything that is dragged along with it, itself among them, as it stood. */
  along: () => Record<string, Box>;
  /** How large the picture is that it shows, in any unit; null where it shows none that can be cut. */
  size: { w: number; h: number } | null;
  onChoose: (more: boolean) => void;
  onOpen: () => void;
  /** While it is dragged; null when it is let go of. */
  onDraft: (draft: Draft | null) => void;
  onPlace: (draft: Draft) => void;
}

/**
 * One drag: from where the pieces stood to where they are let go of. Nothing of the show changes before that. Gestures are bound once; what they call
 * is always the latest.
 */
export class Drag {
  private now: Draft | null = null;
  started: Record<string, Box> = {};
  startedTurn = 0;
  private startedPiece: Piece | null = null;
  shift = false;
  /** Alt is held: corners cut off instead of making it smaller. */
  alt = false;

  constructor(private latest: Dragged) {}

  follow(latest: Dragged): void {
    this.latest = latest;
  }

  get turn(): number {
    return this.latest.piece.turn ?? 0;
  }

  /** Shift means the other of the two, for as long as it is held. */
  get keeps(): boolean {
    return keepsProportion(this.latest.piece) !== this.shift;
  }

  get height(): number {
    return this.latest.piece.place.h;
  }

  begin(): void {
    if (!this.latest.chosen) this.latest.onChoose(false);
    this.started = this.latest.along();
    this.startedTurn = this.turn;
    this.startedPiece = this.latest.piece;
  }

  get cuts(): boolean {
    return this.alt && this.latest.size !== null;
  }

  /** Cuts off what lies beyond a side that has been dragged by so much, px of the frame; outwards it brings back what was cut. */
  cut(handle: Handle, by: { dx: number; dy: number }): void {
    const { startedPiece: piece } = this;
    const { size } = this.latest;
    if (!piece || !size || !('fit' in piece)) return;
    const { place, crop } = cropBy(piece, handle, by, { size, least: PIECE_KINDS[piece.kind].least });
    this.to({ guides: [], boxes: { [piece.id]: place }, crop });
  }

  lines(): readonly Box[] {
    return this.latest.lines();
  }

  open(): void {
    this.latest.onOpen();
  }

  /** A press chooses at once: one that waited for a second tap would feel slow. */
  press(more: boolean): void {
    if (!this.latest.chosen || more) this.latest.onChoose(more);
  }

  hold(): void {
    this.latest.onChoose(true);
  }

  to(draft: Draft): void {
    // A pinch moves and turns at once: each part keeps what the others have done.
    this.now = { ...this.now, ...draft, boxes: { ...this.now?.boxes, ...draft.boxes } };
    this.latest.onDraft(this.now);
  }

  end(): void {
    const { now } = this;
    if (!now) return;
    this.now = null;
    this.latest.onDraft(null);
    this.latest.onPlace(now);
  }
}

/** Pictures keep their proportions when a corner is dragged, unless it is said otherwise; pieces of words take any. */
export const keepsProportion = ({ kind, keeps }: Piece): boolean =>
  keeps ?? (kind === 'picture' || kind === 'clip' || kind === 'art');
