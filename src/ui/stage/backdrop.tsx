import { memo } from 'react';
import Svg, { Defs, Ellipse, Path, RadialGradient, Rect, Stop } from 'react-native-svg';

/** A made-up picture to lay pieces over while there is no camera: a pot on a wheel, in lamplight. */
export const Backdrop = memo(function Backdrop({ width, height }: { width: number; height: number }) {
  return (
    <Svg width={width} height={height} viewBox="0 0 1080 1920" preserveAspectRatio="xMidYMid slice" style={{ position: 'absolute' }} aria-hidden>
      <Defs>
        <RadialGradient id="lamp" cx="50%" cy="20%" r="90%">
          <Stop offset="0" stopColor="#7d5d43" />
          <Stop offset="0.5" stopColor="#4a382c" />
          <Stop offset="1" stopColor="#241d19" />
        </RadialGradient>
      </Defs>
      <Rect width={1080} height={1920} fill="url(#lamp)" />
      <Rect y={1240} width={1080} height={680} fill="#1e1815" />
      <Ellipse cx={540} cy={1270} rx={400} ry={90} fill="#5c4a3d" />
      <Ellipse cx={540} cy={1250} rx={400} ry={86} fill="#75604f" />
      <Path d="M372 750c20 90-82 210-72 340 10 100 50 140 100 160h280c50-20 90-60 100-160 10-130-92-250-72-340Z" fill="#b98863" />
      <Ellipse cx={540} cy={750} rx={169} ry={40} fill="#7c573d" />
      <Path d="M40 1180c110-60 160-80 238-140M1040 1180c-110-60-160-80-238-140" stroke="#d9a888" strokeWidth={92} strokeLinecap="round" fill="none" />
    </Svg>
  );
});
