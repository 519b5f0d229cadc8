import { PIECE_KINDS, type Piece } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';
import { resizeTurned, type Handle } from '@/core/stage/place';
import type { Drag } from './drag';

/* What keys do on a piece and its handles. React Native's types do not know the web's key events. */

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Enter and Space choose a piece, with Shift besides others; on one that is chosen alone they open it. So does a screen reader's press. */
export const byKeys = (drag: Drag, alone: boolean): object => ({
  onKeyDown: (event: KeyboardEvent) => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    if (alone && !event.shiftKey) drag.open();
    else drag.press(event.shiftKey);
  },
  // A press that no finger and no mouse has made: those have chosen it already.
  onClick: (event: MouseEvent) => {
    if (event.detail === 0) drag.press(false);
  },
});

/** The arrows move a corner: by 1 px of the frame, with Shift by 10. The stage would move the whole piece by them. */
export const resizedByKeys = (drag: Drag, piece: Piece, corner: Handle, frame: FrameSize): object => ({
  onKeyDown: (event: KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    if (!arrow) return;
    event.preventDefault();
    event.stopPropagation();
    const by = event.shiftKey ? 10 : 1;
    drag.begin();
    const box = resizeTurned(
      piece.place,
      corner,
      { dx: arrow[0] * by, dy: arrow[1] * by },
      { turn: piece.turn ?? 0, least: PIECE_KINDS[piece.kind].least, frame },
    );
    drag.to({ guides: [], boxes: { [piece.id]: box } });
    drag.end();
  },
});

/** Degrees from -180 to 180. A finger's turn snaps to the quarters; a key says what it means. */
const within = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;

/** The arrows turn it: by 1°, with Shift by 15°. */
export const turnedByKeys = (drag: Drag): object => ({
  onKeyDown: (event: KeyboardEvent) => {
    const arrow = ARROWS[event.key];
    if (!arrow) return;
    event.preventDefault();
    event.stopPropagation();
    drag.begin();
    drag.to({
      guides: [],
      boxes: {},
      turn: within(drag.startedTurn + (arrow[0] + arrow[1]) * (event.shiftKey ? 15 : 1)),
    });
    drag.end();
  },
});
