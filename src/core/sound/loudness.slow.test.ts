import { SOUNDS, soundById } from './library';
import { kWeighting, levelling, measureLoudness, TARGET } from './loudness';
import { RATE, synthesize } from './synth';
import { decibels, truePeak } from './true-peak';

const { PI, sin, min } = Math;
const level = (db: number): number => 10 ** (db / 20);
/** A 1 kHz sine in stretches of so many seconds at so many dBFS (peak), the same in all channels or with a level for each. */
function tone(
  stretches: readonly (readonly [seconds: number, db: number | readonly number[]])[],
  channels = 2,
): Float32Array[] {
  const length = stretches.reduce((sum, [seconds]) => sum + Math.round(seconds * RATE), 0);
  return Array.from({ length: channels }, (_, channel) => {
    const out = new Float32Array(length);
    let at = 0;
    for (const [seconds, db] of stretches) {
      const amplitude = level(typeof db === 'number' ? db : (db[channel] ?? -Infinity));
      for (const end = at + Math.round(seconds * RATE); at < end; at += 1)
        out[at] = amplitude * sin((2 * PI * 1000 * at) / RATE);
    }
    return out;
  });
}

test('the K weighting at 48 kHz is the standard’s own (ITU-R BS.1770-4, Annex 1, tables 1 and 2; from memory)', () => {
  const [shelf, pass] = kWeighting(48_000);
  [1.53512485958697, -2.69169618940638, 1.19839281085285].forEach((value, n) =>
    expect(shelf.b[n]).toBeCloseTo(value, 10),
  );
  [-1.69065929318241, 0.73248077421585].forEach((value, n) => expect(shelf.a[n]).toBeCloseTo(value, 10));
  expect(pass.b).toEqual([1, -2, 1]);
  [-1.99004745483398, 0.99007225036621].forEach((value, n) => expect(pass.a[n]).toBeCloseTo(value, 10));
});

// EBU Tech 3341, "Loudness metering", minimum requirements test signals 1 to 6 (as remembered): all must read within ±0.1 LU.
test.each<[string, number, () => Float32Array[]]>([
  ['1: −23 dBFS', -23, () => tone([[20, -23]])],
  ['2: −33 dBFS', -33, () => tone([[20, -33]])],
  [
    '3: quieter before and after',
    -23,
    () =>
      tone([
        [10, -36],
        [60, -23],
        [10, -36],
      ]),
  ],
  [
    '4: nearly silent before and after',
    -23,
    () =>
      tone([
        [10, -72],
        [10, -36],
        [60, -23],
        [10, -36],
        [10, -72],
      ]),
  ],
  [
    '5: three levels',
    -23,
    () =>
      tone([
        [20, -26],
        [20.1, -20],
        [20, -26],
      ]),
  ],
  ['6: five channels', -23, () => tone([[20, [-28, -28, -24, -30, -30]]], 5)],
])('EBU Tech 3341 signal %s reads %f LUFS', (_name, lufs, channels) =>
  expect(Math.abs(measureLoudness(channels(), RATE).lufs - lufs)).toBeLessThanOrEqual(0.1),
);

// EBU Tech 3341, signals 15 to 19: +0.2/−0.4 dB.
test.each([
  ['15', 4, 0, 0.5, -6],
  ['16', 4, 45, 0.5, -6],
  ['17', 6, 60, 0.5, -6],
  ['18', 8, 67.5, 0.5, -6],
  ['19', 4, 45, 1.41, 3],
])('EBU Tech 3341 signal %s: the true peak is between the samples', (_name, divisor, degrees, amplitude, db) => {
  const samples = Float32Array.from(
    { length: RATE },
    (_, n) => amplitude * min(1, n / 4800, (RATE - n) / 4800) * sin((2 * PI * n) / divisor + (degrees * PI) / 180),
  );
  const peak = decibels(truePeak([samples]));
  expect(peak).toBeLessThanOrEqual(db + 0.2);
  expect(peak).toBeGreaterThanOrEqual(db - 0.4);
});

// EBU Tech 3342, "Loudness range", minimum requirements test signals 1 to 4: ±1 LU.
test.each<[number, () => Float32Array[]]>([
  [
    10,
    () =>
      tone([
        [20, -20],
        [20, -30],
      ]),
  ],
  [
    5,
    () =>
      tone([
        [20, -20],
        [20, -15],
      ]),
  ],
  [
    20,
    () =>
      tone([
        [20, -40],
        [20, -20],
      ]),
  ],
  [
    15,
    () =>
      tone([
        [20, -50],
        [20, -35],
        [20, -20],
        [20, -35],
        [20, -50],
      ]),
  ],
])('EBU Tech 3342: a range of %f LU', (range, channels) =>
  expect(Math.abs(measureLoudness(channels(), RATE).range - range)).toBeLessThanOrEqual(1),
);

test('silence has no loudness, and is not made louder', () => {
  const measured = measureLoudness([new Float32Array(RATE)], RATE);
  expect(measured).toEqual({ lufs: -Infinity, truePeakDb: -Infinity, range: 0 });
  expect(levelling(measured)).toBe(0);
});

test('another rate measures the same', () => {
  const samples = Float32Array.from({ length: 44_100 * 3 }, (_, n) => level(-20) * sin((2 * PI * 997 * n) / 44_100));
  expect(Math.abs(measureLoudness([samples, samples], 44_100).lufs + 20)).toBeLessThan(0.1);
});

describe('Gavirn’s own sounds', () => {
  const soundOf = (id: string): Float32Array => synthesize(soundById(id)!.recipe);

  test('there are 24 or more, each with a name and an id of its own', () => {
    expect(SOUNDS.length).toBeGreaterThanOrEqual(24);
    expect(new Set(SOUNDS.map(({ id }) => id)).size).toBe(SOUNDS.length);
    expect(new Set(SOUNDS.map(({ name }) => name)).size).toBe(SOUNDS.length);
  });

  test.each(SOUNDS.map(({ id }) => id))(
    '%s can be heard, is short, ends in silence, and levelled is as loud as all others or bounded by its peak',
    (id) => {
      const made = soundOf(id);
      expect(made.every(Number.isFinite)).toBe(true);
      expect(made.length / RATE).toBeGreaterThan(0.05);
      expect(made.length / RATE).toBeLessThan(6);
      expect(Math.abs(made.at(-1) ?? 1)).toBeLessThan(0.01);
      const measured = measureLoudness([made], RATE);
      expect(measured.lufs).toBeGreaterThan(-50);
      const gain = levelling(measured);
      const levelled = measureLoudness([made.map((sample) => sample * level(gain))], RATE);
      expect(levelled.truePeakDb).toBeLessThanOrEqual(TARGET.peakDb + 0.01);
      expect(levelled.lufs).toBeLessThanOrEqual(TARGET.lufs + 0.01);
      expect(Math.max(levelled.truePeakDb - TARGET.peakDb, levelled.lufs - TARGET.lufs)).toBeCloseTo(0, 1);
    },
  );

  test('the same recipe makes the same sound, and no two sounds are alike', () => {
    const made = SOUNDS.map(({ recipe }) => synthesize(recipe));
    SOUNDS.forEach(({ recipe }, n) =>
      expect(synthesize(recipe).every((sample, at) => sample === made[n]?.[at])).toBe(true),
    );
    expect(new Set(made.map((samples) => samples.slice(0, 500).join())).size).toBe(SOUNDS.length);
  });
});
