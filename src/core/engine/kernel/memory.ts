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
  /** Which of a step's choices was taken last, by the step's place in the cue; by that and `.of`, in which moment (variants.ts). */
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
export const serializeMemory = ({ lastAt, byViewer, ...rest }: Memory) => ({
  ...rest,
  lastAt: Number.isFinite(lastAt) ? lastAt : null,
  byViewer: [...byViewer].sort(([a], [b]) => (a < b ? -1 : 1)),
});
export type SavedMemory = ReturnType<typeof serializeMemory>;
export const deserializeMemory = ({ lastAt, byViewer, ...rest }: SavedMemory): Memory => ({
  ...rest,
  lastAt: lastAt ?? -Infinity,
  byViewer: new Map(byViewer),
});
