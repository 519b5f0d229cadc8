import { useSyncExternalStore } from 'react';
import { z } from 'zod';
import { phrase, type Phrase } from '@/core/words/phrase';
import { keepSetting, readSetting } from '@/ui/data/setting';

/* Which blocks the desk has, and in what order: chosen by each device for itself. */

/** Blocks that are pressed, one below another; and lists, of which one is seen where there is little room. */
export const ACT_BLOCKS = ['onAir', 'scenes', 'presses', 'numbers', 'draws'] as const;
export const LIST_BLOCKS = ['chat', 'happened', 'thanks'] as const;
export const BLOCKS = [...ACT_BLOCKS, ...LIST_BLOCKS] as const;
export type Block = (typeof BLOCKS)[number];
export type ListBlock = (typeof LIST_BLOCKS)[number];

export const BLOCK_WORDS: Record<Block, Phrase> = {
  onAir: phrase('On air'),
  scenes: phrase('Scenes'),
  presses: phrase('Buttons'),
  numbers: phrase('Numbers'),
  draws: phrase('Draws'),
  chat: phrase('Chat'),
  happened: phrase('Happened'),
  thanks: phrase('To thank'),
};

const arrangementSchema = z.object({ order: z.array(z.string()).max(30), off: z.array(z.string()).max(30) });
export interface Arrangement {
  order: Block[];
  off: Block[];
}

const isBlock = (name: string): name is Block => (BLOCKS as readonly string[]).includes(name);

/** An arrangement that was kept, with blocks that have come since at their usual place; what is no block any more is left out. */
export function arrangementOf(kept: string | null): Arrangement {
  let read: unknown = null;
  try {
    read = kept === null ? null : JSON.parse(kept);
  } catch {
    // Written by something else: as if there were none.
  }
  const { data } = arrangementSchema.safeParse(read);
  const known = [...new Set((data?.order ?? []).filter(isBlock))];
  const order = [...known];
  for (const [n, block] of BLOCKS.entries())
    if (!known.includes(block)) {
      const before = BLOCKS.slice(0, n).findLast((each) => order.includes(each));
      order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, block);
    }
  return { order, off: [...new Set((data?.off ?? []).filter(isBlock))] };
}

const KEY = 'gavirn.desk';
const listeners = new Set<() => void>();
let now: Arrangement | null = null;

const read = (): Arrangement => (now ??= arrangementOf(readSetting(KEY)));

export function arrange(next: Arrangement): void {
  now = next;
  keepSetting(KEY, JSON.stringify(next));
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useArrangement = (): Arrangement => useSyncExternalStore(subscribe, read, read);

/** A block one place further up (-1) or down (1) among its like: those that are pressed, or the lists. */
export function moved({ order, off }: Arrangement, block: Block, by: -1 | 1): Arrangement {
  const like: readonly string[] = (ACT_BLOCKS as readonly string[]).includes(block) ? ACT_BLOCKS : LIST_BLOCKS;
  const among = order.filter((each) => like.includes(each));
  const at = among.indexOf(block);
  const other = among[at + by];
  if (other === undefined) return { order, off };
  const swapped = order.map((each) => (each === block ? other : each === other ? block : each));
  return { order: swapped, off };
}
