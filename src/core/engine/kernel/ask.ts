import type { WordValues } from '@/core/words/fields';
import type { KernelState } from './feature';

/* What one feature may want to know of another: asked through the kernel, so that neither knows the other. */

/** Whether a thing of a feature (a goal, by its id) is still open; false where there is no such feature or thing. */
export const isOpen = (state: KernelState, feature: string, id: string): boolean =>
  state.kit.byName.get(feature)?.isOpen?.(state, id) ?? false;

/** A viewer's level; 1 where no feature gives levels. */
export function levelOf(state: KernelState, feed: string, viewer: string): number {
  for (const feature of state.derived.knowing) if (feature.levelOf) return feature.levelOf(state, feed, viewer);
  return 1;
}

/** What features know of a viewer for a cue's words; null: nothing. */
export function valuesOf(state: KernelState, feed: string, viewer: string): WordValues | null {
  let found: WordValues | null = null;
  for (const feature of state.derived.knowing) {
    const values = feature.valuesOf?.(state, feed, viewer);
    if (values) found = Object.assign(found ?? {}, values);
  }
  return found;
}

/** When numbers will be reached, or end, at the present rate; by number, ms. Infinity: not at this rate. */
export const outlooksOf = (state: KernelState): [number: string, at: number][] =>
  state.kit.features.flatMap((feature) => feature.outlook?.(state) ?? []);
