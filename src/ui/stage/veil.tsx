import { memo } from 'react';
import Svg, { Defs, Line, Pattern, Rect, Text as SvgText } from 'react-native-svg';
import { View } from 'react-native';
import { veilsOf } from '@/core/show/safe-area';
import { useShow } from '@/ui/data/show';
import { TOKENS } from '@/ui/theme/tokens';

/** What platforms lay over the picture: hatched, with the name of each. */
export const Veil = memo(function Veil({ width, height }: { width: number; height: number }) {
  const show = useShow();
  const scale = width / show.frame.width;
  const { mist } = TOKENS.dark;
  return (
    <View style={{ position: 'absolute', left: 0, top: 0, pointerEvents: 'none' }} aria-hidden>
      <Svg width={width} height={height}>
        <Defs>
          <Pattern id="hatch" width={9} height={9} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <Line x1={0} y1={0} x2={0} y2={9} stroke="#ffffff" strokeOpacity={0.13} strokeWidth={3} />
          </Pattern>
        </Defs>
        {veilsOf(show.safe, show.frame).map(({ name, box }) => (
          <Rect
            key={name}
            x={box.x * scale}
            y={box.y * scale}
            width={box.w * scale}
            height={box.h * scale}
            fill="url(#hatch)"
            stroke={mist}
            strokeOpacity={0.6}
            strokeWidth={1}
            strokeDasharray="3 4"
          />
        ))}
        {veilsOf(show.safe, show.frame)
          .filter(({ box }) => box.w * scale > 110)
          .map(({ name, box }) => (
            <SvgText
              key={name}
              x={box.x * scale + 8}
              y={(box.y + box.h) * scale - 8}
              fontSize={13}
              fontFamily="Atkinson-SemiBold"
              fill={mist}
            >
              {name}
            </SvgText>
          ))}
      </Svg>
    </View>
  );
});
