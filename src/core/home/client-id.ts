import type { Doc } from 'yjs';

/*
 * Of two that set one field without having seen each other, Yjs keeps what came from the higher client id (its INTERNALS.md: concurrent
 * items of one parent are put in the order of their client ids). Ids here begin with the minute in which something was written, so that
 * the later one wins, however long either was without a connection.
 */

/** Minutes count from here: 2026-01-01T00:00Z. */
const EPOCH_MIN = 29_453_760;
const CHANCE_BITS = 28;

const minuteOf = (ms: number): number => Math.floor(ms / 60_000) - EPOCH_MIN;

/**
 * Makes what is written next count as written now.
 * @param now ms UTC, by the server's clock
 * @param chance in [0, 1)
 */
export function writeAt(doc: Doc, now: number, chance: () => number): void {
  // 25 bits: until 2089. Before the epoch a clock is wrong, and says nothing.
  const minute = Math.max(0, Math.min(minuteOf(now), 2 ** 25 - 1));
  if (Math.floor(doc.clientID / 2 ** CHANCE_BITS) === minute && stamped.has(doc)) return;
  stamped.add(doc);
  doc.clientID = minute * 2 ** CHANCE_BITS + Math.floor(chance() * 2 ** CHANCE_BITS);
}

/** Those whose id was made here: one that Yjs makes itself is a number by chance. */
const stamped = new WeakSet<Doc>();
