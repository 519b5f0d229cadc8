import { Fragment } from 'react';
import { View } from 'react-native';
import Svg, { Line, Rect, Text as SvgText } from 'react-native-svg';
import type { Box } from '@/core/paint/display';
import { cutOff } from '@/core/stage/crop';
import type { gaps } from '@/core/stage/place';
import { TOKENS } from '@/ui/theme/tokens';
import type { Draft } from './drag';

const { mist, ink } = TOKENS.dark;

const label = (text: string, x: number, y: number): React.ReactNode => (
  <>
    <Rect x={x - 20} y={y - 9} width={40} height={18} rx={4} fill="#121417cc" />
    <SvgText x={x} y={y + 4.5} fontSize={13} fontFamily="Atkinson-SemiBold" fill={ink} textAnchor="middle">
      {text}
    </SvgText>
  </>
);

/** The sides of a picture, and which way each lies. */
const SIDES = [
  ['left', -1, 0],
  ['right', 1, 0],
  ['top', 0, -1],
  ['bottom', 0, 1],
] as const;

/** How much is cut off of each side of a picture, inside of it. */
const cutLabels = (box: Box, scale: number, off: ReturnType<typeof cutOff>): React.ReactNode =>
  SIDES.filter(([side]) => off[side] > 0).map(([side, x, y]) => (
    <Fragment key={side}>
      {label(
        `${off[side]} %`,
        (box.x + ((x + 1) / 2) * box.w) * scale - x * 34,
        (box.y + ((y + 1) / 2) * box.h) * scale - y * 26,
      )}
    </Fragment>
  ));

/** Lines that a dragged piece snaps to, and how far it is from what lies around it; of a picture that is cut, how much. */
export function Guides({
  draft,
  width,
  height,
  scale,
  mirrored,
  gapsOf,
}: {
  draft: Draft & { id: string };
  width: number;
  height: number;
  scale: number;
  /** The dragged piece is seen as in a mirror. */
  mirrored: boolean;
  gapsOf: (box: Box) => ReturnType<typeof gaps>;
}) {
  const box = draft.boxes[draft.id];
  // While a picture is cut, what is cut off is said instead.
  const far = box && draft.crop === undefined ? gapsOf(box) : null;
  return (
    <View style={{ position: 'absolute', left: 0, top: 0, zIndex: 5, pointerEvents: 'none' }} aria-hidden>
      <Svg width={width} height={height}>
        {draft.guides.map(({ axis, at }) =>
          axis === 'x' ? (
            <Line key={axis} x1={at * scale} x2={at * scale} y1={0} y2={height} stroke={mist} strokeWidth={1.5} />
          ) : (
            <Line key={axis} y1={at * scale} y2={at * scale} x1={0} x2={width} stroke={mist} strokeWidth={1.5} />
          ),
        )}
        {box && draft.crop !== undefined
          ? cutLabels(box, scale, cutOff({ crop: draft.crop ?? undefined, mirrored }))
          : null}
        {draft.turn !== undefined ? label(`${draft.turn}°`, width / 2, 16) : null}
        {box && far && far.left > 24 / scale
          ? label(String(far.left), (box.x - far.left / 2) * scale, (box.y + box.h / 2) * scale)
          : null}
        {box && far && far.right > 24 / scale
          ? label(String(far.right), (box.x + box.w + far.right / 2) * scale, (box.y + box.h / 2) * scale)
          : null}
        {box && far && far.top > 12 / scale
          ? label(String(far.top), (box.x + box.w / 2) * scale, (box.y - far.top / 2) * scale)
          : null}
        {box && far && far.bottom > 12 / scale
          ? label(String(far.bottom), (box.x + box.w / 2) * scale, (box.y + box.h + far.bottom / 2) * scale)
          : null}
      </Svg>
    </View>
  );
}
