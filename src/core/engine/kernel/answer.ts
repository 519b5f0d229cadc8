import type { Emit } from './effect';
import type { KernelState } from './feature';
import type { KernelShow } from './show';

/** Whether Gavirn can post in a feed's chat. */
export const canPost = ({ on, helper = '' }: KernelShow['feeds'][number]): boolean => on && helper !== '';

/**
 * Answers in the chat of the feed that asked (null: in every chat that can be posted to). Where nothing can be posted, whichever feature shows such
 * answers is asked for it.
 */
export function answer(state: KernelState, feed: string | null, text: string, emit: Emit): void {
  emit?.({ effect: 'post', feed, text });
  const { feeds } = state.show;
  if (feed === null || feeds.some((each) => each.id === feed && canPost(each))) return;
  for (const feature of state.kit.features) feature.showAnswer?.(state, text, emit);
}
