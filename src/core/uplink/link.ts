/* What an uplink carries, from what arrived of it at the server. */

/** Bytes that arrived in one stretch of the server's clock, ms. */
export interface Arrived {
  at: number;
  bytes: number;
}

/** How an uplink is. Rates in kbit/s. */
export interface Link {
  /** On average, once it had got going. */
  kbits: number;
  /** All but a tenth of the half seconds were at least as fast. */
  steady: number;
  /** The usual way there and back, ms; and the share of questions whose answer came much later: what was lost is sent again. */
  roundTripMs: number;
  late: number;
}

/** A connection begins slowly (RFC 5681, section 3.1, "Slow Start"): so long is not counted, ms. */
export const WARM_UP_MS = 1000;
/** Rates are compared over stretches of so long, ms. */
const STRETCH_MS = 500;
/** From so many stretches on something can be said. */
const LEAST_STRETCHES = 4;
/** What is lost is sent again no sooner than this after it was sent first, ms (the least of Linux's TCP, from memory). */
const AGAIN_MS = 200;

const sorted = (values: readonly number[]): number[] => [...values].sort((a, b) => a - b);
const at = (values: readonly number[], share: number): number =>
  values[Math.min(values.length - 1, Math.floor(values.length * share))] ?? 0;

/**
 * @param arrived what arrived, in any order
 * @param roundTrips how long each question and its answer took, ms
 * @returns null where it was measured for too short
 */
export function linkOf(arrived: readonly Arrived[], roundTrips: readonly number[]): Link | null {
  let first = Infinity;
  let last = -Infinity;
  for (const each of arrived) {
    first = Math.min(first, each.at);
    last = Math.max(last, each.at);
  }
  const from = first + WARM_UP_MS;
  const stretches = Math.floor((last - from) / STRETCH_MS);
  if (!(stretches >= LEAST_STRETCHES)) return null;
  const bytes = new Array<number>(stretches).fill(0);
  for (const each of arrived) {
    const stretch = Math.floor((each.at - from) / STRETCH_MS);
    if (stretch >= 0 && stretch < stretches) bytes[stretch] = (bytes[stretch] ?? 0) + each.bytes;
  }
  // Bytes in ms are as many kbit/s times 8.
  const rates = bytes.map((sum) => (sum * 8) / STRETCH_MS);
  const usual = at(sorted(roundTrips), 0.5);
  return {
    kbits: rates.reduce((sum, rate) => sum + rate, 0) / rates.length,
    steady: at(sorted(rates), 0.1),
    roundTripMs: usual,
    late: roundTrips.length === 0 ? 0 : roundTrips.filter((ms) => ms > usual + AGAIN_MS).length / roundTrips.length,
  };
}

/** A picture that is sent. Sizes in px, of a wide frame; kbit/s of H.264. */
export interface Sending {
  width: number;
  height: number;
  fps: number;
  kbits: number;
}

/** What each size and rate takes, least first. Common practice, no source: about a tenth of a bit for each pixel, less for larger pictures. */
export const SENDINGS: readonly Sending[] = [
  { width: 640, height: 360, fps: 30, kbits: 800 },
  { width: 854, height: 480, fps: 30, kbits: 1200 },
  { width: 960, height: 540, fps: 30, kbits: 1800 },
  { width: 1280, height: 720, fps: 30, kbits: 3000 },
  { width: 1280, height: 720, fps: 60, kbits: 4000 },
  { width: 1920, height: 1080, fps: 30, kbits: 5000 },
  { width: 1920, height: 1080, fps: 60, kbits: 8000 },
];
/** For sound, kbit/s; and what is kept free, since no link stays as it was measured. Common practice, no source. */
export const SOUND_KBITS = 128;
export const FREE = 0.25;

/** The largest that a link carries with its margin; null: not even the least. */
export const carriedBy = ({ steady }: Pick<Link, 'steady'>): Sending | null =>
  SENDINGS.findLast(({ kbits }) => kbits + SOUND_KBITS <= steady * (1 - FREE)) ?? null;
