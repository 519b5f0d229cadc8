import fc from 'fast-check';
import { align, distribute, fillFrame } from './align';
import { coverOf } from './boxes';
import { gaps, move, resizeTurned, scaleBox, tidyTurn } from './place';
import { turnPoint, turnedBounds } from '@/core/paint/turn';

const frame = { width: 1080, height: 1920 };
const boxes = [
  { x: 100, y: 50, w: 200, h: 100 },
  { x: 420, y: 300, w: 100, h: 80 },
  { x: 700, y: 900, w: 60, h: 60 },
];

test('several are put in line with the box around them; one alone with the frame', () => {
  expect(align(boxes, 'left', frame).map(({ x }) => x)).toEqual([100, 100, 100]);
  expect(align(boxes, 'right', frame).map(({ x, w }) => x + w)).toEqual([760, 760, 760]);
  expect(align(boxes, 'middle', frame).map(({ y, h }) => y + h / 2)).toEqual([505, 505, 505]);
  expect(align([boxes[1]!], 'centre', frame)[0]?.x).toBe(490);
  expect(align([boxes[1]!], 'bottom', frame)[0]?.y).toBe(1840);
});

test('sharing out leaves the ends and makes the gaps alike, in whatever order they were chosen', () => {
  const [b, c, a] = distribute([boxes[1]!, boxes[2]!, boxes[0]!], 'x');
  expect([a?.x, c?.x]).toEqual([100, 700]);
  expect((b?.x ?? 0) - 300).toBe((c?.x ?? 0) - (b?.x ?? 0) - 100);
  expect(distribute(boxes.slice(0, 2), 'x')).toEqual(boxes.slice(0, 2));
});

test('fit shows all of it, fill leaves nothing of the frame; both keep proportions', () => {
  expect(fillFrame({ x: 0, y: 0, w: 400, h: 200 }, frame, 'fit')).toEqual({ x: 0, y: 690, w: 1080, h: 540 });
  expect(fillFrame({ x: 0, y: 0, w: 400, h: 200 }, frame, 'fill')).toEqual({ x: -1380, y: 0, w: 3840, h: 1920 });
});

test('a side snaps to another piece’s side; the distance to what lies around is told', () => {
  const other = { x: 520, y: 100, w: 200, h: 200 };
  const { box, guides } = move(
    { x: 100, y: 120, w: 100, h: 100 },
    { dx: 416, dy: 0 },
    { frame, snap: true, others: [other] },
  );
  expect([box.x, guides[0]]).toEqual([520, { axis: 'x', at: 520 }]);
  expect(gaps({ x: 100, y: 120, w: 100, h: 100 }, [other], frame)).toEqual({
    left: 100,
    right: 320,
    top: 120,
    bottom: 1700,
  });
});

test('turning: a corner of a turned box is dragged while the opposite one stays where it is seen', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -179, max: 180 }),
      fc.integer({ min: -80, max: 200 }),
      fc.integer({ min: -80, max: 200 }),
      fc.constantFrom(-1 as const, 1 as const),
      fc.constantFrom(-1 as const, 1 as const),
      (turn, dx, dy, x, y) => {
        const box = { x: 300, y: 500, w: 300, h: 200 };
        const after = resizeTurned(box, { x, y }, { dx, dy }, { turn, least: { w: 60, h: 60 }, frame });
        const opposite = (at: typeof box): { x: number; y: number } =>
          turnPoint(
            { x: x < 0 ? at.x + at.w : at.x, y: y < 0 ? at.y + at.h : at.y },
            { degrees: turn, x: at.x + at.w / 2, y: at.y + at.h / 2 },
          );
        expect(Math.abs(opposite(after).x - opposite(box).x)).toBeLessThan(1.6);
        expect(Math.abs(opposite(after).y - opposite(box).y)).toBeLessThan(1.6);
      },
    ),
  );
});

test('angles lie within half a turn, and nearly upright is upright', () => {
  expect([tidyTurn(3), tidyTurn(-4), tidyTurn(87), tidyTurn(271), tidyTurn(5), tidyTurn(540)]).toEqual([
    0, 0, 90, -90, 5, 180,
  ]);
});

test('the bounds of a box turned by a quarter are its own, lying; by an eighth they are larger', () => {
  const box = { x: 0, y: 0, w: 100, h: 40 };
  const round = (bounds: typeof box) =>
    Object.fromEntries(Object.entries(bounds).map(([key, value]) => [key, Math.round(value)]));
  expect(round(turnedBounds(box, { degrees: 90, x: 50, y: 20 }))).toEqual({ x: 30, y: -30, w: 40, h: 100 });
  // (100 + 40) · cos 45° = 98.99
  expect(round(turnedBounds(box, { degrees: 45, x: 50, y: 20 }))).toEqual({ x: 1, y: -29, w: 99, h: 99 });
});

test('a pinch keeps the middle and the proportions, down to the least', () => {
  expect(scaleBox({ x: 100, y: 100, w: 200, h: 100 }, 2, { w: 50, h: 50 }, frame)).toEqual({
    x: 0,
    y: 50,
    w: 400,
    h: 200,
  });
  expect(scaleBox({ x: 100, y: 100, w: 200, h: 100 }, 0.1, { w: 50, h: 50 }, frame)).toEqual({
    x: 150,
    y: 125,
    w: 100,
    h: 50,
  });
});

test('cover counts what lies over each other once', () => {
  const half = { x: 0, y: 0, w: 540, h: 1920 };
  expect(coverOf([half], frame)).toBeCloseTo(0.5, 2);
  expect(coverOf([half, half, { ...half, w: 270 }], frame)).toBeCloseTo(0.5, 2);
  expect(coverOf([], frame)).toBe(0);
  // Two squares of half a side that share a sixteenth, and a tenth of one that lies outside: 1/4 + 1/4 − 1/16 + 1/20.
  const [w, h] = [540, 540];
  const three = [
    { x: 0, y: 0, w: 270, h: 270 },
    { x: 135, y: 135, w: 270, h: 270 },
    { x: 486, y: 0, w: 270, h: 270 },
  ];
  expect(Math.abs(coverOf(three, { width: w, height: h }) - 0.4875)).toBeLessThan(0.02);
});
