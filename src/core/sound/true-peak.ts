/**
 * The interpolating filter of ITU-R BS.1770-4, Annex 2: four phases of twelve coefficients, as the standard prints them (from memory).
 * Its third and fourth phase are its second and first, backwards.
 */
const FIRST = [
  0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625, 0.97216796875,
  -0.102294921875, 0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125,
] as const;
const SECOND = [
  -0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625, 0.77978515625,
  -0.2003173828125, 0.1015625, -0.0582275390625, 0.0330810546875, -0.0189208984375,
] as const;
const TAPS = FIRST.length;
// Looked up once: four times a sample is often enough to be seen.
const { abs } = Math;

export const decibels = (level: number): number => 20 * Math.log10(level);

/** The highest level between the samples as well as at them, four times as finely: a factor of full scale. */
export function truePeak(channels: readonly Float32Array[]): number {
  const [f0, f1, f2, f3, f4, f5, f6, f7, f8, f9, f10, f11] = FIRST;
  const [g0, g1, g2, g3, g4, g5, g6, g7, g8, g9, g10, g11] = SECOND;
  let peak = 0;
  for (const samples of channels) {
    // What lies before and behind the sound is silence.
    const x = new Float64Array(samples.length + 2 * (TAPS - 1));
    x.set(samples, TAPS - 1);
    const { length } = x;
    for (let n = TAPS - 1; n < length; n += 1) {
      // prettier-ignore
      const x0 = x[n] ?? 0, x1 = x[n - 1] ?? 0, x2 = x[n - 2] ?? 0, x3 = x[n - 3] ?? 0, x4 = x[n - 4] ?? 0, x5 = x[n - 5] ?? 0;
      // prettier-ignore
      const x6 = x[n - 6] ?? 0, x7 = x[n - 7] ?? 0, x8 = x[n - 8] ?? 0, x9 = x[n - 9] ?? 0, x10 = x[n - 10] ?? 0, x11 = x[n - 11] ?? 0;
      // Written out: this runs four times for every sample.
      // prettier-ignore
      const a = abs(f0 * x0 + f1 * x1 + f2 * x2 + f3 * x3 + f4 * x4 + f5 * x5 +
        f6 * x6 + f7 * x7 + f8 * x8 + f9 * x9 + f10 * x10 + f11 * x11,);
      // prettier-ignore
      const b = abs(g0 * x0 + g1 * x1 + g2 * x2 + g3 * x3 + g4 * x4 + g5 * x5 +
        g6 * x6 + g7 * x7 + g8 * x8 + g9 * x9 + g10 * x10 + g11 * x11,);
      // prettier-ignore
      const c = abs(g11 * x0 + g10 * x1 + g9 * x2 + g8 * x3 + g7 * x4 + g6 * x5 +
        g5 * x6 + g4 * x7 + g3 * x8 + g2 * x9 + g1 * x10 + g0 * x11,);
      // prettier-ignore
      const d = abs(f11 * x0 + f10 * x1 + f9 * x2 + f8 * x3 + f7 * x4 + f6 * x5 +
        f5 * x6 + f4 * x7 + f3 * x8 + f2 * x9 + f1 * x10 + f0 * x11,);
      if (a > peak) peak = a;
      if (b > peak) peak = b;
      if (c > peak) peak = c;
      if (d > peak) peak = d;
    }
    for (const sample of samples) if (abs(sample) > peak) peak = abs(sample);
  }
  return peak;
}
