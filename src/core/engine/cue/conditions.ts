import { z } from 'zod';
import type { GoalState } from '@/core/engine/feature/goal/schema';
import { drawn, type Memory } from './memory';

/** What must hold besides, so that a cue fires. */
export const holdsSchema = z.object({
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
export type Holds = z.infer<typeof holdsSchema>;

export const ALWAYS: Holds = { every: 0, everyViewer: 0, chance: 100, times: 0, goal: '' };

/** Why a cue that was set off did not fire. */
export type Held = 'cooldown' | 'viewerCooldown' | 'chance' | 'times' | 'goal' | 'scene';

/** What holds a cue back whoever sets it off: asked before anything is made for it, since most that is held back is held back by these. */
export function heldForAll(holds: Holds, memory: Memory, now: number, scene: string): Held | null {
  if (holds.scenes && holds.scenes.length > 0 && !holds.scenes.includes(scene)) return 'scene';
  if (holds.times > 0 && memory.fired >= holds.times) return 'times';
  return now - memory.lastAt < holds.every * 1000 ? 'cooldown' : null;
}

/**
 * Whether a cue that is not held back for all may fire now; takes note of it when it does.
 * @param viewer the key of whose doing it is, or null
 * @param cause what the chance is drawn from, besides how often it has fired: the same cause, the same draw
 */
export function mayFire(
  holds: Holds,
  memory: Memory,
  now: number,
  viewer: string | null,
  cause: string,
  goals: ReadonlyMap<string, GoalState>,
): Held | null {
  if (
    holds.everyViewer > 0 &&
    viewer !== null &&
    now - (memory.byViewer.get(viewer) ?? -Infinity) < holds.everyViewer * 1000
  )
    return 'viewerCooldown';
  if (holds.goal !== '') {
    const goal = goals.get(holds.goal);
    if (!goal || goal.hidden || goal.value >= goal.target) return 'goal';
  }
  if (holds.chance < 100 && drawn(`${cause}/${memory.fired}`) * 100 >= holds.chance) return 'chance';
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

/** The holds in the sentence, each with the field that changes it. */
export function holdsWords(
  holds: Holds,
  goalName: (id: string) => string,
  sceneName: (id: string) => string = (id) => id,
): { text: string; field: string }[] {
  return [
    ...(holds.every > 0 ? [{ text: `at most once every ${holds.every} s`, field: 'hold.every' }] : []),
    ...(holds.everyViewer > 0
      ? [{ text: `at most once every ${holds.everyViewer} s for a viewer`, field: 'hold.everyViewer' }]
      : []),
    ...(holds.chance < 100 ? [{ text: `${holds.chance} % of the time`, field: 'hold.chance' }] : []),
    ...(holds.times > 0
      ? [{ text: holds.times === 1 ? 'once a session' : `${holds.times} times a session at most`, field: 'hold.times' }]
      : []),
    ...(holds.scenes && holds.scenes.length > 0
      ? [{ text: `in ${holds.scenes.map(sceneName).join(' or ')}`, field: 'hold.scenes' }]
      : []),
    ...(holds.goal !== '' ? [{ text: `while ${goalName(holds.goal)} is open`, field: 'hold.goal' }] : []),
  ];
}

/** Why it can never fire; null when it can. */
export const holdsTrouble = (holds: Holds): string | null => (holds.chance === 0 ? 'Its chance is 0 %.' : null);
