import { carriedBy, FREE, linkOf, SENDINGS, SOUND_KBITS, type Arrived } from './link';

/** So many kbit/s for so long, in pieces of 50 ms. */
const flow = (kbits: number, fromMs: number, toMs: number): Arrived[] =>
  Array.from({ length: (toMs - fromMs) / 50 }, (_, n) => ({ at: fromMs + n * 50, bytes: (kbits * 50) / 8 }));

test('the rate is that of what arrived, without the slow beginning', () => {
  const link = linkOf([...flow(200, 0, 1000), ...flow(6000, 1000, 10_000)], [40, 50, 60]);
  expect(link?.kbits).toBeCloseTo(6000, 0);
  expect(link?.steady).toBeCloseTo(6000, 0);
  expect(link?.roundTripMs).toBe(50);
});

test('a link that falters is as good as its bad half seconds', () => {
  const steps = Array.from({ length: 10 }, (_, n) => flow(n % 3 === 0 ? 1000 : 8000, n * 1000, n * 1000 + 1000));
  const link = linkOf(steps.flat(), []);
  expect(link?.steady).toBeCloseTo(1000, 0);
  expect(link?.kbits).toBeGreaterThan(4000);
});

test('answers that come much later than usual are told: something was lost on the way', () => {
  const link = linkOf(flow(3000, 0, 10_000), [...Array<number>(18).fill(40), 300, 900]);
  expect(link?.late).toBeCloseTo(0.1);
});

test.each([
  ['nothing', []],
  ['too short', flow(3000, 0, 2500)],
])('%s: nothing can be said', (_, arrived) => {
  expect(linkOf(arrived, [])).toBeNull();
});

test('what is advised fits with its sound and its margin, and nothing larger would', () => {
  for (const steady of [500, 1300, 3000, 4300, 6900, 20_000]) {
    const room = steady * (1 - FREE) - SOUND_KBITS;
    const sending = carriedBy({ steady });
    if (sending) expect(sending.kbits).toBeLessThanOrEqual(room);
    const larger = SENDINGS.filter(({ kbits }) => kbits > (sending?.kbits ?? 0));
    for (const { kbits } of larger) expect(kbits).toBeGreaterThan(room);
  }
  expect(carriedBy({ steady: 500 })).toBeNull();
});

test('the table grows: what takes more is more', () => {
  const pixels = SENDINGS.map(({ width, height, fps }) => width * height * fps);
  expect(SENDINGS.map(({ kbits }) => kbits)).toEqual(SENDINGS.map(({ kbits }) => kbits).toSorted((a, b) => a - b));
  for (const [n, { kbits }] of SENDINGS.entries()) {
    // Bits for each pixel: from a twentieth to a sixth.
    const bits = (kbits * 1000) / (pixels[n] ?? 1);
    expect(bits).toBeGreaterThan(0.05);
    expect(bits).toBeLessThan(1 / 6);
  }
});
