import type { Op } from '@/core/paint/display';
import type { TextLook } from '@/core/paint/text';

/*
 * A mark for each feed of a show, by its place among them: our own shapes, so that no platform's sign is needed and colour says nothing. In a
 * square of 24 units.
 */
const SHAPES = [
  // Drop, fan, step, bridge, leaf, bolt of cloth: each with an outline of its own even when it is 24 px high.
  'M12 1C7 9 4 12 4 16a8 7 0 0 0 16 0c0-4-3-7-8-15z',
  'M12 22L1 8a16 16 0 0 1 22 0z',
  'M2 22V15h7V8h7V2h6v20z',
  'M2 21V10a10 9 0 0 1 20 0v11h-6v-9a4 4 0 0 0-8 0v9z',
  'M3 21C3 9 10 3 21 3c0 12-7 18-18 18z',
  'M2 4h20l-4 5h4l-4 6h4l-3 6H5l3-6H2l4-6H2z',
];

/** @param feed its place among the show's feeds; from the seventh on, the shapes come again, hollow */
export function feedMark(feed: number, { x, y, side }: { x: number; y: number; side: number }, look: TextLook): Op[] {
  const d = SHAPES[feed % SHAPES.length] ?? '';
  const scale = side / 24;
  const fill = typeof look.fill === 'string' ? look.fill : '#ffffff';
  const hollow = Math.floor(feed / SHAPES.length) % 2 === 1;
  const edge = look.outline
    ? [{ op: 'path' as const, d, x, y, scale, stroke: { color: look.outline.color, width: 5 } }]
    : [];
  return [
    ...edge,
    hollow ? { op: 'path', d, x, y, scale, stroke: { color: fill, width: 3 } } : { op: 'path', d, x, y, scale, fill },
  ];
}
