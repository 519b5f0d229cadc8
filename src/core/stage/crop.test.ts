import fc from 'fast-check';
import { fitted } from '@/core/paint/fitted';
import { turnPoint } from '@/core/paint/turn';
import { cropBy, cutOff, type Lying } from './crop';

/* What is cut off of a picture by a side that is dragged: what is left of it stays where it was seen. */

const least = { w: 20, h: 20 };
const whole: Lying = { place: { x: 100, y: 200, w: 400, h: 200 }, fit: 'contain' };
const size = { w: 800, h: 400 };

test('a side that is dragged in cuts off, the other three stay', () => {
  expect(cropBy(whole, { x: -1, y: 0 }, { dx: 100, dy: 33 }, { size, least })).toEqual({
    place: { x: 200, y: 200, w: 300, h: 200 },
    crop: { x: 0.25, y: 0, w: 0.75, h: 1 },
  });
  expect(cropBy(whole, { x: 0, y: 1 }, { dx: 5, dy: -50 }, { size, least })).toEqual({
    place: { x: 100, y: 200, w: 400, h: 150 },
    crop: { x: 0, y: 0, w: 1, h: 0.75 },
  });
});

test('dragged out again, all of it is back, and no more than there is', () => {
  const cut = cropBy(whole, { x: 1, y: 1 }, { dx: -100, dy: -50 }, { size, least });
  const back = cropBy(
    { ...whole, place: cut.place, crop: cut.crop ?? undefined },
    { x: 1, y: 1 },
    { dx: 9999, dy: 9999 },
    { size, least },
  );
  expect(back).toEqual({ place: whole.place, crop: null });
});

test('a picture in a box of other proportions: what the box leaves free goes first; what it hides comes back', () => {
  const tall: Lying = { ...whole, place: { x: 0, y: 0, w: 400, h: 400 } };
  expect(cropBy(tall, { x: -1, y: 0 }, { dx: 0, dy: 0 }, { size, least }).place).toEqual({
    x: 0,
    y: 100,
    w: 400,
    h: 200,
  });
  const filled: Lying = { ...tall, fit: 'cover' };
  expect(cropBy(filled, { x: 1, y: 0 }, { dx: 9999, dy: 0 }, { size, least })).toEqual({
    place: { x: 0, y: 0, w: 600, h: 400 },
    crop: { x: 0.25, y: 0, w: 0.75, h: 1 },
  });
});

test('cut off is said in whole per cent of each side', () => {
  expect(cutOff({ crop: { x: 0.15, y: 0, w: 0.5, h: 0.9 } })).toEqual({ left: 15, top: 0, right: 35, bottom: 10 });
  expect(cutOff({})).toEqual({ left: 0, top: 0, right: 0, bottom: 0 });
});

test('in a mirror the left side cuts off the right of the picture', () => {
  const mirrored = { ...whole, mirrored: true };
  const { crop } = cropBy(mirrored, { x: -1, y: 0 }, { dx: 100, dy: 0 }, { size, least });
  expect(crop).toEqual({ x: 0, y: 0, w: 0.75, h: 1 });
  expect(cutOff({ crop: crop ?? undefined, mirrored: true })).toMatchObject({ left: 25, right: 0 });
});

test('whatever is dragged: each point of the picture that is still seen is seen where it was', () => {
  const side = fc.constantFrom(-1 as const, 0 as const, 1 as const);
  fc.assert(
    fc.property(
      fc.record({
        x: fc.integer({ min: -500, max: 1000 }),
        y: fc.integer({ min: -500, max: 1000 }),
        w: fc.integer({ min: 150, max: 900 }),
        h: fc.integer({ min: 150, max: 900 }),
      }),
      fc.record({ w: fc.integer({ min: 400, max: 900 }), h: fc.integer({ min: 400, max: 900 }) }),
      fc.constantFrom('contain' as const, 'cover' as const),
      fc.integer({ min: -180, max: 180 }),
      fc.record({ x: side, y: side }),
      fc.record({ dx: fc.integer({ min: -800, max: 800 }), dy: fc.integer({ min: -800, max: 800 }) }),
      (place, of, fit, turn, handle, by) => {
        const before: Lying = { place, fit, turn };
        const cut = cropBy(before, handle, by, { size: of, least });
        const after: Lying = { ...before, place: cut.place, crop: cut.crop ?? undefined };
        // Where a point of the picture (shares) is seen in the frame.
        const seenAt = ({ place: box, crop }: Lying, px: number, py: number): { x: number; y: number } => {
          const { at, part } = fitted(of, box, fit, crop);
          const local = {
            x: at.x + ((px - part.x) / part.w) * at.w + box.x,
            y: at.y + ((py - part.y) / part.h) * at.h + box.y,
          };
          return turnPoint(local, { degrees: turn, x: box.x + box.w / 2, y: box.y + box.h / 2 });
        };
        const { part } = fitted(of, after.place, fit, after.crop);
        for (const [px, py] of [
          [part.x, part.y],
          [part.x + part.w, part.y + part.h],
        ] as const) {
          const [was, is] = [seenAt(before, px, py), seenAt(after, px, py)];
          // Boxes stand on whole px, and a narrow strip's other side follows from the rounded one.
          const slack = 2 + 0.02 * Math.max(place.w, place.h);
          expect(Math.abs(was.x - is.x)).toBeLessThan(slack);
          expect(Math.abs(was.y - is.y)).toBeLessThan(slack);
        }
      },
    ),
    { numRuns: 1000 },
  );
});
