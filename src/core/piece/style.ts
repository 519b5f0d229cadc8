import type { Op } from '@/core/paint/display';
import type { HouseStyle } from '@/core/paint/house-style';
import { dressedStyle, type OwnLook } from './own-look';
import type { StyleLook } from './style-look';
import type { TextLook } from '@/core/paint/text';

export { HOUSE_STYLES, type HouseStyle } from '@/core/paint/house-style';

/**
 * The smallest type that a phone's viewer reads, px of a frame whose shorter side has 1080: capitals of 16 minutes of arc on a screen 65 mm wide at
 * 330 mm (ISO 9241-303, from memory). No piece makes its own type smaller.
 */
export const READABLE = 37;

const rect = (
  { x, y, w, h }: { x: number; y: number; w: number; h: number },
  radius: number | [number, number, number, number],
  fill: Extract<Op, { op: 'rect' }>['fill'],
): Op => ({ op: 'rect', x, y, w: Math.max(0, w), h: Math.max(0, h), radius, fill });

const plain = (fill: string): TextLook => ({ fill });
const dark = '#1b120d';
const outlined = (fill: string): TextLook => ({
  fill,
  outline: { color: dark, width: 10 },
  shadow: { color: '#000000b0', blur: 7, dx: 2, dy: 3 },
});

export const STYLES: Record<HouseStyle, StyleLook> = {
  slip: {
    title: 'Slip',
    panel: (w, h) => [
      rect({ x: 0, y: 0, w, h }, 40, '#C8643C'),
      rect({ x: 0, y: 0, w, h: h - 14 }, [40, 40, 34, 34], '#F3EBDD'),
    ],
    text: plain('#211a14'),
    soft: plain('#5a4a3d'),
    head: plain('#A34A26'),
    bar: ({ x, y, w, h }, filled) => [
      rect({ x, y, w, h }, h / 2, '#d9cbb6'),
      rect({ x, y, w: Math.max(filled, filled > 0 ? h : 0), h }, h / 2, '#C8643C'),
    ],
    pad: { x: 44, y: 32 },
    foot: 14,
  },
  bisque: {
    title: 'Bisque',
    panel: (_w, h) => [rect({ x: 0, y: 0, w: 14, h }, 3, '#E39A6F')],
    text: outlined('#ffffff'),
    soft: outlined('#F6E4D6'),
    head: outlined('#F2C9A8'),
    bar: ({ x, y, w, h }, filled) => [
      rect({ x, y, w, h }, 8, '#1b120de6'),
      rect({ x: x + 6, y: y + 6, w: filled - 12, h: h - 12 }, 4, '#E39A6F'),
    ],
    pad: { x: 44, y: 20 },
    foot: 0,
  },
  kiln: {
    title: 'Kiln',
    panel: (w, h) => [
      rect({ x: 0, y: 0, w, h }, 10, '#17110ee6'),
      rect({ x: 0, y: 0, w, h: 10 }, [10, 10, 0, 0], {
        from: [0, 0],
        to: [w, 0],
        stops: [
          [0, '#B5361B'],
          [1, '#F4B23E'],
        ],
      }),
    ],
    text: plain('#FBEFE2'),
    soft: plain('#D8C6B4'),
    head: plain('#F4B23E'),
    bar: ({ x, y, w, h }, filled) => [
      rect({ x, y, w, h }, 4, '#3a2018'),
      rect({ x, y, w: filled, h }, 4, {
        from: [x, 0],
        to: [x + w, 0],
        stops: [
          [0, '#B5361B'],
          [1, '#F4B23E'],
        ],
      }),
    ],
    pad: { x: 40, y: 34 },
    foot: 0,
  },
  tide: {
    title: 'Tide',
    panel: (w, h) => [
      rect({ x: 0, y: 0, w, h }, [44, 44, 44, 6], {
        from: [0, 0],
        to: [0, h],
        stops: [
          [0, '#0b2f38f0'],
          [1, '#0d4550e0'],
        ],
      }),
    ],
    text: plain('#ECF8F5'),
    soft: plain('#BFE3DB'),
    head: plain('#9FE3D6'),
    bar: ({ x, y, w, h }, filled) => [
      rect({ x, y, w, h }, h / 2, '#06222a'),
      rect({ x, y, w: Math.max(filled, filled > 0 ? h : 0), h }, h / 2, '#7FD6C6'),
    ],
    pad: { x: 44, y: 32 },
    foot: 0,
  },
};

const own = new WeakMap<OwnLook, Map<HouseStyle, StyleLook>>();

/** How a piece looks: as its style, or with a look of its own in that style's place. */
export function styleOf({ style, look }: { style: HouseStyle; look?: OwnLook | undefined }): StyleLook {
  if (!look) return STYLES[style];
  const made = own.get(look) ?? new Map<HouseStyle, StyleLook>();
  own.set(look, made);
  const known = made.get(style) ?? dressedStyle(STYLES[style], look);
  made.set(style, known);
  return known;
}
