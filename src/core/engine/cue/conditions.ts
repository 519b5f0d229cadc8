import { z } from 'zod';
import { isOpen } from '@/core/engine/kernel/ask';
import { drawn } from '@/core/engine/kernel/chance';
import type { Memory } from '@/core/engine/kernel/memory';
import type { KernelState } from '@/core/engine/kernel/feature';
import { phrase, type Phrase, type Sayable } from '@/core/words/phrase';

/** What must hold besides, so that a cue fires. */
export const conditionsSchema = z.object({
  /** At most once in so many seconds: for all, and for each viewer. */
  every: z.number().min(0).max(86_400).default(0),
  everyViewer: z.number().min(0).max(86_400).default(0),
  /** Percent. */
  chance: z.number().min(0).max(100).default(100),
  /** Times a session; 0: no limit. */
  times: z.number().int().min(0).max(100_000).default(0),
  /** Only while this goal is open, that is not reached for good; empty: always. */
  goal: z.string().max(100).default(''),
  /** Only while one of these scenes is shown; absent or empty: always. */
  scenes: z.array(z.string().max(100)).max(12).optional(),
});
export type Conditions = z.infer<typeof conditionsSchema>;

export const ALWAYS: Conditions = { every: 0, everyViewer: 0, chance: 100, times: 0, goal: '' };

/** Why a cue that was set off did not fire. */
export type HeldBack = 'cooldown' | 'viewerCooldown' | 'chance' | 'times' | 'goal' | 'scene';

/** What holds a cue back whoever sets it off: asked before anything is made for it, since most that is held back is held back by these. */
export function heldForAll(holds: Conditions, memory: Memory, state: KernelState): HeldBack | null {
  const { scenes = [] } = holds;
  if (scenes.length > 0 && !scenes.some((id) => isOpen(state, 'scene', id))) return 'scene';
  if (holds.times > 0 && memory.fired >= holds.times) return 'times';
  return state.now - memory.lastAt < holds.every * 1000 ? 'cooldown' : null;
}

/**
 * Whether a cue that is not held back for all may fire now; takes note of it when it does.
 * @param by the key of the viewer whose doing it is, or null; and what the chance is drawn from, besides how often the cue has fired: the
 * same seed, the same draw
 */
export function mayFire(
  state: KernelState,
  holds: Conditions,
  memory: Memory,
  { viewer, seed }: { viewer: string | null; seed: string },
): HeldBack | null {
  const { now } = state;
  const last = holds.everyViewer > 0 && viewer !== null ? memory.byViewer.get(viewer) : undefined;
  if (last !== undefined && now - last < holds.everyViewer * 1000) return 'viewerCooldown';
  if (holds.goal !== '' && !isOpen(state, 'goal', holds.goal)) return 'goal';
  if (holds.chance < 100 && drawn(`${seed}/${memory.fired}`) * 100 >= holds.chance) return 'chance';
  memory.fired += 1;
  memory.lastAt = now;
  if (holds.everyViewer > 0 && viewer !== null) {
    // The latest stand last; those whose time is over are forgotten from the front.
    memory.byViewer.delete(viewer);
    memory.byViewer.set(viewer, now);
    for (const [key, at] of memory.byViewer) {
      if (now - at < holds.everyViewer * 1000) break;
      memory.byViewer.delete(key);
    }
  }
  return null;
}

/** The conditions in the sentence, each in the tag of the field that changes it. */
export function conditionsWords(
  holds: Conditions,
  goalName: (id: string) => Sayable,
  sceneName: (id: string) => Sayable = (id) => id,
): Phrase[] {
  const words: Phrase[] = [];
  if (holds.every > 0) words.push(phrase('<set-every>at most once every {n} s</set-every>', { n: holds.every }));
  if (holds.everyViewer > 0)
    words.push(
      phrase('<set-everyViewer>at most once every {n} s for a viewer</set-everyViewer>', { n: holds.everyViewer }),
    );
  if (holds.chance < 100) words.push(phrase('<set-chance>{n} % of the time</set-chance>', { n: holds.chance }));
  if (holds.times > 0)
    words.push(
      phrase('<set-times>{n, plural, =1 {once a session} other {# times a session at most}}</set-times>', {
        n: holds.times,
      }),
    );
  if (holds.scenes && holds.scenes.length > 0)
    words.push(phrase('<set-scenes>in {scenes}</set-scenes>', { scenes: { or: holds.scenes.map(sceneName) } }));
  if (holds.goal !== '')
    words.push(phrase('<set-goal>while {goal} is open</set-goal>', { goal: goalName(holds.goal) }));
  return words;
}

/** Why it can never fire; null when it can. */
export const conditionsProblem = (holds: Conditions): Phrase | null =>
  holds.chance === 0 ? phrase('Its chance is 0 %.') : null;
