import { memo } from 'react';
import { svgOf } from '@/core/paint/svg';
import { sceneryOps } from '@/core/piece/scenery';

const SIZE = { w: 1080, h: 1920 };
/** The made-up picture's address. */
export const POT = `data:image/svg+xml,${encodeURIComponent(svgOf({ width: SIZE.w, height: SIZE.h, next: Infinity, groups: [{ key: 'pot', box: { x: 0, y: 0, ...SIZE }, ops: sceneryOps('pot', SIZE, 0), dx: 0, dy: 0, opacity: 1 }] }, () => undefined))}`;

/** A made-up picture to lay pieces over while the frame has none of its own: a pot on a wheel, standing still. */
export const Backdrop = memo(function Backdrop({ width, height }: { width: number; height: number }) {
  return <img src={POT} alt="" style={{ position: 'absolute', left: 0, top: 0, width, height, objectFit: 'cover' }} />;
});
