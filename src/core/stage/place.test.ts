import fc from 'fast-check';
import type { Box } from '@/core/paint/display';
import { freePlace, KEPT_IN_FRAME, move, resize } from './place';

const frame = { width: 1080, height: 1920 };
const box = { x: 100, y: 200, w: 400, h: 300 };

test('moving snaps to edges and middle, and says to what', () => {
  expect(move(box, { dx: -92, dy: 0 }, { frame, snap: true })).toEqual({
    box: { ...box, x: 0 },
    guides: [{ axis: 'x', at: 0 }],
  });
  expect(move(box, { dx: 235, dy: 0 }, { frame, snap: true })).toEqual({
    box: { ...box, x: 340 },
    guides: [{ axis: 'x', at: 540 }],
  });
  expect(move(box, { dx: 0, dy: 1415 }, { frame, snap: true }).box.y).toBe(1620);
  expect(move(box, { dx: -92, dy: 0 }, { frame, snap: false })).toEqual({ box: { ...box, x: 8 }, guides: [] });
});

test('a corner resizes while the opposite one stays', () => {
  expect(resize(box, { x: -1, y: -1 }, { dx: -50, dy: 20 }, { least: { w: 10, h: 10 }, frame })).toEqual({
    x: 50,
    y: 220,
    w: 450,
    h: 280,
  });
  expect(resize(box, { x: 1, y: 1 }, { dx: 30, dy: -20 }, { least: { w: 10, h: 10 }, frame })).toEqual({
    ...box,
    w: 430,
    h: 280,
  });
  expect(resize(box, { x: -1, y: 1 }, { dx: 5000, dy: -5000 }, { least: { w: 120, h: 90 }, frame })).toEqual({
    x: 380,
    y: 200,
    w: 120,
    h: 90,
  });
});

test('wherever it is dragged, a thumb can take it back, and it stands on whole px', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -9000, max: 9000, noNaN: true }),
      fc.double({ min: -9000, max: 9000, noNaN: true }),
      fc.boolean(),
      (dx, dy, snap) => {
        const { box: moved } = move(box, { dx, dy }, { frame, snap });
        expect(Object.values(moved).every(Number.isInteger)).toBe(true);
        expect(moved.x + moved.w).toBeGreaterThanOrEqual(KEPT_IN_FRAME);
        expect(moved.x).toBeLessThanOrEqual(frame.width - KEPT_IN_FRAME);
        expect(moved.y + moved.h).toBeGreaterThanOrEqual(KEPT_IN_FRAME);
        expect(moved.y).toBeLessThanOrEqual(frame.height - KEPT_IN_FRAME);
      },
    ),
  );
});

describe('room for a new piece', () => {
  const meets = (a: Box, b: Box): boolean => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

  test('where it is, if nothing is there; else the nearest place that is free, above where platforms put their own', () => {
    const box = { x: 90, y: 400, w: 450, h: 190 };
    expect(freePlace(box, [], frame)).toEqual(box);
    const others = [
      { x: 90, y: 380, w: 800, h: 300 },
      { x: 0, y: 0, w: 1080, h: 200 },
    ];
    const found = freePlace(box, others, frame);
    expect(others.some((other) => meets(found, other))).toBe(false);
    expect(found.y + found.h).toBeLessThanOrEqual(1920 * 0.78);
    expect(found.y).toBeGreaterThanOrEqual(192);
  });

  test('a full frame: somewhere in it all the same', () => {
    const found = freePlace({ x: 90, y: 1800, w: 450, h: 190 }, [{ x: 0, y: 0, w: 1080, h: 1920 }], frame);
    expect(found.y + found.h).toBeLessThanOrEqual(1920);
  });

  test('never on another one while there is room', () => {
    const box = fc.record({
      x: fc.integer({ min: 0, max: 700 }),
      y: fc.integer({ min: 192, max: 1200 }),
      w: fc.constant(300),
      h: fc.constant(150),
    });
    fc.assert(
      fc.property(box, fc.array(box, { maxLength: 4 }), (own, others) => {
        const found = freePlace(own, others, frame);
        return !others.some((other) => meets(found, other));
      }),
    );
  });
});

test('in proportion, a corner that is dragged along one side alone follows too, onto the diagonal by the shortest way', () => {
  const box = { x: 100, y: 100, w: 400, h: 300 };
  const frame = { width: 1080, height: 1920 };
  const by = (dx: number, dy: number) =>
    resize(box, { x: 1, y: 1 }, { dx, dy }, { least: { w: 40, h: 40 }, frame, proportion: true });
  // (−100, 0) onto the diagonal (400, 300): by 1 − 100 · 400 / (400² + 300²) = 0.84.
  expect(by(-100, 0)).toEqual({ x: 100, y: 100, w: 336, h: 252 });
  expect(by(40, 30)).toEqual({ x: 100, y: 100, w: 440, h: 330 });
  const small = by(-900, -900);
  expect(small.w / small.h).toBeCloseTo(4 / 3, 1);
});
