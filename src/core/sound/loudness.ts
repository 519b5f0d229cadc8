import { decibels, truePeak } from './true-peak';

/** What a piece of sound measures. */
export interface Loudness {
  /** Integrated loudness, LUFS (ITU-R BS.1770-4); −Infinity where nothing passes the gate. */
  lufs: number;
  /** dBTP (BS.1770-4, Annex 2). */
  truePeakDb: number;
  /** Loudness range, LU (EBU Tech 3342). */
  range: number;
}

/** One biquad, its a0 made 1. */
export interface Biquad {
  b: readonly [number, number, number];
  a: readonly [number, number];
}

/**
 * The K weighting's two filters at any rate: a shelf for the head, and a high pass (BS.1770-4, Annex 1). The standard gives coefficients
 * at 48 kHz only; these are the analogue filters behind them, as the open literature has worked them out (values from memory,
 * checked against the standard's own at 48 kHz).
 * @param rate Hz
 */
export function kWeighting(rate: number): [Biquad, Biquad] {
  const shelfHz = 1681.974450955533;
  const gain = 3.999843853973347;
  const shelfQ = 0.7071752369554196;
  const k = Math.tan((Math.PI * shelfHz) / rate);
  const vh = 10 ** (gain / 20);
  const vb = vh ** 0.4996667741545416;
  const a0 = 1 + k / shelfQ + k * k;
  const shelf: Biquad = {
    b: [(vh + (vb * k) / shelfQ + k * k) / a0, (2 * (k * k - vh)) / a0, (vh - (vb * k) / shelfQ + k * k) / a0],
    a: [(2 * (k * k - 1)) / a0, (1 - k / shelfQ + k * k) / a0],
  };
  const passQ = 0.5003270373238773;
  const p = Math.tan((Math.PI * 38.13547087602444) / rate);
  const c0 = 1 + p / passQ + p * p;
  return [shelf, { b: [1, -2, 1], a: [(2 * (p * p - 1)) / c0, (1 - p / passQ + p * p) / c0] }];
}

/** How much each channel counts, in the order of ITU-R BS.775: left, right, centre, low frequencies, left and right surround. */
const WEIGHTS: Readonly<Record<number, readonly number[]>> = {
  1: [1],
  2: [1, 1],
  3: [1, 1, 1],
  4: [1, 1, 1.41, 1.41],
  5: [1, 1, 1, 1.41, 1.41],
  6: [1, 1, 1, 0, 1.41, 1.41],
};

const STEP_SECONDS = 0.1;
const GATE = -70;
/** LU below the mean of what passes the first gate. */
const RELATIVE = 10;
const RANGE_RELATIVE = 20;
const loudnessOf = (power: number): number => -0.691 + 10 * Math.log10(power);

/** The weighted power of each tenth of a second: what all windows are sums of. */
function steps(channels: readonly Float32Array[], rate: number): Float64Array {
  const length = Math.round(rate * STEP_SECONDS);
  const count = Math.floor((channels[0]?.length ?? 0) / length);
  const powers = new Float64Array(count);
  const filters = kWeighting(rate);
  const counted = channels.flatMap((samples, n) => {
    const weight = WEIGHTS[channels.length]?.[n] ?? 1;
    return weight > 0 ? [{ samples, weight }] : [];
  });
  for (let n = 0; n < counted.length; n += 2) {
    const one = counted[n];
    // An odd one is its own partner, and counts once.
    const other = counted[n + 1] ?? (one && { ...one, weight: 0 });
    if (one && other) addPowers(powers, length, [one, other], filters);
  }
  return powers;
}

interface Weighted {
  samples: Float32Array;
  weight: number;
}

/**
 * Adds two channels' shares. Both filters in transposed direct form II, side by side, in one pass over the samples. Each sample has to
 * wait for the one before it: two channels at a time is what keeps a processor busy.
 */
function addPowers(
  powers: Float64Array,
  length: number,
  [{ samples: left, weight: leftWeight }, { samples: right, weight: rightWeight }]: [Weighted, Weighted],
  [
    {
      b: [b0, b1, b2],
      a: [a1, a2],
    },
    {
      a: [c1, c2],
    },
  ]: [Biquad, Biquad],
): void {
  let s1 = 0,
    s2 = 0,
    t1 = 0,
    t2 = 0;
  let u1 = 0,
    u2 = 0,
    v1 = 0,
    v2 = 0;
  for (let step = 0; step < powers.length; step += 1) {
    let leftSum = 0;
    let rightSum = 0;
    for (let at = step * length, end = at + length; at < end; at += 1) {
      const x = left[at] ?? 0;
      const y = b0 * x + s1;
      s1 = b1 * x - a1 * y + s2;
      s2 = b2 * x - a2 * y;
      const z = y + t1;
      t1 = t2 - 2 * y - c1 * z;
      t2 = y - c2 * z;
      leftSum += z * z;
      const p = right[at] ?? 0;
      const q = b0 * p + u1;
      u1 = b1 * p - a1 * q + u2;
      u2 = b2 * p - a2 * q;
      const r = q + v1;
      v1 = v2 - 2 * q - c1 * r;
      v2 = q - c2 * r;
      rightSum += r * r;
    }
    powers[step] = (powers[step] ?? 0) + (leftWeight * leftSum + rightWeight * rightSum) / length;
  }
}

/** The mean power of every window of so many steps, one a step. */
function windows(powers: Float64Array, size: number): number[] {
  const out: number[] = [];
  let sum = 0;
  for (let n = 0; n < powers.length; n += 1) {
    sum += powers[n] ?? 0;
    if (n >= size) sum -= powers[n - size] ?? 0;
    // Summing and taking away leaves a rest of rounding that could fall below nothing.
    if (n >= size - 1) out.push(Math.max(0, sum) / size);
  }
  return out;
}

const mean = (list: readonly number[]): number => list.reduce((sum, each) => sum + each, 0) / list.length;

/**
 * Measures a sound.
 * @param channels one array of samples each (full scale ±1), all of one length; what is shorter than one block of 400 ms counts as if
 * silence followed it
 * @param rate Hz
 */
export function measureLoudness(channels: readonly Float32Array[], rate: number): Loudness {
  const powers = powersOf(channels, rate);
  return { lufs: integrated(powers), truePeakDb: decibels(truePeak(channels)), range: rangeOf(powers) };
}

/** The integrated loudness alone, LUFS: without looking between the samples for peaks, which is most of the work. */
export const integratedLoudness = (channels: readonly Float32Array[], rate: number): number =>
  integrated(powersOf(channels, rate));

function powersOf(channels: readonly Float32Array[], rate: number): Float64Array {
  const least = Math.ceil(rate * 0.4);
  const whole =
    (channels[0]?.length ?? 0) >= least
      ? channels
      : channels.map((samples) => {
          const padded = new Float32Array(least);
          padded.set(samples);
          return padded;
        });
  return steps(whole, rate);
}

/** Two gates: what is below −70 LUFS does not count, nor what is 10 LU below the mean of the rest (BS.1770-4, Annex 1). */
function integrated(powers: Float64Array): number {
  const loud = windows(powers, 4).filter((power) => loudnessOf(power) > GATE);
  if (loud.length === 0) return -Infinity;
  const gate = loudnessOf(mean(loud)) - RELATIVE;
  return loudnessOf(mean(loud.filter((power) => loudnessOf(power) > gate)));
}

/** From the 10th to the 95th percentile of windows of 3 s, those 20 LU below the mean left out (EBU Tech 3342). */
function rangeOf(powers: Float64Array): number {
  const loud = windows(powers, 30).filter((power) => loudnessOf(power) >= GATE);
  if (loud.length === 0) return 0;
  const gate = loudnessOf(mean(loud)) - RANGE_RELATIVE;
  const kept = loud
    .map(loudnessOf)
    .filter((level) => level >= gate)
    .sort((a, b) => a - b);
  const at = (share: number): number => kept[Math.round((kept.length - 1) * share)] ?? 0;
  return at(0.95) - at(0.1);
}

/** What every sound is brought to, unless the streamer says otherwise. */
export const TARGET = { lufs: -18, peakDb: -1 };

/** By how many dB a sound is made louder or softer to be as loud as all others, without its peak going beyond the bound. */
export function levelling({ lufs, truePeakDb }: Pick<Loudness, 'lufs' | 'truePeakDb'>, target = TARGET): number {
  if (!Number.isFinite(lufs) || !Number.isFinite(truePeakDb)) return 0;
  return Math.min(target.lufs - lufs, target.peakDb - truePeakDb);
}
