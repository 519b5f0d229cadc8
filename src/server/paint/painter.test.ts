import type { DisplayList, PlacedGroup } from '@/core/paint/display';
import { Painter } from '@/core/paint/painter';
import { nodeHost, nodeMeasure, nodeSurface } from './node-host';

/* The painter on a real canvas. */

const red: PlacedGroup = {
  key: 'red',
  box: { x: 10, y: 10, w: 20, h: 20 },
  dx: 0,
  dy: 0,
  opacity: 1,
  ops: [{ op: 'rect', x: 0, y: 0, w: 20, h: 20, radius: 0, fill: '#ff0000' }],
};
const blue: PlacedGroup = {
  key: 'blue',
  box: { x: 200, y: 200, w: 20, h: 20 },
  dx: 0,
  dy: 0,
  opacity: 1,
  ops: [{ op: 'rect', x: 0, y: 0, w: 20, h: 20, radius: 0, fill: '#0000ff' }],
};
const list = (...groups: PlacedGroup[]): DisplayList => ({ width: 300, height: 300, groups, next: Infinity });

function open() {
  const made: string[] = [];
  const { canvas, context } = nodeSurface(300, 300);
  const painter = new Painter(context, {
    ...nodeHost,
    surface: (w, h) => {
      made.push(`${w}×${h}`);
      return nodeSurface(w, h);
    },
  });
  const pixel = (x: number, y: number): number[] => [...canvas.getContext('2d').getImageData(x, y, 1, 1).data];
  return { painter, pixel, made };
}

test('groups stand where they are placed, on a transparent ground', () => {
  const { painter, pixel } = open();
  painter.paint(list(red, blue));
  expect([pixel(20, 20), pixel(210, 210), pixel(5, 5)]).toEqual([
    [255, 0, 0, 255],
    [0, 0, 255, 255],
    [0, 0, 0, 0],
  ]);
});

test('nothing changing paints nothing', () => {
  const { painter } = open();
  expect(painter.paint(list(red, blue))).toBe(2);
  expect(painter.paint(list({ ...red }, { ...blue }))).toBe(0);
});

test('a group that moves is copied from its bitmap and not drawn again; where it was is clear', () => {
  const { painter, pixel, made } = open();
  painter.paint(list(red, blue));
  expect(painter.paint(list({ ...red, dx: 30 }, blue))).toBe(1);
  expect([pixel(20, 20), pixel(50, 20)]).toEqual([
    [0, 0, 0, 0],
    [255, 0, 0, 255],
  ]);
  expect(made).toHaveLength(2);
});

test('a group that is gone is gone, and one with other operations is drawn anew', () => {
  const { painter, pixel, made } = open();
  painter.paint(list(red, blue));
  painter.paint(list({ ...red, ops: [{ op: 'rect', x: 0, y: 0, w: 20, h: 20, radius: 0, fill: '#00ff00' }] }));
  expect([pixel(20, 20), pixel(210, 210)]).toEqual([
    [0, 255, 0, 255],
    [0, 0, 0, 0],
  ]);
  expect(made).toHaveLength(3);
});

test('the order is front to back, also when only it changes', () => {
  const { painter, pixel } = open();
  const over = { ...blue, box: { ...red.box } };
  painter.paint(list(red, over));
  expect(pixel(20, 20)).toEqual([0, 0, 255, 255]);
  painter.paint(list(over, red));
  expect(pixel(20, 20)).toEqual([255, 0, 0, 255]);
});

test('half opaque is half', () => {
  const { painter, pixel } = open();
  painter.paint(list({ ...red, opacity: 0.5 }));
  expect(pixel(20, 20)[3]).toBeGreaterThan(120);
  expect(pixel(20, 20)[3]).toBeLessThan(135);
});

test.each(['Latin ê', 'Оксана', 'Ελένη', 'ليلى', 'प्रिया', 'สมชาย', '山田 はな'])(
  '%s is drawn by a shipped font, not as boxes',
  (text) => {
    // A letter that a font lacks is as wide as any other it lacks: a text of private-use letters tells that width.
    const size = { family: 'text', weight: 700, size: 100 } as const;
    const missing = nodeMeasure('\u{F8FE}', size);
    const widths = [...text.replace(/\s/g, '')].map((char) => nodeMeasure(char, size));
    expect(widths.some((width) => width > 0 && Math.abs(width - missing) > 0.5)).toBe(true);
    expect(nodeMeasure(text, size)).toBeGreaterThan(100);
  },
);

test('an emoji is an image of the shipped set', () => {
  const { painter, pixel } = open();
  painter.paint(list({ ...red, ops: [{ op: 'image', x: 0, y: 0, w: 20, h: 20, src: 'emoji:2764' }] }));
  expect(pixel(20, 18)[0]).toBeGreaterThan(150);
});

test('a picture whose size turns out late fills its box or is seen whole, and is never stretched; its corners are round where they are to be', () => {
  // 40 × 20 px: the left half red, the right half blue.
  const source = nodeSurface(40, 20);
  for (const [x, fill] of [
    [0, '#ff0000'],
    [20, '#0000ff'],
  ] as const) {
    source.context.fillStyle = fill;
    source.context.beginPath();
    source.context.rect(x, 0, 20, 20);
    source.context.fill();
  }
  const { canvas, context } = nodeSurface(300, 300);
  const painter = new Painter(context, {
    ...nodeHost,
    image: (src) => (src === 'live:camera' ? source.image : undefined),
  });
  const pixel = (x: number, y: number): number[] => [...canvas.getContext('2d').getImageData(x, y, 1, 1).data];
  const camera = (how: 'contain' | 'cover', more: object = {}): PlacedGroup => ({
    ...red,
    box: { x: 0, y: 0, w: 100, h: 100 },
    clip: { x: 0, y: 0, w: 100, h: 100, radius: 30 },
    ops: [{ op: 'image', x: 0, y: 0, w: 100, h: 100, src: 'live:camera', fit: { how }, ...more }],
  });
  painter.paint(list(camera('cover')));
  expect([pixel(25, 50), pixel(75, 50), pixel(50, 5)[3], pixel(1, 1)]).toEqual([
    [255, 0, 0, 255],
    [0, 0, 255, 255],
    255,
    [0, 0, 0, 0],
  ]);
  painter.paint(list(camera('contain')));
  expect([pixel(25, 50), pixel(50, 10), pixel(50, 90)]).toEqual([
    [255, 0, 0, 255],
    [0, 0, 0, 0],
    [0, 0, 0, 0],
  ]);
  painter.paint(list(camera('cover', { mirrored: true })));
  expect([pixel(25, 50), pixel(75, 50)]).toEqual([
    [0, 0, 255, 255],
    [255, 0, 0, 255],
  ]);
});

test('a turned group is drawn about its point, and what it leaves is clear', () => {
  const { painter, pixel } = open();
  const bar: PlacedGroup = {
    ...red,
    box: { x: 100, y: 145, w: 100, h: 10 },
    ops: [{ op: 'rect', x: 0, y: 0, w: 100, h: 10, radius: 0, fill: '#ff0000' }],
  };
  painter.paint(list(bar));
  expect([pixel(110, 150)[0], pixel(150, 110)[3]]).toEqual([255, 0]);
  painter.paint(list({ ...bar, turn: { degrees: 90, x: 150, y: 150 } }));
  expect([pixel(150, 110)[0], pixel(150, 190)[0], pixel(110, 150)[3]]).toEqual([255, 255, 0]);
  painter.paint(list(bar));
  expect(pixel(150, 110)[3]).toBe(0);
});

test('a group that is only turned is drawn again, where it was and where it is now', () => {
  const { painter, pixel } = open();
  const wide: PlacedGroup = {
    ...red,
    box: { x: 100, y: 140, w: 100, h: 20 },
    ops: [{ op: 'rect', x: 0, y: 0, w: 100, h: 20, radius: 0, fill: '#ff0000' }],
    turn: { degrees: 0, x: 150, y: 150 },
  };
  painter.paint(list(wide));
  expect(painter.paint(list({ ...wide, turn: { degrees: 90, x: 150, y: 150 } }))).toBe(1);
  expect([pixel(110, 150)[3], pixel(150, 110)[0]]).toEqual([0, 255]);
});

test('a bitmap is let go with its group: a frame on which groups come and go keeps none of those that are gone', () => {
  const { painter, made } = open();
  const kept = (): number => (painter as unknown as { layers: Map<string, unknown> }).layers.size;
  for (let n = 0; n < 50; n += 1) {
    painter.paint(list({ ...red, key: `alert ${n}` }));
    expect(kept()).toBe(1);
  }
  painter.paint(list());
  expect([kept(), made.length]).toEqual([0, 50]);
});
