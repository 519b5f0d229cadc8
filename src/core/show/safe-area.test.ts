import { CONSOLE_CAMERA, cornerOf, CORNERS, inCorner, SAFE } from './safe-area';

test('an area goes into each corner at its size, wholly on the frame, and is told to be there', () => {
  for (const corner of CORNERS) {
    const there = inCorner(CONSOLE_CAMERA, corner);
    expect([there.w, there.h, cornerOf(there)]).toEqual([CONSOLE_CAMERA.w, CONSOLE_CAMERA.h, corner]);
    expect([there.x, there.y, there.x + there.w, there.y + there.h].every((v) => v >= 0 && v <= 1)).toBe(true);
  }
  expect(cornerOf(SAFE.wide[0] ?? CONSOLE_CAMERA)).toBeNull();
  // One that fills the frame stays on it.
  expect(inCorner({ name: 'All', x: 0, y: 0, w: 1, h: 1 }, 'bottom right')).toMatchObject({ x: 0, y: 0 });
});
