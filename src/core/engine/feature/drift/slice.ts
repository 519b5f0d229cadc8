import { clusters, hasEmoji, isEmoji } from '@/core/paint/emoji';
import type { Host } from '@/core/engine/kernel/feature';
import { pushKept } from '@/core/event/kept';

/** One emoji that floats across the frame. `at`: ms, the engine's clock. */
export interface Floating {
  id: string;
  at: number;
  emoji: string;
}

export interface DriftSlice {
  /** Emoji that float, oldest first, and how many there have been. */
  floating: Floating[];
  floats: number;
}
export interface DriftDerived {
  /** Some piece shows what floats. */
  drifts: boolean;
}
export type DriftHost = Host<object, DriftSlice, DriftDerived>;

/** So many are kept: more would be a curtain. */
const KEPT = 60;
/** So many of one message: a wall of hearts is one viewer's. */
const OF_ONE = 5;

const add = (state: DriftHost, emoji: string): void => {
  state.floats += 1;
  pushKept(state.floating, { id: `e${state.floats}`, at: state.now, emoji }, KEPT);
};

/** The emoji of a chat message float, where a piece shows them. */
export function floatChat(state: DriftHost, text: string): void {
  if (!state.derived.drifts || !hasEmoji(text)) return;
  let left = OF_ONE;
  for (const cluster of clusters(text)) {
    if (!isEmoji(cluster)) continue;
    add(state, cluster);
    left -= 1;
    if (left === 0) return;
  }
}

/** The first emoji of a text; null when it has none. */
export const firstEmoji = (text: string): string | null => clusters(text).find(isEmoji) ?? null;

/** Lets some float at once, as a cue says. */
export function throwEmoji(state: DriftHost, text: string, count: number): void {
  const emoji = firstEmoji(text);
  if (emoji === null) return;
  for (let n = 0; n < Math.min(count, KEPT); n += 1) add(state, emoji);
}
