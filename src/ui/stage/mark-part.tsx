import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { Gesture, GestureDetector } from 'react-native-gesture-handler';
import type { Box } from '@/core/paint/display';
import { isPicture } from '@/core/stage/judge/finding';
import { useShow } from '@/ui/data/show';
import { Text } from '@/ui/part/text';
import { TOKENS } from '@/ui/theme/tokens';
import { FrameView } from './frame-view';
import type { Show } from '@/core/show/show';
import type { Piece } from '@/core/piece';
import type { ComponentProps } from 'react';
import { say } from '@/ui/words/say';

const { marigold } = TOKENS.dark;
/** A part smaller than this was a slip of the finger, px of the screen. */
const LEAST = 12;

/** A part of the picture that is to be left free, marked by dragging over it. `width`: px of the screen. */
export function MarkPart({
  width,
  value,
  onChange,
}: {
  width: number;
  value: Box | null;
  onChange: (box: Box) => void;
}) {
  const show = useShow();
  const [drawn, setDrawn] = useState<Box | null>(null);
  const scale = width / show.frame.width;
  const height = Math.round(show.frame.height * scale);
  const pictures = useMemo(() => show.pieces.filter((piece) => isPicture(piece) && !piece.off), [show.pieces]);
  const gesture = useMemo(() => {
    const boxOf = (x: number, y: number, dx: number, dy: number): Box => {
      const [left, right] = [Math.max(0, Math.min(x, x + dx)), Math.min(width, Math.max(x, x + dx))];
      const [top, bottom] = [Math.max(0, Math.min(y, y + dy)), Math.min(height, Math.max(y, y + dy))];
      return { x: left, y: top, w: right - left, h: bottom - top };
    };
    return Gesture.Pan()
      .runOnJS(true)
      .minDistance(2)
      .onUpdate(({ x, y, translationX, translationY }) =>
        setDrawn(boxOf(x - translationX, y - translationY, translationX, translationY)),
      )
      .onEnd(({ x, y, translationX, translationY }) => {
        const { x: left, y: top, w, h } = boxOf(x - translationX, y - translationY, translationX, translationY);
        setDrawn(null);
        if (w >= LEAST && h >= LEAST) onChange({ x: left / scale, y: top / scale, w: w / scale, h: h / scale });
      });
  }, [width, height, scale, onChange]);
  const shown = drawn ?? (value && { x: value.x * scale, y: value.y * scale, w: value.w * scale, h: value.h * scale });
  return (
    <View className="flex-row gap-3">
      <MarkedPicture gesture={gesture} width={width} height={height} show={show} pictures={pictures} shown={shown} />
      <Text size={13} tone="muted" className="flex-1">
        {value
          ? say('This part is left free. Drag over the picture again to mark another.')
          : say('Drag over what viewers must see: a face, hands, the pot.')}
      </Text>
    </View>
  );
}

function MarkedPicture({
  gesture,
  width,
  height,
  show,
  pictures,
  shown,
}: {
  gesture: ComponentProps<typeof GestureDetector>['gesture'];
  width: number;
  height: number;
  show: Show;
  pictures: Piece[];
  shown: Box | null;
}) {
  return (
    <GestureDetector gesture={gesture}>
      <View
        aria-label={say('The part to leave free')}
        role="img"
        style={{ width, height, touchAction: 'none' as never, cursor: 'crosshair' as never }}
      >
        <FrameView show={show} pieces={pictures} live={null} width={width} seen="edit" />
        {shown ? (
          <View
            style={{
              position: 'absolute',
              left: shown.x,
              top: shown.y,
              width: shown.w,
              height: shown.h,
              borderWidth: 2,
              borderColor: marigold,
              backgroundColor: '#F4B23E33',
              pointerEvents: 'none',
            }}
          />
        ) : null}
      </View>
    </GestureDetector>
  );
}
