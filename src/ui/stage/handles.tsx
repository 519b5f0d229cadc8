import { useLayoutEffect, useMemo, useState } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import Svg, { Circle, Line, Path, Rect } from 'react-native-svg';
import { PIECE_KINDS, type Piece } from '@/core/piece';
import type { Box } from '@/core/paint/display';
import { move, resizeTurned, scaleBox, tidyTurn, type Guide, type Handle } from '@/core/stage/place';
import type { FrameSize } from '@/core/piece/frame';
import { TOKENS } from '@/ui/theme/tokens';

/** What is drawn over the frame keeps its colour in the light too: the picture below it is dark either way. */
const { marigold, muted } = TOKENS.dark;

const CORNERS: readonly (Handle & { name: string })[] = [
  { x: -1, y: -1, name: 'top left' },
  { x: 1, y: -1, name: 'top right' },
  { x: 1, y: 1, name: 'bottom right' },
  { x: -1, y: 1, name: 'bottom left' },
];

/** What a thumb needs, px of the screen. */
const TOUCH = 48;
/** How far above its piece the handle stands by which it is turned, px of the screen. */
const TURNER = 34;

/** Where pieces would come to stand if they were let go of now. */
export interface Draft {
  boxes: Record<string, Box>;
  turn?: number;
  guides: Guide[];
}

export interface HandlesProps {
  piece: Piece;
  frame: FrameSize;
  /** px of the screen for one px of the frame. */
  scale: number;
  chosen: boolean;
  /** It is chosen, and nothing else is. */
  alone: boolean;
  /** Boxes that it snaps to. */
  lines: () => readonly Box[];
  /** Everything that is dragged along with it, itself among them, as it stood. */
  along: () => Record<string, Box>;
  onChoose: (more: boolean) => void;
  onOpen: () => void;
  /** While it is dragged; null when it is let go of. */
  onDraft: (draft: Draft | null) => void;
  onPlace: (draft: Draft) => void;
}

type Latest = Pick<
  HandlesProps,
  'piece' | 'chosen' | 'lines' | 'along' | 'onChoose' | 'onOpen' | 'onDraft' | 'onPlace'
>;

/**
 * One drag: from where the pieces stood to where they are let go of. Nothing of the show changes before that. Gestures are bound once; what they call
 * is always the latest.
 */
class Drag {
  private now: Draft | null = null;
  started: Record<string, Box> = {};
  startedTurn = 0;
  shift = false;

  constructor(private latest: Latest) {}

  follow(latest: Latest): void {
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

/** One piece as a thumb or a mouse takes it: drag it to move it, a corner to resize it; pinch it, turn it with two fingers; tap twice to open it, hold it to choose several. */
export function Handles({
  piece,
  frame,
  scale,
  chosen,
  alone,
  lines,
  along,
  onChoose,
  onOpen,
  onDraft,
  onPlace,
}: HandlesProps) {
  const { id, place: at, turn = 0, locked = false, kind } = piece;
  const latest = { piece, chosen, lines, along, onChoose, onOpen, onDraft, onPlace };
  const [drag] = useState(() => new Drag(latest));
  useLayoutEffect(() => drag.follow(latest));

  const gestures = useMemo(() => {
    const smallest = PIECE_KINDS[kind].least;
    const begin = (): void => drag.begin();
    const end = (): void => drag.end();
    const body = Gesture.Pan()
      .runOnJS(true)
      .enabled(!locked)
      .minDistance(3)
      .maxPointers(1)
      .onStart(begin)
      .onFinalize(end)
      .onUpdate(({ translationX, translationY }) => {
        const start = drag.started[id];
        if (!start) return;
        const { box, guides } = move(start, translationX / scale, translationY / scale, frame, true, drag.lines());
        const [dx, dy] = [box.x - start.x, box.y - start.y];
        drag.to({
          guides,
          boxes: Object.fromEntries(
            Object.entries(drag.started).map(([each, from]) => [each, { ...from, x: from.x + dx, y: from.y + dy }]),
          ),
        });
      });
    const pinch = Gesture.Pinch()
      .runOnJS(true)
      .enabled(!locked)
      .onStart(begin)
      .onFinalize(end)
      .onUpdate(({ scale: by }) => {
        const start = drag.started[id];
        if (start) drag.to({ guides: [], boxes: { [id]: scaleBox(start, by, smallest, frame) } });
      });
    const rotate = Gesture.Rotation()
      .runOnJS(true)
      .enabled(!locked)
      .onStart(begin)
      .onFinalize(end)
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
    const corners = CORNERS.map((corner) =>
      Gesture.Pan()
        .runOnJS(true)
        .minDistance(1)
        .onStart(begin)
        .onFinalize(end)
        .onUpdate(({ translationX, translationY }) => {
          const start = drag.started[id];
          if (start)
            drag.to({
              guides: [],
              boxes: {
                [id]: resizeTurned(
                  start,
                  corner,
                  translationX / scale,
                  translationY / scale,
                  drag.turn,
                  smallest,
                  frame,
                  drag.keeps,
                ),
              },
            });
        }),
    );
    const turner = Gesture.Pan()
      .runOnJS(true)
      .minDistance(1)
      .onStart(begin)
      .onFinalize(end)
      .onUpdate(({ translationX, translationY }) => {
        // From the middle of the piece to where the handle was, and to where it is now.
        const arm = (drag.height * scale) / 2 + TURNER;
        const rest = ((drag.startedTurn - 90) * Math.PI) / 180;
        const [hx, hy] = [Math.cos(rest) * arm + translationX, Math.sin(rest) * arm + translationY];
        drag.to({ guides: [], boxes: {}, turn: tidyTurn((Math.atan2(hy, hx) * 180) / Math.PI + 90) });
      });
    return { body: Gesture.Race(Gesture.Simultaneous(pinch, rotate), body, taps), corners, turner };
  }, [drag, id, kind, frame, scale, locked]);

  const box = { left: at.x * scale, top: at.y * scale, width: at.w * scale, height: at.h * scale };
  // A small piece still gives a thumb enough to take.
  const grown = {
    left: box.left - Math.max(0, (TOUCH - box.width) / 2),
    top: box.top - Math.max(0, (TOUCH - box.height) / 2),
    width: Math.max(TOUCH, box.width),
    height: Math.max(TOUCH, box.height),
  };
  const colour = locked ? muted : marigold;
  const turns = alone && !locked;
  // A turned piece's handles turn with it, about the same middle.
  const holder = {
    position: 'absolute' as const,
    left: box.left,
    top: box.top,
    width: box.width,
    height: box.height,
    zIndex: 4,
    pointerEvents: 'none' as const,
    transform: [{ rotate: `${turn}deg` }],
  };
  return (
    <>
      <GestureDetector gesture={gestures.body}>
        <View
          role="button"
          aria-label={`${piece.name}, ${PIECE_KINDS[kind].title}${locked ? ', locked' : ''}`}
          aria-pressed={chosen}
          tabIndex={0}
          testID={`piece-${id}`}
          onPointerUp={(event) => drag.press(event.nativeEvent.shiftKey)}
          style={{
            position: 'absolute',
            ...grown,
            zIndex: chosen ? 2 : 1,
            cursor: (locked ? 'pointer' : 'move') as never,
            touchAction: 'none' as never,
            transform: [{ rotate: `${turn}deg` }],
          }}
        />
      </GestureDetector>
      {chosen ? (
        <View style={holder}>
          <View
            style={{ position: 'absolute', left: -6, top: -6 - (turns ? TURNER : 0), pointerEvents: 'none' }}
            aria-hidden
          >
            <Svg width={box.width + 12} height={box.height + 12 + (turns ? TURNER : 0)}>
              {turns ? (
                <>
                  <Line
                    x1={box.width / 2 + 6}
                    x2={box.width / 2 + 6}
                    y1={9}
                    y2={TURNER + 6}
                    stroke={colour}
                    strokeWidth={1.5}
                  />
                  <Circle cx={box.width / 2 + 6} cy={8} r={6} fill={colour} />
                </>
              ) : null}
              <Rect
                x={6}
                y={6 + (turns ? TURNER : 0)}
                width={box.width}
                height={box.height}
                fill="none"
                stroke={colour}
                strokeWidth={1.5}
                strokeDasharray={locked ? '6 5' : undefined}
              />
              {alone && !locked
                ? CORNERS.map(({ x, y }) => {
                    const cx = x < 0 ? 2.5 : box.width + 9.5;
                    const cy = (y < 0 ? 2.5 : box.height + 9.5) + (turns ? TURNER : 0);
                    return (
                      <Path
                        key={`${x}${y}`}
                        d={`M${cx} ${cy - y * 15}V${cy}H${cx - x * 15}`}
                        fill="none"
                        stroke={colour}
                        strokeWidth={4.5}
                      />
                    );
                  })
                : null}
            </Svg>
          </View>
          {alone && !locked
            ? CORNERS.map((corner, n) => {
                const gesture = gestures.corners[n];
                return gesture ? (
                  <GestureDetector key={corner.name} gesture={gesture}>
                    <View
                      role="button"
                      aria-label={`Resize ${piece.name} at the ${corner.name}`}
                      testID={`resize-${corner.name.replace(' ', '-')}`}
                      onPointerMove={(event) => {
                        drag.shift = event.nativeEvent.shiftKey;
                      }}
                      style={{
                        position: 'absolute',
                        width: TOUCH,
                        height: TOUCH,
                        pointerEvents: 'auto',
                        touchAction: 'none' as never,
                        cursor: (corner.x === corner.y ? 'nwse-resize' : 'nesw-resize') as never,
                        left: (corner.x < 0 ? 0 : box.width) - TOUCH / 2 + corner.x * 8,
                        top: (corner.y < 0 ? 0 : box.height) - TOUCH / 2 + corner.y * 8,
                      }}
                    />
                  </GestureDetector>
                ) : null;
              })
            : null}
          {turns ? (
            <GestureDetector gesture={gestures.turner}>
              <View
                role="button"
                aria-label={`Turn ${piece.name}`}
                style={{
                  position: 'absolute',
                  left: box.width / 2 - TOUCH / 2,
                  top: -TURNER - TOUCH / 2 + 2,
                  width: TOUCH,
                  height: TOUCH,
                  pointerEvents: 'auto',
                  touchAction: 'none' as never,
                  cursor: 'grab' as never,
                }}
              />
            </GestureDetector>
          ) : null}
        </View>
      ) : null}
    </>
  );
}

/** Pictures keep their proportions when a corner is dragged, unless it is said otherwise; pieces of words take any. */
export const keepsProportion = ({ kind, keeps }: Piece): boolean =>
  keeps ?? (kind === 'picture' || kind === 'clip' || kind === 'art');
