import { useLayoutEffect, useState } from 'react';
import { View } from 'react-native';
import { GestureDetector } from 'react-native-gesture-handler';
import { PIECE_KINDS, type Piece } from '@/core/piece';
import type { FrameSize } from '@/core/piece/frame';
import { Drag, type Dragged } from './drag';
import { GRIP, TOUCH } from './grip';
import { HandleLines } from './handle-lines';
import { Sides } from './sides';
import { byKeys, resizedByKeys, turnedByKeys } from './handle-keys';
import { CORNERS, TURNER, useGestures } from './use-gestures';
import { say } from '@/ui/words/say';

export interface HandlesProps extends Dragged {
  frame: FrameSize;
  /** px of the screen for one px of the frame. */
  scale: number;
  /** It is chosen, and nothing else is. */
  alone: boolean;
}

/** One piece as a thumb or a mouse takes it: by its body; and by its corners and its turner while it alone is chosen. */
export function Handles({ frame, scale, alone, ...latest }: HandlesProps) {
  const { piece, chosen } = latest;
  const { id, place: at, turn = 0, locked = false, kind } = piece;
  const [drag] = useState(() => new Drag(latest));
  useLayoutEffect(() => drag.follow(latest));
  const gestures = useGestures(drag, piece, frame, scale);
  const box = { left: at.x * scale, top: at.y * scale, width: at.w * scale, height: at.h * scale };
  // A small piece still gives a thumb enough to take.
  const grown = {
    left: box.left - Math.max(0, (TOUCH - box.width) / 2),
    top: box.top - Math.max(0, (TOUCH - box.height) / 2),
    width: Math.max(TOUCH, box.width),
    height: Math.max(TOUCH, box.height),
  };
  const free = alone && !locked;
  return (
    <>
      <GestureDetector gesture={gestures.body}>
        <View
          role="button"
          aria-label={say(locked ? '{name}, {kind}, locked' : '{name}, {kind}', {
            name: piece.name,
            kind: PIECE_KINDS[kind].title,
          })}
          aria-pressed={chosen}
          tabIndex={0}
          testID={`piece-${id}`}
          onPointerUp={(event) => drag.press(event.nativeEvent.shiftKey)}
          {...byKeys(drag, alone)}
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
        // A turned piece's handles turn with it, about the same middle.
        <View
          style={{
            position: 'absolute',
            ...box,
            zIndex: 4,
            pointerEvents: 'none',
            transform: [{ rotate: `${turn}deg` }],
          }}
        >
          <HandleLines {...box} free={free} cuts={free && latest.size !== null} locked={locked} />
          {free ? <Grips piece={piece} frame={frame} drag={drag} gestures={gestures} {...box} /> : null}
          {free && latest.size ? <Sides piece={piece} drag={drag} gestures={gestures} {...box} /> : null}
        </View>
      ) : null}
    </>
  );
}

interface GripsProps {
  piece: Piece;
  frame: FrameSize;
  drag: Drag;
  gestures: ReturnType<typeof useGestures>;
  width: number;
  height: number;
}

/** What is taken hold of at the corners and above the piece; all of it unseen, and as large as a thumb needs. */
function Grips({ piece, frame, drag, gestures, width, height }: GripsProps) {
  const { name } = piece;
  return (
    <>
      {CORNERS.map((corner, n) => {
        const gesture = gestures.corners[n];
        return gesture ? (
          <GestureDetector key={corner.testName} gesture={gesture}>
            <View
              role="button"
              aria-label={say('Resize {name} at the {corner}', { name, corner: corner.name })}
              aria-description={say('Arrow keys by 1 px, with Shift by 10')}
              tabIndex={0}
              {...resizedByKeys(drag, piece, corner, frame)}
              testID={`resize-${corner.testName}`}
              onPointerMove={(event) => {
                drag.shift = event.nativeEvent.shiftKey;
                drag.alt = event.nativeEvent.altKey;
              }}
              style={{
                ...GRIP,
                cursor: (corner.x === corner.y ? 'nwse-resize' : 'nesw-resize') as never,
                left: (corner.x < 0 ? 0 : width) - TOUCH / 2 + corner.x * 8,
                top: (corner.y < 0 ? 0 : height) - TOUCH / 2 + corner.y * 8,
              }}
            />
          </GestureDetector>
        ) : null;
      })}
      <GestureDetector gesture={gestures.turner}>
        <View
          role="button"
          aria-label={say('Turn {name}', { name })}
          aria-description={say('Arrow keys by 1°, with Shift by 15°')}
          tabIndex={0}
          {...turnedByKeys(drag)}
          style={{
            ...GRIP,
            left: width / 2 - TOUCH / 2,
            top: -TURNER - TOUCH / 2 + 2,
            cursor: 'grab' as never,
          }}
        />
      </GestureDetector>
    </>
  );
}
