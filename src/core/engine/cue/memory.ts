/** What a cue remembers of a session: how often it has fired, and when. Part of the state that is kept. */
export interface Memory {
  fired: number;
  lastAt: number;
  /** When it last fired for a viewer, by the tally's key; only while it holds back by viewer. */
  byViewer: Map<string, number>;
  /** What came within its stretch of time, oldest first. */
  recent: { at: number; count: number }[];
  /** How many of the clock's times have passed. */
  ticks: number;
  /** Which of a random step's choices was taken last, by the step's place in the cue. */
  picked: Record<string, number>;
}

export const newMemory = (): Memory => ({
  fired: 0,
  lastAt: -Infinity,
  byViewer: new Map(),
  recent: [],
  ticks: 0,
  picked: {},
});

/** As plain JSON, which has no −Infinity. */
export const freezeMemory = ({ lastAt, byViewer, ...rest }: Memory) => ({
  ...rest,
  lastAt: Number.isFinite(lastAt) ? lastAt : null,
  byViewer: [...byViewer].sort(([a], [b]) => (a < b ? -1 : 1)),
});
export type FrozenMemory = ReturnType<typeof freezeMemory>;
export const thawMemory = ({ lastAt, byViewer, ...rest }: FrozenMemory): Memory => ({
  ...rest,
  lastAt: lastAt ?? -Infinity,
  byViewer: new Map(byViewer),
});

/**
 * A number from 0 up to 1 that follows from a text alone: core has no chance of its own, and the same inputs must give the same draw.
 * FNV-1a (Fowler, Noll, Vo; constants as published) with a finalizer, since its high bits alone are uneven for short texts.
 */
export function drawn(from: string): number {
  let h = 0x811c9dc5;
  for (let n = 0; n < from.length; n += 1) h = Math.imul(h ^ from.charCodeAt(n), 0x01000193);
  h = Math.imul(h ^ (h >>> 16), 0x85ebca6b);
  h = Math.imul(h ^ (h >>> 13), 0xc2b2ae35);
  return ((h ^ (h >>> 16)) >>> 0) / 0x1_0000_0000;
}
