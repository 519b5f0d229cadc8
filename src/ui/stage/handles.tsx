import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import Svg, { Path, Rect } from 'react-native-svg';
import type { Piece } from '@/core/piece';
import { PIECE_KINDS } from '@/core/piece';
import type { Box } from '@/core/paint/display';
import { move, resize, type Guide, type Handle } from '@/core/stage/place';
import type { FrameSize } from '@/core/show/show';
import { TOKENS } from '@/ui/theme/tokens';

/** What is drawn over the frame keeps its colour in the light too: the picture below it is dark either way. */
const { marigold } = TOKENS.dark;

const CORNERS: readonly (Handle & { name: string })[] = [
  { x: -1, y: -1, name: 'top left' }, { x: 1, y: -1, name: 'top right' }, { x: 1, y: 1, name: 'bottom right' }, { x: -1, y: 1, name: 'bottom left' },
];

/** What a thumb needs, px of the screen. */
const TOUCH = 48;

export interface HandlesProps {
  piece: Piece;
  frame: FrameSize;
  /** px of the screen for one px of the frame. */
  scale: number;
  chosen: boolean;
  onChoose: () => void;
  /** While it is dragged: where it would come to stand, and the lines it snaps to; null when it is let go of. */
  onDraft: (draft: Draft | null) => void;
  onPlace: (box: Box) => void;
}

interface Draft {
  box: Box;
  guides: Guide[];
}

/** One drag: from where the piece stood to where it is let go of. Nothing of the show changes before that. */
class Drag {
  private latest: Box | null = null;

  constructor(private readonly start: Box, private readonly onDraft: (draft: Draft | null) => void, private readonly onPlace: (box: Box) => void) {}

  to(placed: (start: Box) => Draft): void {
    const draft = placed(this.start);
    this.latest = draft.box;
    this.onDraft(draft);
  }

  end(): void {
    const { latest } = this;
    this.latest = null;
    this.onDraft(null);
    if (latest) this.onPlace(latest);
  }
}

/** One piece as a thumb or a mouse takes it: drag it to move it, drag a corner to resize it. */
export function Handles({ piece, frame, scale, chosen, onChoose, onDraft, onPlace }: HandlesProps) {
  const [drafted, setDrafted] = useState<Box | null>(null);
  const at = drafted ?? piece.place;
  const { least } = PIECE_KINDS[piece.kind];

  const drag = useMemo(() => new Drag(piece.place, (draft) => {
    setDrafted(draft?.box ?? null);
    onDraft(draft);
  }, onPlace), [piece.place, onDraft, onPlace]);

  const gestures = useMemo(() => {
    const body = Gesture.Pan().runOnJS(true).minDistance(3).onStart(onChoose).onFinalize(() => drag.end())
      .onUpdate(({ translationX, translationY }) => drag.to((start) => move(start, translationX / scale, translationY / scale, frame, true)));
    const corners = CORNERS.map((corner) => Gesture.Pan().runOnJS(true).minDistance(1).onStart(onChoose).onFinalize(() => drag.end())
      .onUpdate(({ translationX, translationY }) => drag.to((start) => ({ box: resize(start, corner, translationX / scale, translationY / scale, least, frame), guides: [] }))));
    return { body: Gesture.Race(body, Gesture.Tap().runOnJS(true).onEnd(onChoose)), corners };
  }, [drag, least, frame, scale, onChoose]);

  const box = { left: at.x * scale, top: at.y * scale, width: at.w * scale, height: at.h * scale };
  // A small piece still gives a thumb enough to take.
  const grown = { left: box.left - Math.max(0, (TOUCH - box.width) / 2), top: box.top - Math.max(0, (TOUCH - box.height) / 2), width: Math.max(TOUCH, box.width), height: Math.max(TOUCH, box.height) };
  return (
    <>
      <GestureDetector gesture={gestures.body}>
        <View role="button" aria-label={`${piece.name}, ${PIECE_KINDS[piece.kind].title}`} aria-pressed={chosen} tabIndex={0} style={{ position: 'absolute', ...grown, zIndex: chosen ? 2 : 1, cursor: 'move' as never, touchAction: 'none' as never }} testID={`piece-${piece.id}`} />
      </GestureDetector>
      {chosen ? (
        <View style={{ position: 'absolute', left: box.left - 6, top: box.top - 6, zIndex: 3, pointerEvents: 'none' }} aria-hidden>
          <Svg width={box.width + 12} height={box.height + 12}>
            <Rect x={6} y={6} width={box.width} height={box.height} fill="none" stroke={marigold} strokeWidth={1.5} />
            {CORNERS.map(({ x, y }) => {
              const cx = x < 0 ? 2.5 : box.width + 9.5;
              const cy = y < 0 ? 2.5 : box.height + 9.5;
              return <Path key={`${x}${y}`} d={`M${cx} ${cy - y * 15}V${cy}H${cx - x * 15}`} fill="none" stroke={marigold} strokeWidth={4.5} />;
            })}
          </Svg>
        </View>
      ) : null}
      {chosen ? CORNERS.map((corner, n) => {
        const gesture = gestures.corners[n];
        return gesture ? (
          <GestureDetector key={corner.name} gesture={gesture}>
            <View
              role="button" aria-label={`Resize ${piece.name} at the ${corner.name}`} testID={`resize-${corner.name.replace(' ', '-')}`}
              style={{
                position: 'absolute', zIndex: 4, width: TOUCH, height: TOUCH, touchAction: 'none' as never, cursor: (corner.x === corner.y ? 'nwse-resize' : 'nesw-resize') as never,
                left: (corner.x < 0 ? box.left : box.left + box.width) - TOUCH / 2 + corner.x * 8, top: (corner.y < 0 ? box.top : box.top + box.height) - TOUCH / 2 + corner.y * 8,
              }}
            />
          </GestureDetector>
        ) : null;
      }) : null}
    </>
  );
}
