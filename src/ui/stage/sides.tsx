import { View } from 'react-native';
import { GestureDetector } from 'react-native-gesture-handler';
import type { Piece } from '@/core/piece';
import { cutOff } from '@/core/stage/crop';
import type { Drag } from './drag';
import { GRIP, TOUCH } from './grip';
import { EDGES, type useGestures } from './use-gestures';
import { say } from '@/ui/words/say';

/** So far inside its side each is taken: the corners and the turner lie outside. */
const INSIDE = 10;

/** A key moves a side by so many hundredths of the box; with Shift by five times as much. */
const STEP = 0.01;

/** Where sides are cut from: only along those that leave a thumb room between the corners. px of the screen. */
export const isLong = (length: number): boolean => length >= TOUCH * 2;

/** The sides of a picture, by which it is cut: dragged by a thumb or a mouse, or moved by the arrow keys. */
export function Sides({
  piece,
  drag,
  gestures,
  width,
  height,
}: {
  piece: Piece;
  drag: Drag;
  gestures: ReturnType<typeof useGestures>;
  width: number;
  height: number;
}) {
  const off = cutOff('fit' in piece ? piece : {});
  const { w, h } = piece.place;
  return EDGES.map((edge, n) => {
    const gesture = gestures.edges[n];
    if (!gesture || !isLong(edge.x === 0 ? width : height)) return null;
    const name = edge.side;
    const moved = (event: KeyboardEvent): void => {
      const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
      if (!by) return;
      // The stage would move the whole piece by it.
      event.preventDefault();
      event.stopPropagation();
      const step = STEP * (event.shiftKey ? 5 : 1);
      drag.begin();
      drag.cut(edge, { dx: (by[0] ?? 0) * w * step, dy: (by[1] ?? 0) * h * step });
      drag.end();
    };
    return (
      <GestureDetector key={name} gesture={gesture}>
        <View
          role="slider"
          aria-label={say('Crop {name} from the {side}', { name: piece.name, side: edge.name })}
          aria-valuemin={0}
          aria-valuemax={95}
          aria-valuenow={off[name]}
          aria-valuetext={say('{off} per cent cut off', { off: off[name] })}
          aria-orientation={edge.x === 0 ? 'vertical' : 'horizontal'}
          tabIndex={0}
          {...{ onKeyDown: moved }}
          style={{
            ...GRIP,
            cursor: (edge.x === 0 ? 'ns-resize' : 'ew-resize') as never,
            left: ((edge.x + 1) / 2) * width - TOUCH / 2 - edge.x * INSIDE,
            top: ((edge.y + 1) / 2) * height - TOUCH / 2 - edge.y * INSIDE,
          }}
        />
      </GestureDetector>
    );
  });
}
