import { z } from 'zod';
import type { Show } from '@/core/show/show';
import type { Memory } from '@/core/engine/cue/memory';
import type { WordValues } from '@/core/words/fields';
import { chat } from './chat';
import { countdown } from '@/core/engine/feature/countdown/when';
import { counter } from '@/core/engine/feature/counter/when';
import { clock } from './clock';
import { draw } from '@/core/engine/feature/draw/when';
import { every } from './every';
import { first } from './first';
import { follow } from './follow';
import { gift } from './gift';
import { giftSubs } from './gift-subs';
import { goal } from '@/core/engine/feature/goal/when';
import { lantern } from '@/core/engine/feature/lantern/when';
import { level } from '@/core/engine/feature/points/when-level';
import { perk } from '@/core/engine/feature/points/when-perk';
import { press } from './press';
import { raid } from './raid';
import { scene } from '@/core/engine/feature/scene/when';
import { session } from './session';
import { share } from './share';
import { subscribe } from './subscribe';
import { tip } from './tip';
import type { Moment, SentencePart, Trigger, WhenKind } from './when';

/** Every kind of "when", in the order in which they are offered. A new one is a file, and a word in each of the two lists. */
export const WHEN_KINDS = {
  follow,
  gift,
  every,
  tip,
  subscribe,
  giftSubs,
  raid,
  share,
  first,
  chat,
  goal,
  countdown,
  counter,
  lantern,
  draw,
  level,
  perk,
  scene,
  session,
  clock,
  press,
} as const;

export const whenSchema = z.discriminatedUnion('kind', [
  follow.schema,
  gift.schema,
  every.schema,
  tip.schema,
  subscribe.schema,
  giftSubs.schema,
  raid.schema,
  share.schema,
  first.schema,
  chat.schema,
  goal.schema,
  countdown.schema,
  counter.schema,
  lantern.schema,
  draw.schema,
  level.schema,
  perk.schema,
  scene.schema,
  session.schema,
  clock.schema,
  press.schema,
]);
export type When = z.infer<typeof whenSchema>;
export type WhenKindName = When['kind'];

// A when's kind picks the file that knows it; that the two belong together is said here once.
export const whenKind = (when: When): WhenKind<string, z.ZodType<When>> =>
  WHEN_KINDS[when.kind] as unknown as WhenKind<string, z.ZodType<When>>;

export const fires = (when: When, moment: Moment, memory: Memory): readonly WordValues[] =>
  whenKind(when).fires(when, moment, memory);

export const sampleValues = (when: When): WordValues => whenKind(when).sample(when);

export const whenSentence = (when: When, show: Show): SentencePart[] => whenKind(when).sentence(when, show);

/** What a cue waits for. */
export const triggersOf = (when: When): readonly Trigger[] => whenKind(when).triggers(when);
