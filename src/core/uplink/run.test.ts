import { nextPiece, RUN_BYTES, RUN_MS, UPLINK_BYTES, UplinkRun } from './run';

test('pieces grow until one takes about a third of a second, and shrink where the link is slow', () => {
  let piece = 16_000;
  // 1 MB a second for each of them.
  for (let n = 0; n < 10; n += 1) piece = nextPiece(piece, piece / 1000);
  expect(piece).toBe(300_000);
  expect(nextPiece(300_000, 12_000)).toBe(8_000);
  expect(nextPiece(400_000, 1)).toBe(UPLINK_BYTES);
});

test('it ends by the clock and by what it has sent, whichever comes first', () => {
  const run = new UplinkRun();
  expect(run.goesOn(0, UPLINK_BYTES)).toBe(true);
  expect(run.goesOn(RUN_MS, 1)).toBe(false);
  run.sent = RUN_BYTES - 100;
  expect(run.goesOn(5000, 100)).toBe(true);
  expect(run.goesOn(5000, 101)).toBe(false);
});

test('what comes back is put together, in whatever order', () => {
  const run = new UplinkRun();
  run.take({ arrived: [[100, 5]] });
  run.take({ arrived: [[50, 7]] });
  expect(run.arrived).toEqual([
    { at: 100, bytes: 5 },
    { at: 50, bytes: 7 },
  ]);
});
