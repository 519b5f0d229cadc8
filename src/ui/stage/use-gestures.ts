import { useMemo } from 'react';
import { Gesture } from 'react-native-gesture-handler';
import { PIECE_KINDS, type Piece } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';
import { move, resizeTurned, scaleBox, tidyTurn, type Handle } from '@/core/stage/place';
import type { Drag } from './drag';
import { phrase, type Phrase } from '@/core/words/phrase';

export const CORNERS: readonly (Handle & { name: Phrase; testName: string })[] = [
  { x: -1, y: -1, testName: 'top-left', name: phrase('top left') },
  { x: 1, y: -1, testName: 'top-right', name: phrase('top right') },
  { x: 1, y: 1, testName: 'bottom-right', name: phrase('bottom right') },
  { x: -1, y: 1, testName: 'bottom-left', name: phrase('bottom left') },
];

/** The sides of a picture, by which it is cut. */
export const EDGES: readonly (Handle & { name: Phrase; side: 'top' | 'right' | 'bottom' | 'left' })[] = [
  { x: 0, y: -1, side: 'top', name: phrase('top') },
  { x: 1, y: 0, side: 'right', name: phrase('right') },
  { x: 0, y: 1, side: 'bottom', name: phrase('bottom') },
  { x: -1, y: 0, side: 'left', name: phrase('left') },
];

/** How far above its piece the handle stands by which it is turned, px of the screen. */
export const TURNER = 34;

/** What the gestures of one piece work on; `scale`: px of the screen for one px of the frame. */
interface Taken {
  drag: Drag;
  id: string;
  frame: FrameSize;
  scale: number;
  /** px of the frame. */
  smallest: (typeof PIECE_KINDS)[Piece['kind']]['least'];
  locked: boolean;
}

/** How one piece is taken: by its body, its corners, the sides of its picture, and the handle that turns it. */
export const useGestures = (drag: Drag, { id, kind, locked = false }: Piece, frame: FrameSize, scale: number) =>
  useMemo(() => {
    const taken: Taken = { drag, id, frame, scale, smallest: PIECE_KINDS[kind].least, locked };
    return {
      body: bodyGesture(taken),
      corners: CORNERS.map((corner) => cornerGesture(taken, corner)),
      edges: EDGES.map((edge) => edgeGesture(taken, edge)),
      turner: turnerGesture(taken),
    };
  }, [drag, id, kind, frame, scale, locked]);

/** Drag it to move it, pinch it, turn it with two fingers; tap twice to open it, hold it to choose several. */
function bodyGesture(taken: Taken) {
  const { drag, id, frame, scale, smallest, locked } = taken;
  const body = dragging(taken, Gesture.Pan())
    .enabled(!locked)
    .minDistance(3)
    .maxPointers(1)
    .onUpdate(({ translationX, translationY }) => {
      const start = drag.started[id];
      if (!start) return;
      const { box, guides } = move(
        start,
        { dx: translationX / scale, dy: translationY / scale },
        { frame, snap: true, others: drag.lines() },
      );
      const [dx, dy] = [box.x - start.x, box.y - start.y];
      drag.to({
        guides,
        boxes: Object.fromEntries(
          Object.entries(drag.started).map(([each, from]) => [each, { ...from, x: from.x + dx, y: from.y + dy }]),
        ),
      });
    });
  const pinch = dragging(taken, Gesture.Pinch())
    .enabled(!locked)
    .onUpdate(({ scale: by }) => {
      const start = drag.started[id];
      if (start) drag.to({ guides: [], boxes: { [id]: scaleBox(start, by, smallest, frame) } });
    });
  const rotate = dragging(taken, Gesture.Rotation())
    .enabled(!locked)
    .onUpdate(({ rotation }) =>
      drag.to({ guides: [], boxes: {}, turn: tidyTurn(drag.startedTurn + (rotation * 180) / Math.PI) }),
    );
  const taps = Gesture.Exclusive(
    Gesture.Tap()
      .runOnJS(true)
      .numberOfTaps(2)
      .maxDuration(400)
      .onEnd((_event, done) => {
        if (done) drag.open();
      }),
    Gesture.LongPress()
      .runOnJS(true)
      .minDuration(450)
      .onStart(() => drag.hold()),
  );
  return Gesture.Race(Gesture.Simultaneous(pinch, rotate), body, taps);
}

function cornerGesture(taken: Taken, corner: Handle) {
  const { drag, id, frame, scale, smallest } = taken;
  return dragging(taken, Gesture.Pan())
    .minDistance(1)
    .onUpdate(({ translationX, translationY }) => {
      const start = drag.started[id];
      if (!start) return;
      const [dx, dy] = [translationX / scale, translationY / scale];
      if (drag.cuts) return drag.cut(corner, { dx, dy });
      const box = resizeTurned(
        start,
        corner,
        { dx, dy },
        { turn: drag.turn, least: smallest, frame, proportion: drag.keeps },
      );
      drag.to({ guides: [], boxes: { [id]: box } });
    });
}

function edgeGesture(taken: Taken, edge: Handle) {
  const { drag, scale } = taken;
  return dragging(taken, Gesture.Pan())
    .minDistance(1)
    .onUpdate(({ translationX, translationY }) =>
      drag.cut(edge, { dx: translationX / scale, dy: translationY / scale }),
    );
}

function turnerGesture(taken: Taken) {
  const { drag, scale } = taken;
  return dragging(taken, Gesture.Pan())
    .minDistance(1)
    .onUpdate(({ translationX, translationY }) => {
      // From the middle of the piece to where the handle was, and to where it is now.
      const arm = (drag.height * scale) / 2 + TURNER;
      const rest = ((drag.startedTurn - 90) * Math.PI) / 180;
      const [hx, hy] = [Math.cos(rest) * arm + translationX, Math.sin(rest) * arm + translationY];
      drag.to({ guides: [], boxes: {}, turn: tidyTurn((Math.atan2(hy, hx) * 180) / Math.PI + 90) });
    });
}

type Continuous =
  ReturnType<typeof Gesture.Pan> | ReturnType<typeof Gesture.Pinch> | ReturnType<typeof Gesture.Rotation>;

/** A gesture that drags: it begins where things stood, and puts them down where it ends. */
function dragging<G extends Continuous>({ drag }: Taken, gesture: G): G {
  gesture
    .runOnJS(true)
    .onStart(() => drag.begin())
    .onFinalize(() => drag.end());
  return gesture;
}
