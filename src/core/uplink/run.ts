import type { Arrived } from './link';

/* How an uplink is measured: pieces of bytes that mean nothing, several at once, for ten seconds. */

/** The largest piece, bytes. */
export const UPLINK_BYTES = 512_000;
/** The smallest: what a slow link takes in a moment. */
const LEAST_BYTES = 8_000;
/** A piece is to take about so long, ms: long enough to fill the link, short enough to be stopped. */
const PIECE_MS = 300;
/** So many are on their way at once. */
export const AT_ONCE = 3;
/** For so long at most, ms; and so many bytes in all. */
export const RUN_MS = 10_000;
export const RUN_BYTES = 40_000_000;

/** When how many bytes came, by the server's clock: ms, bytes. */
export interface UplinkAnswer {
  arrived: [number, number][];
}

/** How large the next piece is to be, after one of so many bytes that took so long. */
export const nextPiece = (bytes: number, tookMs: number): number =>
  Math.round(Math.max(LEAST_BYTES, Math.min(UPLINK_BYTES, bytes * 4, (bytes * PIECE_MS) / Math.max(1, tookMs))));

/** What is on the way, and what has come. */
export class UplinkRun {
  readonly arrived: Arrived[] = [];
  readonly roundTrips: number[] = [];
  sent = 0;

  /** Whether another piece of so many bytes may go out after so long, ms. */
  goesOn = (passedMs: number, bytes: number): boolean => passedMs < RUN_MS && this.sent + bytes <= RUN_BYTES;

  take({ arrived }: UplinkAnswer): void {
    for (const [at, bytes] of arrived) this.arrived.push({ at, bytes });
  }
}
