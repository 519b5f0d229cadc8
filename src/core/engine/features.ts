import type { z } from 'zod';
import { alert } from './alert';
import { cue } from './cue';
import { clock } from './cue/clock';
import { streak } from './cue/streak';
import { audience } from './feature/audience';
import { chat } from './feature/chat';
import { countdown } from './feature/countdown';
import { counter } from './feature/counter';
import { credits } from './feature/credits';
import { delay } from './feature/delay';
import { draw } from './feature/draw';
import { drift } from './feature/drift';
import { featured } from './feature/featured';
import { feedProblem } from './feature/feed-problem';
import { follower } from './feature/follower';
import { giving } from './feature/giving';
import { goal } from './feature/goal';
import { lantern } from './feature/lantern';
import { leaderboard } from './feature/leaderboard';
import { leftOut } from './feature/left-out';
import { plate } from './feature/plate';
import { points } from './feature/points';
import { scene } from './feature/scene';
import { setup } from './feature/setup';
import { shelf } from './feature/shelf';
import { team } from './feature/team';
import { thanks } from './feature/thanks';
import { viewer } from './feature/viewer';
import { hand } from './kernel/hand';
import { kitOf } from './kernel/kit';
import type { Feature } from './kernel/feature';

/**
 * Every feature. A new one is its folder and its line here. The order is that in which they have their turn with an event: cues wait first
 * and clocks come last; a goal is reached before a countdown gets time for it. A change
 * of show comes before all.
 */
export const FEATURES = [
  setup,
  cue,
  streak,
  leftOut,
  follower,
  team,
  leaderboard,
  alert,
  goal,
  countdown,
  counter,
  lantern,
  draw,
  points,
  viewer,
  hand,
  plate,
  shelf,
  audience,
  giving,
  thanks,
  scene,
  drift,
  chat,
  featured,
  delay,
  credits,
  feedProblem,
  clock,
] as const satisfies readonly Feature[];

export const KIT = kitOf(FEATURES);

/* What the list comes to, as types: all that features bring, put together. */

type OneFeature = (typeof FEATURES)[number];
type Together<T> = (T extends unknown ? (each: T) => void : never) extends (all: infer A) => void ? A : never;

/** What all features make with a function of theirs: their slices (`create`), what they work out (`derive`). */
export type Made<K extends 'create' | 'derive'> = Together<
  OneFeature extends infer F ? (F extends { [key in K]: (...args: never[]) => infer R } ? R : never) : never
>;

/** What all features add to a document by fields of theirs: the show's, a saved state's, what is carried over. */
export type Fields<K extends 'part' | 'saved' | 'carried'> = Together<
  OneFeature extends infer F
    ? F extends { [key in K]: infer S extends z.core.$ZodLooseShape }
      ? z.infer<z.ZodObject<S>>
      : never
    : never
>;

/** Any one of what all features bring of a kind. */
export type Brought<K extends 'whens' | 'steps' | 'commands' | 'inputs'> = OneFeature extends infer F
  ? F extends { [key in K]: readonly (infer E)[] }
    ? E extends { schema: z.ZodType<infer T> }
      ? T
      : never
    : never
  : never;
