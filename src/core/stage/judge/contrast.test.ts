import { wcagContrast } from 'culori';
import fc from 'fast-check';
import { contrastOf, over, parseColour, sampled, type Rgb } from './contrast';
import { arcOf, sizeForArc } from './reading';

const rgb = fc.tuple(
  fc.integer({ min: 0, max: 255 }),
  fc.integer({ min: 0, max: 255 }),
  fc.integer({ min: 0, max: 255 }),
);
const hex = (colour: Rgb): string => `#${colour.map((channel) => channel.toString(16).padStart(2, '0')).join('')}`;

test('contrast ratios are those of a reference library (culori, WCAG 2) for any two colours', () => {
  fc.assert(
    fc.property(rgb, rgb, (a, b) => {
      expect(contrastOf(a, b)).toBeCloseTo(wcagContrast(hex(a), hex(b)), 2);
    }),
  );
});

test('the ends of the scale, and the greys that just pass and just fail on white (WCAG 2.2; #767676 and #777777 from memory)', () => {
  expect(contrastOf([0, 0, 0], [255, 255, 255])).toBeCloseTo(21, 6);
  expect(contrastOf([9, 9, 9], [9, 9, 9])).toBe(1);
  expect(contrastOf([0x76, 0x76, 0x76], [255, 255, 255])).toBeGreaterThan(4.5);
  expect(contrastOf([0x77, 0x77, 0x77], [255, 255, 255])).toBeLessThan(4.5);
});

test('one colour over another: Porter and Duff’s “over” (W3C Compositing and Blending 1, section 9.1.4), by hand', () => {
  expect(over([255, 0, 0], 0.5, [0, 0, 255])).toEqual([127.5, 0, 127.5]);
  expect(over([10, 20, 30], 1, [200, 200, 200])).toEqual([10, 20, 30]);
  expect(over([10, 20, 30], 0, [200, 100, 50])).toEqual([200, 100, 50]);
  // 0.25 · 200 + 0.75 · 40 = 80
  expect(over([200, 200, 200], 0.25, [40, 40, 40])).toEqual([80, 80, 80]);
});

test('colours with and without opacity are read; what is none is none', () => {
  expect(parseColour('#ff8000')).toEqual({ rgb: [255, 128, 0], alpha: 1 });
  expect(parseColour('#ff800080')?.alpha).toBeCloseTo(128 / 255);
  expect(parseColour('red')).toBeNull();
});

test('the picture is sampled where the box is, at every moment', () => {
  // Left half black, right half white; then all white.
  const half = { width: 2, height: 1, rgba: new Uint8ClampedArray([0, 0, 0, 255, 255, 255, 255, 255]) };
  const white = { width: 1, height: 1, rgba: new Uint8ClampedArray([255, 255, 255, 255]) };
  const frame = { width: 100, height: 100 };
  expect(sampled([half], { x: 0, y: 0, w: 30, h: 100 }, frame)).toEqual([[0, 0, 0]]);
  expect(sampled([half, white], { x: 60, y: 0, w: 30, h: 100 }, frame)).toEqual([
    [255, 255, 255],
    [255, 255, 255],
  ]);
});

test('a character’s height in minutes of arc, worked by hand', () => {
  // One degree is 60 minutes: 2 · 330 mm · tan(0.5°) = 5.76 mm. On a screen 65 mm wide for 1080 px, capitals of 0.7 em: 5.76 / 65 · 1080 / 0.7 = 136.7 px.
  const screen = { width: 65, distance: 330 };
  expect(arcOf(136.7, { width: 1080, height: 1920 }, screen)).toBeCloseTo(60, 1);
  expect(sizeForArc(60, { width: 1080, height: 1920 }, screen)).toBeCloseTo(136.7, 1);
  // ISO 9241-303, from memory: 16 minutes at 400 mm are about 1.9 mm.
  expect(sizeForArc(16, { width: 1000, height: 1000 }, { width: 1000, distance: 400 }) * 0.7).toBeCloseTo(1.86, 2);
});

test('further away is smaller, and a wide frame counts by its shorter side', () => {
  const near = arcOf(40, { width: 1920, height: 1080 }, { width: 65, distance: 330 });
  expect(near).toBeCloseTo(arcOf(40, { width: 1080, height: 1920 }, { width: 65, distance: 330 }));
  expect(arcOf(40, { width: 1920, height: 1080 }, { width: 65, distance: 660 })).toBeCloseTo(near / 2, 1);
});
